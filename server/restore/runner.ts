import { randomUUID } from "node:crypto";
import { bad, good, type Result } from "@/core/drive";
import {
  countSteps,
  MOST_ROUNDS,
  stepsAgain,
  stepsOf,
  worksByItself,
  type PlaceEvent,
  type Stage,
} from "@/core/restore";
import type { RawValue } from "@/core/value";
import { counted } from "@/core/words";
import { alikeInReach, type Bench, type Connection } from "@/server/bench";
import { faultTrouble } from "@/server/fault";
import { dropReading, loadReading } from "@/server/link";
import type { Person } from "@/server/people";
import { beginCollecting, reviewChange, takeInSent } from "./change";
import { Course, type RunnerParts } from "./course";
import { operationOf, replaceSteps, type RestoreJob } from "./job-state";
import { OPERATE } from "./operate";
import { planOf, review } from "./review";
import { reviewOperation } from "./review-operation";
import { verifyAtEnd } from "./verify";

/**
 * Takes one restore through its stages. What touches the drive is done where its link is, as one run; every step is written down before it
 * touches the drive and after. It ends where a person has to decide.
 */
export class RestoreRunner {
  readonly lease = randomUUID();
  private readonly course: Course;

  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
    readonly job: RestoreJob,
    readonly connection: Connection,
    person: Person,
  ) {
    this.course = new Course(parts, job, connection, person);
  }

  /** Stops between two exchanges with the drive. */
  stop(): void {
    this.course.stop();
  }

  /** Runs until a person has to decide or the restore is over. */
  async run(): Promise<void> {
    const { memory } = this.job;
    try {
      while (worksByItself(memory.place)) {
        const done = await this.stage(memory.place.stage);
        if (!done.ok) return await this.course.halt(done.trouble);
        await this.course.go(done.value);
      }
    } catch (error) {
      await this.course.halt(
        faultTrouble(error, "restoring", "Then go on: how things stand is read back first."),
      );
    }
  }

  private stage(stage: Stage): Promise<Result<PlaceEvent>> {
    switch (stage) {
      case "read-before":
        return this.readBefore();
      case "write":
        return this.write();
      case "look-again":
        return this.lookAgain();
      case "make-permanent":
        return this.makePermanent();
      case "restart":
        return this.restart();
      case "power-off":
      case "reset":
      case "switch-over":
      case "program":
        return OPERATE[stage](this.course);
      case "verify":
        return verifyAtEnd(this.course, this.bench);
      default:
        throw new Error(`A restore does not work by itself in ${stage}.`);
    }
  }

  private async readBefore(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    const values = await this.course.read("before");
    if (!values.ok) return values;
    const { record } = await this.course.keep("before", values.value);
    memory.beforeRecord = record.number;
    memory.beforeRecordId = record.id;
    memory.beforeAt = this.parts.wall();
    if (operationOf(memory) === "change") await beginCollecting(this.course, record);
    this.parts.events.publish(this.job.plantId, { type: "ledger", tag: this.job.tag });
    await this.review(values.value);
    return good({ type: "through", to: "review" });
  }

  private async review(values: ReadonlyMap<string, RawValue>): Promise<void> {
    const { db } = this.parts;
    const { connection, course } = this;
    const operation = operationOf(this.job.memory);
    // Plants stand apart: what is connected in another one is nobody's business here.
    const connected = this.bench.listOf(this.job.plantId);
    const alike = await alikeInReach(db, connection, connected, this.job.memory.previousSerial);
    if (operation === "change") return reviewChange(this.parts, this.job, connection, alike);
    await (operation === "restore"
      ? review(this.parts, this.job, course.definition, connection.state!, values, alike, course.now())
      : reviewOperation(this.parts, this.job, operation, connection, values, alike));
  }

  /** Works out checks and plan anew from what was read before; when choices changed, or before it is written. */
  async reviewAgain(): Promise<void> {
    const { values } = await loadReading(this.parts.db, this.course.readingId("before"));
    await this.review(values);
  }

  /** Turns the plan a person saw into steps; only a restore and a change have any, everything else is done by one command or one hand. */
  async takePlan(): Promise<void> {
    const operation = operationOf(this.job.memory);
    if (operation !== "restore" && operation !== "change") return;
    if (operation === "change") this.job.memory.inMotion = this.connection.state?.running === true;
    this.job.steps = stepsOf(this.job.memory.plan!.writes);
    await replaceSteps(this.parts.db, this.job.id, this.job.steps);
  }

  private async write(): Promise<Result<PlaceEvent>> {
    const { memory, steps } = this.job;
    memory.permanent = "no";
    const written = await this.course.runAt("write");
    if (!written.ok) return written;
    // What was refused stands in the list with what the drive said; nobody has to decide before it is read again.
    if (operationOf(memory) === "change") return good({ type: "through", to: "look-again" });
    const counts = countSteps(this.job.steps);
    const open = counts.refused + counts.other;
    if (open > 0 && !memory.refusalsSeen)
      return bad({
        kind: "refused",
        text: `${counts.written} of ${steps.length} parameters are written, ${counted(open, "is", "are")} not.`,
        remedy:
          "Look at each refusal below. Try it again, go on without it, or put back what was there before.",
      });
    return good({ type: "through", to: "look-again" });
  }

  /** Values that change others are common: everything is read before it is made permanent, and what the drive changed is written again. */
  private async lookAgain(): Promise<Result<PlaceEvent>> {
    const { job } = this;
    const { db } = this.parts;
    if (operationOf(job.memory) === "change") {
      const taken = await takeInSent(this.course);
      if (!taken.ok) return taken;
      await this.reviewAgain();
      return good({ type: "collect" });
    }
    const values = await this.course.read("between");
    if (!values.ok) return values;
    await dropReading(db, this.course.readingId("between"));
    const { writes } = await planOf(db, job, this.course.definition, values.value);
    const rounds = job.memory.rounds ?? 0;
    const steps = stepsAgain(job.steps, writes);
    if (steps === job.steps || rounds >= MOST_ROUNDS) return good({ type: "through", to: "make-permanent" });
    job.memory.rounds = rounds + 1;
    job.steps = [...steps];
    await replaceSteps(db, job.id, job.steps);
    return good({ type: "write-again" });
  }

  private async makePermanent(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    const permanence = await this.course.runAt("makePermanent");
    if (!permanence.ok && permanence.trouble.kind === "refused") memory.permanent = "no";
    if (!permanence.ok) return permanence;
    if (permanence.value === "write-again") return good({ type: "write-again" });
    memory.permanent = permanence.value;
    const restarts =
      memory.plan?.needsRestart &&
      this.course.definition.file.restart &&
      countSteps(this.job.steps).written > 0;
    return good({ type: "through", to: restarts ? "restart" : "verify" });
  }

  private async restart(): Promise<Result<PlaceEvent>> {
    const { memory } = this.job;
    // A restart that was sent is not sent again: the drive is looked at as it is.
    if (memory.restart === undefined) {
      const restarted = await this.course.runAt("restart");
      if (!restarted.ok) return restarted;
      if (restarted.value === "unknown")
        this.course.note(
          "Whether the drive restarted is not known. What takes effect only then may wait for it: switch it off and on at the machine.",
        );
    }
    memory.restart = "done";
    return good({ type: "through", to: "verify" });
  }
}
