import type { JobView } from "@/core/contract";
import { good, type Result } from "@/core/drive";
import { move, type PlaceEvent } from "@/core/restore";
import { alikeInReach, type Bench } from "@/server/bench";
import { changeAtDrive, type LiveValues } from "@/server/drafts";
import type { Person } from "@/server/people";
import { freshen, liveValues, reviewChange, stepsInAll } from "./change";
import type { RunnerParts } from "./course";
import { loadJob, operationOf, replaceSteps, saveJob, type RestoreJob } from "./job-state";
import type { Opening } from "./opening";
import type { RestoreRunner } from "./runner";
import type { Running } from "./running";
import { trouble, UNDER_WAY } from "./troubles";
import { jobView } from "./view";

/** Changes on drives as people deal with them: what a list comes to, reading again, leaving. Beginning, confirming and stopping are those of a restore. */
export class Changes {
  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
    private readonly running: Running,
    private readonly opening: Opening,
    private readonly end: (id: number, person: Person) => Promise<Result<JobView>>,
  ) {}

  /** Works out what a list comes to by now, for whoever looks; as it was where the drive is not connected. */
  async workOut(job: RestoreJob): Promise<void> {
    const connection = this.bench.findDrive(job.memory.identity);
    if (!connection?.state) return;
    const connected = this.bench.listOf(job.plantId);
    const alike = await alikeInReach(this.parts.db, connection, connected, job.memory.previousSerial);
    await reviewChange(this.parts, job, connection, alike);
  }

  /** Reads once more what is about to be written. Refused where the drive was away: everything is read again then. */
  async freshen(runner: RestoreRunner): Promise<Result<undefined>> {
    // What is wished by now is what is read once more.
    await runner.reviewAgain();
    const fresh = await freshen(this.parts, runner.job, runner.connection);
    if (!fresh.ok) return fresh;
    if (fresh.value) return good(undefined);
    if (!(await this.go(runner, { type: "look" }))) return UNDER_WAY;
    return trouble(
      "plan-changed",
      "The drive was away since it was read: what it holds is read again.",
      "Look at what it holds now, then write.",
    );
  }

  /** Reads a drive again while values are changed on it. */
  async readNow(id: number, person: Person): Promise<Result<JobView>> {
    const opened = await this.opening.open(id, person, isCollecting);
    if (!opened.ok) return opened;
    const { job, connection } = opened.value;
    return (await this.go(opened.value, { type: "look" })) ? good(jobView(job, connection.id)) : UNDER_WAY;
  }

  /** Leaves a drive on which values were changed: everything is read again, kept as a record, and a receipt says what was changed. Where nothing was sent there is nothing to prove. */
  async leave(id: number, person: Person): Promise<Result<JobView>> {
    const opened = await this.opening.open(id, person, isCollecting);
    if (!opened.ok) return opened;
    const { job, connection } = opened.value;
    if ((job.memory.sent ?? []).length === 0) return this.end(id, person);
    const left = await this.go(opened.value, { type: "leave" }, async () => {
      job.steps = stepsInAll(job);
      await replaceSteps(this.parts.db, id, job.steps);
    });
    return left ? good(jobView(job, connection.id)) : UNDER_WAY;
  }

  /** What the drive holds on which the values of a draft are wished, as far as it was read; undefined where the draft is one of the desk. */
  async heldOfDraft(draftId: number): Promise<LiveValues | undefined> {
    const { db } = this.parts;
    const id = await changeAtDrive(db, draftId);
    const job = id === undefined ? undefined : (this.running.of(id)?.job ?? (await loadJob(db, id)));
    return job && liveValues(db, job, this.bench.findDrive(job.memory.identity));
  }

  private go(
    runner: RestoreRunner,
    event: PlaceEvent,
    before: () => Promise<void> = async () => undefined,
  ): Promise<boolean> {
    const { job } = runner;
    return this.running.launch(runner, async () => {
      await before();
      job.memory.place = move(job.memory.place, event);
      await saveJob(this.parts.db, job, new Date(this.parts.wall()));
    });
  }
}

/** A change on the drive of which is collected what is wished. */
export function isCollecting({ open, memory }: RestoreJob): boolean {
  const { stage, waitsFor } = memory.place;
  return open && operationOf(memory) === "change" && stage === "review" && waitsFor === undefined;
}
