import type { JobView, RestoreDetail } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { ACTS_AT, move, type Operation, type PlanChoices, type WriteStep } from "@/core/restore";
import { ageMs } from "@/server/age";
import { retiredThere, type Bench } from "@/server/bench";
import { dropReading, IMPORTANCE } from "@/server/link";
import { log } from "@/server/log";
import type { Person } from "@/server/people";
import { beginJob, beginOperation, type StartRequest } from "./begin";
import { Changes, isCollecting } from "./changes";
import { noteConfirmed, whyNotWritten, type Confirmed } from "./confirm";
import type { RunnerParts } from "./course";
import { endRestore } from "./ending";
import { loadJob, openJobIds, operationOf, replaceSteps, saveJob } from "./job-state";
import { haltLeft, hasOwner } from "./left";
import { connectedIn, whyNotBegun } from "./may-begin";
import { Opening } from "./opening";
import { RestoreRunner } from "./runner";
import { Running } from "./running";
import { Shown } from "./shown";
import { NO_SUCH, trouble, UNDER_WAY } from "./troubles";
import { jobDetail, jobView } from "./view";

/** After this long a plan is made anew from the drive before it is written. */
const LONGEST_REVIEW_MS = 15 * 60_000;

/** Restores as people deal with them: begin, look through, confirm, stop, go on, put back, end. */
export class Restores {
  /** What is done with those of them that are changes on a drive. */
  readonly changes: Changes;
  /** As pages show them. */
  readonly shown: Shown;
  private readonly running: Running;
  private readonly opening: Opening;

  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
  ) {
    this.running = new Running(parts);
    this.opening = new Opening(parts, bench, this.running);
    this.changes = new Changes(parts, bench, this.running, this.opening, (id, person) =>
      this.end(id, person),
    );
    this.shown = new Shown(parts, bench, this.running, this.changes);
  }

  /** After a start of the program: restores that were under way in a process that is gone are halted and say so. Those of one that lives are left to it. */
  async recover(): Promise<void> {
    for (const id of await openJobIds(this.parts.db)) {
      try {
        if (await hasOwner(this.parts.db, this.parts.owner, id)) continue;
        await haltLeft(
          this.parts.db,
          id,
          "The program was restarted while this was under way. Nothing more was written since. Connect the drive, then go on: what is not certain is read back first.",
          this.now(),
        );
      } catch (error) {
        log.error({ error, job: id }, "an open restore cannot be read");
      }
    }
  }

  /** Begins: reads the drive, keeps it as the record of before, and works out checks and plan. Refused when somebody else is at it. */
  async start(person: Person, plantId: number, request: StartRequest): Promise<Result<JobView>> {
    const found = connectedIn(this.bench.find(request.connectionId), plantId);
    if (!found.ok) return found;
    const connection = found.value;
    const why = await whyNotBegun(this.parts, plantId, request, connection);
    if (why) return bad(why);
    const begun = await beginJob(this.parts.db, person, plantId, request, connection, this.now());
    if (!begun.ok) return begun;
    const job = begun.value;
    this.bench.stop(connection.id);
    const launched = await this.running.launch(
      new RestoreRunner(this.parts, this.bench, job, connection, person),
    );
    return launched ? good(jobView(job, connection.id)) : UNDER_WAY;
  }

  /**
   * Begins something other than a restore with a connected drive: reads it, keeps it as the record of before, and works out what will be otherwise. Refused where
   * nobody has said at which position it stands, or when somebody else is at it.
   */
  async startOperation(
    person: Person,
    plantId: number,
    {
      connectionId,
      operation,
      ofProgram,
    }: {
      connectionId: string;
      operation: Exclude<Operation, "restore">;
      ofProgram?: { attachment?: number; reason?: string };
    },
  ): Promise<Result<JobView>> {
    const found = connectedIn(this.bench.find(connectionId), plantId);
    if (!found.ok) return found;
    const connection = found.value;
    const positionId = connection.position?.id;
    if (positionId === undefined)
      return trouble(
        "not-now",
        "It is not known at which position this drive stands.",
        "Say at which it stands first: the record of before is kept there.",
      );
    const retired = await retiredThere(this.parts.db, positionId);
    if (retired) return bad(retired);
    const request = { positionId, operation, ofProgram };
    const begun = await beginOperation(this.parts.db, person, plantId, request, connection, this.now());
    if (!begun.ok) return begun;
    this.bench.stop(connection.id);
    const runner = new RestoreRunner(this.parts, this.bench, begun.value, connection, person);
    return (await this.running.launch(runner)) ? good(jobView(begun.value, connection.id)) : UNDER_WAY;
  }

  /** Changes what is left out; works out the plan anew. Only while it is looked through. */
  async choose(id: number, person: Person, choices: PlanChoices): Promise<Result<RestoreDetail>> {
    const opened = await this.opening.open(id, person, (job) => job.memory.place.stage === "review");
    if (!opened.ok) return opened;
    const { job, connection } = opened.value;
    job.memory.choices = { ...choices, leaveOut: [...choices.leaveOut] };
    await opened.value.reviewAgain();
    await saveJob(this.parts.db, job, this.now());
    return good(jobDetail(job, connection));
  }

  /**
   * A person has seen the plan and wants it written. The seal stands for exactly the plan that was shown; `looked` says what this person has looked at
   * of what nobody tells.
   */
  async confirm(id: number, person: Person, confirmed: Confirmed): Promise<Result<JobView>> {
    const opened = await this.opening.open(id, person, (job) => job.memory.place.stage === "review");
    if (!opened.ok) return opened;
    const runner = opened.value;
    const { job, connection } = runner;
    const { db, wall, links } = this.parts;
    if (isCollecting(job)) {
      const fresh = await this.changes.freshen(runner);
      if (!fresh.ok) return fresh;
    } else if (ageMs(job.memory.beforeAt ?? 0, wall()) > LONGEST_REVIEW_MS) return this.readAgain(runner);
    const state = await links.ask("look", { drive: connection.id, importance: IMPORTANCE.restore });
    if (!state.ok) return state;
    await runner.reviewAgain();
    // What was read of it just now is shown, whatever becomes of this.
    if (isCollecting(job)) await saveJob(db, job, this.now());
    const refused = whyNotWritten(job, confirmed);
    if (refused) return refused;
    const launched = await this.running.launch(runner, async () => {
      noteConfirmed(job, person, confirmed);
      job.memory.confirmedAt = Math.round(wall());
      await runner.takePlan();
      job.memory.place = move(job.memory.place, { type: "through", to: ACTS_AT[operationOf(job.memory)] });
      await saveJob(db, job, this.now());
    });
    return launched ? good(jobView(job, connection.id)) : UNDER_WAY;
  }

  private async readAgain(runner: RestoreRunner): Promise<Result<never>> {
    const { job } = runner;
    const launched = await this.running.launch(runner, async () => {
      await dropReading(this.parts.db, `restore-${job.id}-before`);
      job.memory.place = move(job.memory.place, { type: "read-again" });
      await saveJob(this.parts.db, job, this.now());
    });
    if (!launched) return UNDER_WAY;
    return trouble(
      "plan-changed",
      "The plan was open for so long, or this computer's clock was set back, that the drive may have been changed meanwhile; it is read again.",
      "Look through the new plan, then write it.",
    );
  }

  /** Stops between two exchanges with the drive, or stops waiting. False when it is not under way. */
  stop(id: number): boolean {
    return this.running.stop(id);
  }

  /** Goes on after a halt: what is not certain is read back first. `again` names steps to try once more. */
  async goOn(id: number, person: Person, again: readonly number[] = []): Promise<Result<JobView>> {
    const opened = await this.opening.open(id, person, (job) => job.memory.place.waitsFor === "person");
    if (!opened.ok) return opened;
    const runner = opened.value;
    const { job, connection } = runner;
    const { db } = this.parts;
    const { memory } = job;
    const retried = again.filter((each) => ["refused", "other"].includes(job.steps[each]?.state ?? ""));
    const launched = await this.running.launch(runner, async () => {
      if (retried.length > 0) {
        job.steps = job.steps.map((step, i) => (retried.includes(i) ? plannedAnew(step) : step));
        await replaceSteps(db, id, job.steps);
        memory.rounds = 0;
        for (const stage of ["between", "after"]) await dropReading(db, `restore-${id}-${stage}`);
      } else if (job.steps.length > 0 && job.steps.every((each) => each.state !== "planned"))
        memory.refusalsSeen = true;
      memory.place = move(memory.place, { type: retried.length > 0 ? "write-again" : "resume" });
      await saveJob(db, job, this.now());
    });
    return launched ? good(jobView(job, connection.id)) : UNDER_WAY;
  }

  /** Ends a restore as it stands. When something was written, the receipt says how it stood. */
  end(id: number, person: Person): Promise<Result<JobView>> {
    return endRestore(this.parts, this.bench, this.running, id, person);
  }

  /** Ends a restore and puts back what was there before: a restore of the record of before, onto the same drive. */
  async putBack(id: number, person: Person): Promise<Result<JobView>> {
    await this.running.halted(id);
    const job = await loadJob(this.parts.db, id);
    if (!job) return NO_SUCH;
    const { memory, positionId, plantId } = job;
    if (memory.beforeRecordId === undefined)
      return trouble(
        "not-now",
        "Nothing was written yet, so there is nothing to put back.",
        "End the restore.",
      );
    const connection = this.bench.findDrive(memory.identity);
    if (connection?.phase !== "connected")
      return trouble(
        "not-connected",
        "The drive is not connected.",
        "Connect it on the bench, then put back what was there.",
      );
    if (job.open) {
      const ended = await this.end(id, person);
      if (!ended.ok) return ended;
    }
    return this.start(person, plantId, {
      positionId,
      recordId: memory.beforeRecordId,
      connectionId: connection.id,
      puttingBack: true,
      // A spare stays one: what it held is put back, and it is fitted nowhere by that.
      spare: memory.spare,
    });
  }

  /** Whether a drive is read or written for one of them right now. */
  atWork(): boolean {
    return this.running.atWork();
  }

  /** Resolves when this restore waits for a person or has ended. */
  settled(id: number): Promise<void> {
    return this.running.settled(id);
  }

  private now(): Date {
    return new Date(this.parts.wall());
  }
}

function plannedAnew({ code, from, to, caution }: WriteStep): WriteStep {
  return { code, from, to, caution, state: "planned", tries: 0 };
}
