import type { Definition, Scope } from "@/core/definition";
import { good, type Result, type Trouble } from "@/core/drive";
import { move, type PlaceEvent } from "@/core/restore";
import type { Permanence } from "@/core/restore/run";
import { buildSet } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Connection } from "@/server/bench";
import type { Database, Owner } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import { keepReading } from "@/server/ledger";
import {
  dropReading,
  IMPORTANCE,
  openNamedReading,
  type LinkAsks,
  type Links,
  type RunArg,
  type RunEvent,
} from "@/server/link";
import type { Person } from "@/server/people";
import { operationOf, saveJob, savePlace, type RestoreJob } from "./job-state";
import { jobView } from "./view";

export interface RunnerParts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  links: Links;
  owner: Owner;
  /** The time of day, ms since 1970. */
  wall: () => number;
  /** How often a permission or a motor that is waited for is looked at, in ms. */
  pollMs: number;
}

/** What comes of each part of the work that is done where the link is. */
interface RunValues {
  gate: number;
  write: void;
  makePermanent: Permanence;
  restart: "restarted" | "unknown";
  powerOff: { awayMs: number | undefined };
  reset: "reset" | "unknown";
  switchOver: "switched" | "as-before";
  program: "done";
}

/**
 * What a restore's stages have in common: work done where the link is, readings of the whole drive, and where the restore stands, which is written
 * down and told as it moves.
 */
export class Course {
  private readonly stopping = new AbortController();
  private waiting: Promise<void> = Promise.resolve();

  /** With which the drive is read now; another one holds once it was switched over. */
  get definition(): Definition {
    return this.connection.definition;
  }

  constructor(
    readonly parts: RunnerParts,
    readonly job: RestoreJob,
    readonly connection: Connection,
    readonly person: Person,
  ) {}

  /** Stops between two exchanges with the drive. */
  stop(): void {
    this.stopping.abort();
  }

  /** Reads the whole drive as it is, or a scope of it: waits for it first, then goes on where an earlier try was broken off. */
  async read(stage: "before" | "between" | "after", scope?: Scope): Promise<Result<Map<string, RawValue>>> {
    const { db, links } = this.parts;
    const { job, connection } = this;
    const gate = await this.runAt("gate");
    if (!gate.ok) return gate;
    await this.go({ type: "resume" });
    const reading = this.readingId(stage);
    await openNamedReading(db, reading, this.person.name, this.now());
    const result = await links.ask(
      "read",
      { drive: connection.id, reading, importance: IMPORTANCE.restore, scope },
      {
        signal: this.stopping.signal,
        onEvent: (view) => {
          job.reading = view;
          this.announce();
        },
      },
    );
    delete job.reading;
    return result.ok ? good(result.value.values) : result;
  }

  /** The reading of the whole drive before, between writing and making permanent, or after. */
  readingId(stage: "before" | "between" | "after"): string {
    return `restore-${this.job.id}-${stage}`;
  }

  /** Forgets all readings. */
  async dropReadings(): Promise<void> {
    for (const stage of ["before", "between", "after"] as const)
      await dropReading(this.parts.db, this.readingId(stage));
  }

  /** Keeps what was read as a record. */
  async keep(when: "before" | "after", values: ReadonlyMap<string, RawValue>) {
    const { connection, definition, job } = this;
    const kept = await keepReading(this.parts.db, definition, this.person, {
      positionId: job.positionId,
      set: buildSet(definition, values),
      identity: job.memory.identity,
      state: connection.state!,
      linkName: connection.address.linkName,
      unit: connection.unit,
      origin: `${when}-${originOf(job)}`,
      takenAt: this.now(),
    });
    return kept;
  }

