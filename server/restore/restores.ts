import { and, eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import type { JobView, RestoreDetail } from "@/core/live";
import { mayWrite, USUAL_CHOICES, type PlanChoices } from "@/core/restore";
import type { Bench } from "@/server/bench";
import { tables } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { recordById } from "@/server/ledger";
import { IMPORTANCE } from "@/server/link";
import { log } from "@/server/log";
import { hasAcknowledged, type Person } from "@/server/people";
import { forgetReading, loadJob, saveJob, saveStep, type RestoreJob } from "./job-state";
import { writeReceipt } from "./receipt";
import { RestoreRunner, type RunnerParts } from "./runner";
import { jobDetail, jobView, planHash } from "./view";

export interface StartRequest {
  positionId: number;
  recordId: number;
  connectionId: string;
  puttingBack?: boolean;
}

/** After this long a plan is made anew from the drive before it is written. */
const LONGEST_REVIEW_MS = 15 * 60_000;

const trouble = (text: string, remedy: string): Result<never> => bad({ kind: "stopped", text, remedy });

/** Restores as people deal with them: begin, look through, confirm, stop, go on, put back, end. */
export class Restores {
  private readonly running = new Map<number, { runner: RestoreRunner; done: Promise<void> }>();

  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
  ) {}

  /**
   * After a start of the program: restores that were under way are halted and say so. Steps that were sent and not answered stay unknown
   * until they are read back.
   */
  async recover(): Promise<void> {
    const { db } = this.parts;
    const rows = await db
      .select({ id: tables.job.id })
      .from(tables.job)
      .where(and(eq(tables.job.open, true), eq(tables.job.kind, "restore")));
    for (const { id } of rows) {
      const job = (await loadJob(db, id))!;
      if (job.phase === "review" || job.phase === "halted") continue;
      for (const [ordinal, step] of job.steps.entries()) {
        if (step.state === "sent")
          await saveStep(db, id, ordinal, {
            ...step,
            state: "unknown",
            said: "The program ended before the answer came.",
            remedy: "It is read back before anything else is written.",
          });
      }
      job.memory.resumeAt ??= job.phase;
      job.memory.note =
        "The program was restarted while this was under way. Nothing more was written since. Connect the drive, then go on: what is not certain is read back first.";
      job.memory.interruptions.push(`${new Date().toISOString()} The program was restarted.`);
      await saveJob(db, { ...job, phase: "halted" });
    }
    await db
      .update(tables.job)
      .set({ open: false, phase: "stopped" })
      .where(and(eq(tables.job.open, true), eq(tables.job.kind, "read")));
  }

  /** Begins: reads the drive, keeps it as the record of before, and works out checks and plan. Refused when somebody else is at it. */
  async start(person: Person, request: StartRequest): Promise<Result<JobView>> {
    const { db } = this.parts;
    if (!(await hasAcknowledged(db, person)))
      return trouble(
        "The warning before live work has not been acknowledged.",
        "Read and acknowledge it on the bench first.",
      );
    const connection = this.bench.find(request.connectionId);
    if (!connection?.identity || connection.phase !== "connected")
      return trouble("The drive is not connected.", "Connect it on the bench first.");
    if (connection.fit === "nearest")
      return trouble(
        `No definition here fits firmware ${connection.identity.firmware}.`,
        "Add a definition for this firmware first. Until then nothing is written.",
      );
    const row = await recordById(db, request.recordId);
    if (!row || row.positionId !== request.positionId)
      return trouble(
        "This record is not one of this position's.",
        "Choose the record from the position's ledger.",
      );
    const driveKey = `${connection.identity.definitionId}/${connection.identity.serial}`;
    const busy = await this.whoIsAtIt(request.positionId, driveKey);
    if (busy) return busy;
    let id: number;
    try {
      const inserted = await db
        .insert(tables.job)
        .values({
          kind: "restore",
          open: true,
          phase: "reading-before",
          positionId: request.positionId,
          by: person.id,
          byName: person.name,
          startedAt: new Date(),
          driveKey,
          detail: {
            recordId: row.id,
            recordNumber: row.number,
            identity: connection.identity,
            previousSerial: row.serial,
            choices: USUAL_CHOICES,
            checks: [],
            permanent: "no",
            interruptions: [],
            puttingBack: request.puttingBack ?? false,
          },
        })
        .returning({ id: tables.job.id });
      id = inserted[0]!.id;
    } catch {
      // The database lets only one through when two begin in the same instant.
      return (
        (await this.whoIsAtIt(request.positionId, driveKey)) ??
        trouble("Somebody else began at the same moment.", "Look at the position's page.")
      );
    }
    this.bench.stop(connection.address.id);
    await writeJournal(db, {
      byName: person.name,
      kind: "restore",
      positionId: row.positionId,
      text: `Began to restore record ${row.number} onto drive ${connection.identity.serial}.`,
      href: `/restore/${id}`,
    });
    const job = (await loadJob(db, id))!;
    this.launch(new RestoreRunner(this.parts, job, connection, person));
    return good(jobView(job, connection.address.id));
  }

  /** Changes what is left out; works out the plan anew. Only while it is looked through. */
  async choose(id: number, choices: PlanChoices): Promise<Result<RestoreDetail>> {
    const opened = await this.openJob(id, ["review"]);
    if (!opened.ok) return opened;
    const { job, runner } = opened.value;
    job.memory.choices = choices;
    await runner.review();
    await saveJob(this.parts.db, job);
    return good(jobDetail(job, runner.connection.address.id));
  }

  /** A person has seen the plan and wants it written. `seen` stands for exactly the plan that was shown. */
  async confirm(id: number, person: Person, seen: string): Promise<Result<JobView>> {
    const opened = await this.openJob(id, ["review"], person);
    if (!opened.ok) return opened;
    const { job, runner } = opened.value;
    if (Date.now() - (job.memory.beforeAt ?? 0) > LONGEST_REVIEW_MS) {
      await forgetReading(this.parts.db, id);
      job.phase = "reading-before";
      await saveJob(this.parts.db, job);
      this.launch(runner);
      return trouble(
        "The plan was open for so long that the drive may have been changed meanwhile; it is read again.",
        "Look through the new plan, then write it.",
      );
    }
    const state = await runner.connection.look(IMPORTANCE.restore);
    if (!state.ok) return state;
    await runner.review();
    if (planHash(job.memory.plan!) !== seen)
      return trouble("The plan is not the one you saw any more.", "Look through it again.");
    if (!mayWrite(job.memory.checks))
      return trouble(
        "One of the checks says stop, so nothing is written.",
        "Its line says what would make it fine.",
      );
    await runner.takePlan();
    job.phase = "writing";
    job.memory.resumeAt = "writing";
    await saveJob(this.parts.db, job);
    this.launch(runner);
    return good(jobView(job, runner.connection.address.id));
  }

  /** Stops between two writes, or stops waiting. */
  stop(id: number): void {
    this.running.get(id)?.runner.stop();
  }

  /** Goes on after a halt: what is not certain is read back first. `again` names steps to try once more. */
  async goOn(id: number, person: Person, again: readonly number[] = []): Promise<Result<JobView>> {
    const opened = await this.openJob(id, ["halted"], person);
    if (!opened.ok) return opened;
    const { job, runner } = opened.value;
    for (const ordinal of again) {
      const step = job.steps[ordinal];
      if (!step || (step.state !== "refused" && step.state !== "other")) continue;
      job.steps[ordinal] = {
        code: step.code,
        from: step.from,
        to: step.to,
        state: "planned",
        tries: 0,
        ...(step.caution ? { caution: step.caution } : {}),
      };
      await saveStep(this.parts.db, id, ordinal, job.steps[ordinal]);
    }
    const written = job.steps.length > 0 && job.steps.every((each) => each.state !== "planned");
    if (again.length === 0 && written) job.memory.refusalsSeen = true;
    if (job.memory.permanent === "sent") job.memory.permanent = "unknown";
    job.phase = again.length > 0 ? "writing" : (job.memory.resumeAt ?? "writing");
    delete job.memory.note;
    await saveJob(this.parts.db, job);
    this.launch(runner);
    return good(jobView(job, runner.connection.address.id));
  }

  /** Ends a restore as it stands. When something was written, the receipt says how it stood. */
  async end(id: number, person: Person): Promise<Result<JobView>> {
    await this.halted(id);
    const job = await loadJob(this.parts.db, id);
    if (!job?.open)
      return trouble("This restore has already ended.", "Its receipt is in the position's ledger.");
    job.memory.interruptions.push(`${new Date().toISOString()} Ended by ${person.name}.`);
    if (job.steps.some((each) => each.tries > 0)) {
      job.memory.receiptId = await writeReceipt(
        this.parts.db,
        this.bench.definition(job.memory.identity.definitionId),
        job,
        undefined,
      );
    } else {
      // Nothing was sent to the drive, so there is nothing to account for.
      await saveJob(this.parts.db, { ...job, open: false, phase: "ended" });
      await writeJournal(this.parts.db, {
        byName: person.name,
        kind: "restore",
        positionId: job.positionId,
        text: `Ended the restore of record ${job.memory.recordNumber} onto drive ${job.memory.identity.serial} before anything was written.`,
        href: `/restore/${id}`,
      });
    }
    job.open = false;
    job.phase = "ended";
    this.parts.events.publish({ type: "job", view: jobView(job) });
    this.parts.events.publish({ type: "ledger", tag: job.tag });
    return good(jobView(job));
  }

  /** Ends a restore and puts back what was there before: a restore of the record of before, onto the same drive. */
  async putBack(id: number, person: Person): Promise<Result<JobView>> {
    await this.halted(id);
    const job = await loadJob(this.parts.db, id);
    if (!job) return trouble("There is no such restore.", "Look at the position's page.");
    if (job.memory.beforeRecordId === undefined)
      return trouble("Nothing was written yet, so there is nothing to put back.", "End the restore.");
    const connection = this.bench.findDrive(job.memory.identity.definitionId, job.memory.identity.serial);
    if (connection?.phase !== "connected")
      return trouble("The drive is not connected.", "Connect it on the bench, then put back what was there.");
    if (job.open) await this.end(id, person);
    return this.start(person, {
      positionId: job.positionId,
      recordId: job.memory.beforeRecordId,
      connectionId: connection.address.id,
      puttingBack: true,
    });
  }

  /** Everything the restore page shows. */
  async detail(id: number): Promise<RestoreDetail | undefined> {
    const live = this.running.get(id)?.runner;
    if (live) return jobDetail(live.job, live.connection.address.id);
    const job = await loadJob(this.parts.db, id);
    return (
      job &&
      jobDetail(
        job,
        this.bench.findDrive(job.memory.identity.definitionId, job.memory.identity.serial)?.address.id,
      )
    );
  }

  /** Open restores, for a page that has just been opened. */
  async openViews(): Promise<JobView[]> {
    const rows = await this.parts.db
      .select({ id: tables.job.id })
      .from(tables.job)
      .where(and(eq(tables.job.open, true), eq(tables.job.kind, "restore")));
    const views: JobView[] = [];
    for (const { id } of rows) {
      const detail = await this.detail(id);
      if (!detail) continue;
      const { checks: _checks, plan: _plan, choices: _choices, steps: _steps, ...view } = detail;
      views.push(view);
    }
    return views;
  }

  /** Resolves when this restore waits for a person or has ended. */
  async settled(id: number): Promise<void> {
    await this.running.get(id)?.done;
  }

  private launch(runner: RestoreRunner): void {
    const { id } = runner.job;
    const done = runner
      .run()
      .catch((error: unknown) =>
        log.error({ job: id, error }, "a restore ended without being able to write down how"),
      )
      .finally(() => {
        if (this.running.get(id)?.runner === runner) this.running.delete(id);
      });
    this.running.set(id, { runner, done });
  }

  private async halted(id: number): Promise<void> {
    const live = this.running.get(id);
    live?.runner.stop();
    await live?.done;
  }

  private async openJob(
    id: number,
    phases: ReadonlyArray<RestoreJob["phase"]>,
    person?: Person,
  ): Promise<Result<{ job: RestoreJob; runner: RestoreRunner }>> {
    if (this.running.has(id)) return trouble("This restore is under way.", "Stop it first, or let it go on.");
    const job = await loadJob(this.parts.db, id);
    if (!job?.open || !phases.includes(job.phase))
      return trouble("This restore does not wait for that now.", "Load the page again to see how it stands.");
    const connection = this.bench.findDrive(job.memory.identity.definitionId, job.memory.identity.serial);
    if (!connection)
      return trouble(
        `Drive ${job.memory.identity.serial} is not connected.`,
        "Connect it on the bench, then go on.",
      );
    const acting = person ?? { id: job.by, name: job.byName, sessionId: "" };
    return good({ job, runner: new RestoreRunner(this.parts, job, connection, acting) });
  }

  private async whoIsAtIt(positionId: number, driveKey: string): Promise<Result<never> | undefined> {
    const rows = await this.parts.db
      .select()
      .from(tables.job)
      .where(and(eq(tables.job.open, true), eq(tables.job.kind, "restore")));
    const other = rows.find((each) => each.positionId === positionId || each.driveKey === driveKey);
    if (!other) return undefined;
    const what = other.driveKey === driveKey ? "this drive" : "this position";
    return trouble(
      `${other.byName} is restoring ${what} since ${other.startedAt.toISOString().slice(11, 16)} UTC (restore ${other.id}).`,
      "Open that restore to follow it, or ask them to end it.",
    );
  }
}
