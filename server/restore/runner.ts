import { randomUUID } from "node:crypto";
import type { Definition } from "@/core/definition";
import { bad, good, type Result, type Trouble } from "@/core/drive";
import {
  countSteps,
  mayWrite,
  move,
  settleReadBack,
  stepsOf,
  verifyRestore,
  worksByItself,
  type PlaceEvent,
  type Stage,
} from "@/core/restore";
import type { Permanence } from "@/core/restore/run";
import { buildSet } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Bench, Connection } from "@/server/bench";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import { faultTrouble } from "@/server/fault";
import { keepReading } from "@/server/ledger";
import {
  dropReading,
  IMPORTANCE,
  loadReading,
  openNamedReading,
  type Links,
  type RunArg,
  type RunEvent,
} from "@/server/link";
import type { Person } from "@/server/people";
import { replaceSteps, saveJob, savePlace, type RestoreJob } from "./job-state";
import { writeReceipt } from "./receipt";
import { review } from "./review";
import { jobView } from "./view";

export interface RunnerParts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  links: Links;
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
}

/**
 * Takes one restore through its stages. What touches the drive is done where its link is, as one run; every step is written down before it
 * touches the drive and after. It ends where a person has to decide.
 */
export class RestoreRunner {
  readonly lease = randomUUID();
  private readonly stopping = new AbortController();
  readonly definition: Definition;

  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
    readonly job: RestoreJob,
    readonly connection: Connection,
    private readonly person: Person,
  ) {
    this.definition = connection.definition;
  }

  /** Stops between two exchanges with the drive. */
  stop(): void {
    this.stopping.abort();
  }

  /** Runs until a person has to decide or the restore is over. */
  async run(): Promise<void> {
    const { memory } = this.job;
    try {
      while (worksByItself(memory.place)) {
        const done = await this.stage(memory.place.stage);
        if (!done.ok) return await this.halt(done.trouble);
        await this.go(done.value);
      }
    } catch (error) {
      await this.halt(faultTrouble(error, "restoring", "Then go on: how things stand is read back first."));
    }
  }

  private stage(stage: Stage): Promise<Result<PlaceEvent>> {
    switch (stage) {
      case "read-before":
        return this.readBefore();
      case "write":
        return this.write();
      case "make-permanent":
        return this.makePermanent();
      case "restart":
        return this.restart();
      case "verify":
        return this.verify();
      default:
        throw new Error(`A restore does not work by itself in ${stage}.`);
    }
  }

  private async readBefore(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    const values = await this.read("before");
    if (!values.ok) return values;
    const kept = await this.keep("before-restore", values.value);
    memory.beforeRecord = kept.number;
    memory.beforeRecordId = kept.id;
    memory.beforeAt = this.parts.wall();
    this.parts.events.publish({ type: "ledger", tag: this.job.tag });
    await review(this.parts, this.job, this.definition, this.connection.state!, values.value);
    if (!memory.puttingBack || !mayWrite(memory.checks)) return good({ type: "through", to: "review" });
    await this.takePlan();
    return good({ type: "through", to: "write" });
  }

  /** Works out checks and plan anew from what was read before; when choices changed, or before it is written. */
  async reviewAgain(): Promise<void> {
    const { values } = await loadReading(this.parts.db, this.readingId("before"));
    await review(this.parts, this.job, this.definition, this.connection.state!, values);
  }

  /** Turns the plan a person saw into steps. */
  async takePlan(): Promise<void> {
    this.job.steps = stepsOf(this.job.memory.plan!.writes);
    await replaceSteps(this.parts.db, this.job.id, this.job.steps);
  }

  private async write(): Promise<Result<PlaceEvent>> {
    const { memory, steps } = this.job;
    memory.permanent = "no";
    const written = await this.runAt("write");
    if (!written.ok) return written;
    const counts = countSteps(this.job.steps);
    const open = counts.refused + counts.other;
    if (open > 0 && !memory.refusalsSeen)
      return bad({
        kind: "refused",
        text: `${counts.written} of ${steps.length} parameters are written, ${open} are not.`,
        remedy:
          "Look at each refusal below. Try it again, go on without it, or put back what was there before.",
      });
    return good({ type: "through", to: "make-permanent" });
  }

  private async makePermanent(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    const permanence = await this.runAt("makePermanent");
    if (!permanence.ok && permanence.trouble.kind === "refused") memory.permanent = "no";
    if (!permanence.ok) return permanence;
    if (permanence.value === "write-again") return good({ type: "write-again" });
    memory.permanent = permanence.value;
    const restarts =
      memory.plan?.needsRestart && this.definition.file.restart && countSteps(this.job.steps).written > 0;
    return good({ type: "through", to: restarts ? "restart" : "verify" });
  }

  private async restart(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    // A restart that was sent is not sent again: the drive is looked at as it is.
    if (memory.restart === undefined) {
      const restarted = await this.runAt("restart");
      if (!restarted.ok) return restarted;
      if (restarted.value === "unknown")
        this.note(
          "Whether the drive restarted is not known. What takes effect only then may wait for it: switch it off and on at the machine.",
        );
    }
    memory.restart = "done";
    return good({ type: "through", to: "verify" });
  }

  private async verify(): Promise<Result<PlaceEvent>> {
    const { job, definition } = this;
    const { db } = this.parts;
    const values = await this.read("after");
    if (!values.ok) return values;
    const before = (await loadReading(db, this.readingId("before"))).values;
    job.memory.afterRecord = (await this.keep("after-restore", values.value)).number;
    const verification = verifyRestore(definition, job.steps, before, values.value);
    job.steps = job.steps.map((step) => settleReadBack(step, values.value.get(step.code)));
    await replaceSteps(db, job.id, job.steps);
    job.memory.place = move(move(job.memory.place, { type: "through", to: "receipt" }), { type: "done" });
    job.open = false;
    job.memory.receiptId = await writeReceipt(db, definition, job, verification, this.now());
    await this.dropReadings();
    await this.bench.takeValues(this.connection, values.value);
    this.parts.events.publish({ type: "ledger", tag: job.tag });
    this.announce();
    return good({ type: "resume" });
  }

  /** Reads the whole drive as it is: waits for it first, then goes on where an earlier try was broken off. */
  private async read(stage: "before" | "after"): Promise<Result<Map<string, RawValue>>> {
    const { db, links } = this.parts;
    const { job, connection } = this;
    const gate = await this.runAt("gate");
    if (!gate.ok) return gate;
    await this.go({ type: "resume" });
    const reading = this.readingId(stage);
    await openNamedReading(db, reading, this.person.name, this.now());
    const result = await links.ask(
      "read",
      { drive: connection.id, reading, importance: IMPORTANCE.restore },
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

  private readingId(stage: "before" | "after"): string {
    return `restore-${this.job.id}-${stage}`;
  }

  private async dropReadings(): Promise<void> {
    for (const stage of ["before", "after"] as const) await dropReading(this.parts.db, this.readingId(stage));
  }

  private async keep(origin: "before-restore" | "after-restore", values: ReadonlyMap<string, RawValue>) {
    const { connection, definition, job } = this;
    const kept = await keepReading(this.parts.db, definition, this.person, {
      positionId: job.positionId,
      set: buildSet(definition, values),
      identity: job.memory.identity,
      state: connection.state!,
      linkName: connection.address.linkName,
      unit: connection.unit,
      origin,
      takenAt: this.now(),
    });
    return kept.record;
  }

  /** Has a part of the work done where the link is; steps and waiting come back as they happen. */
  private async runAt<K extends keyof RunValues>(kind: K): Promise<Result<RunValues[K]>> {
    const { job, connection } = this;
    const arg: RunArg = {
      drive: connection.id,
      job: job.id,
      expected: job.memory.identity,
      steps: job.steps,
      pollMs: this.parts.pollMs,
    };
    const end = await this.parts.links.ask(kind, arg, {
      signal: this.stopping.signal,
      onEvent: (event) => this.takeEvent(event),
    });
    await this.waiting;
    job.steps = end.steps;
    return end.result as Result<RunValues[K]>;
  }

  private waiting: Promise<void> = Promise.resolve();

  private takeEvent(event: RunEvent): void {
    const { job } = this;
    if (event.type === "command") {
      // It is in the database already; from here on nobody knows until it is answered.
      if (event.which === "permanent") job.memory.permanent = "sent";
      return;
    }
    if (event.type === "step") {
      job.steps[event.ordinal] = event.step;
      const change = { jobId: job.id, ordinal: event.ordinal, step: event.step };
      this.parts.events.publish({ type: "step", change });
      if (event.step.state !== "sent") this.announce();
      return;
    }
    // Waiting is written down in the order in which it happened; nothing on the link stands still for it.
    const { what, why } = event;
    this.waiting = this.waiting.then(() =>
      this.go(what ? { type: "wait", for: what, why } : { type: "resume" }),
    );
    this.waiting.catch(() => undefined);
  }

  /** Moves the restore on, writes down where it stands, and tells. */
  private async go(event: PlaceEvent): Promise<void> {
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

  private async halt(trouble: Trouble): Promise<void> {
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

  private note(text: string): void {
    this.job.memory.interruptions.push(`${this.now().toISOString()} ${text}`);
  }

  private now(): Date {
    return new Date(this.parts.wall());
  }

  private announce(): void {
    this.parts.events.publish({ type: "job", view: jobView(this.job, this.connection.id) });
  }
}