  /** Has a part of the work done where the link is; steps and waiting come back as they happen. */
  async runAt<K extends keyof RunValues>(
    kind: K,
    more?: Omit<LinkAsks[K]["arg"], keyof RunArg>,
  ): Promise<Result<RunValues[K]>> {
    const { job, connection } = this;
    const arg: RunArg = {
      drive: connection.id,
      job: job.id,
      expected: job.memory.identity,
      steps: job.steps,
      pollMs: this.parts.pollMs,
      // Somebody stands at it: what was not sent before a loss is looked through again.
      ...(operationOf(job.memory) === "change"
        ? { endsAtLoss: true, inMotion: job.memory.inMotion ?? false }
        : {}),
    };
    // Either lets go of what was not permanent.
    if (kind === "restart" || kind === "powerOff") connection.sending(this.now());
    const end = await this.parts.links.ask(kind, { ...arg, ...more } as LinkAsks[K]["arg"], {
      signal: this.stopping.signal,
      onEvent: (event) => this.takeEvent(event),
    });
    await this.waiting;
    delete job.share;
    job.steps = end.steps;
    return end.result as Result<RunValues[K]>;
  }

  private takeEvent(event: RunEvent): void {
    const { job } = this;
    if (event.type === "command" || event.type === "step") this.connection.sending(this.now());
    if (event.type === "command") {
      // It is in the database already; from here on nobody knows until it is answered.
      if (event.which === "permanent") job.memory.permanent = "sent";
      if (event.which === "reset") job.memory.reset = "sent";
      if (event.which === "program") job.memory.program = "sent";
      if (event.which === "switch") job.memory.switch = "sent";
      return;
    }
    if (event.type === "step") {
      job.steps[event.ordinal] = event.step;
      const change = { jobId: job.id, ordinal: event.ordinal, step: event.step };
      this.parts.events.publish(job.plantId, { type: "step", change });
      if (event.step.state !== "sent") this.announce();
      return;
    }
    if (event.type === "share") {
      job.share = event.share;
      return this.announce();
    }
    // Waiting is written down in the order in which it happened; nothing on the link stands still for it.
    const { what, why } = event;
    this.waiting = this.waiting.then(() =>
      this.go(what ? { type: "wait", for: what, why } : { type: "resume" }),
    );
    this.waiting.catch(() => undefined);
  }

  /** Moves the restore on, writes down where it stands, and tells. */
  async go(event: PlaceEvent): Promise<void> {
    const { job } = this;
    const { place } = job.memory;
    if (place.over) return;
    const next = move(place, event);
    if (next.stage === place.stage && next.waitsFor === place.waitsFor && next.why === place.why) return;
    if (next.waitsFor === "drive" && place.waitsFor !== "drive") this.note(next.why ?? "The drive was lost.");
    job.memory.place = next;
    await (event.type === "wait" || event.type === "resume"
      ? savePlace(this.parts.db, job)
      : saveJob(this.parts.db, job, this.now()));
    this.announce();
  }

  /** Halts and waits for a person, with the reason. */
  async halt(trouble: Trouble): Promise<void> {
    const { memory } = this.job;
    this.note(trouble.text);
    if (memory.permanent === "sent") memory.permanent = "unknown";
    memory.place = move(memory.place, {
      type: "wait",
      for: "person",
      why: `${trouble.text} ${trouble.remedy}`,
    });
    await saveJob(this.parts.db, this.job, this.now());
    this.announce();
  }

  /** Notes an interruption for the receipt. */
  note(text: string): void {
    this.job.memory.interruptions.push(`${this.now().toISOString()} ${text}`);
  }

  now(): Date {
    return new Date(this.parts.wall());
  }

  /** Tells everybody how it stands. */
  announce(): void {
    this.parts.events.publish(this.job.plantId, {
      type: "job",
      view: jobView(this.job, this.connection.id),
    });
  }
}

/** For what a drive is read before and after. */
function originOf({ memory }: RestoreJob): "restore" | "operation" | "spare" {
  if (memory.spare) return "spare";
  return operationOf(memory) === "restore" ? "restore" : "operation";
}
