import { and, eq } from "drizzle-orm";
import type { JobView, RestoreDetail } from "@/core/contract";
import type { Bench } from "@/server/bench";
import { tables } from "@/server/database";
import { isCollecting, type Changes } from "./changes";
import type { RunnerParts } from "./course";
import { loadJob, openJobIds } from "./job-state";
import type { Running } from "./running";
import { jobDetail, jobView } from "./view";

/** Restores as pages show them: those that are under way as their runners have them, the others as they were written down. */
export class Shown {
  constructor(
    private readonly parts: Pick<RunnerParts, "db">,
    private readonly bench: Pick<Bench, "findDrive">,
    private readonly running: Running,
    private readonly changes: Changes,
  ) {}

  /** Everything the restore page shows; undefined when there is no such restore in the plant. */
  async detail(id: number, plantId?: number): Promise<RestoreDetail | undefined> {
    const live = this.running.of(id);
    if (live && (plantId === undefined || live.job.plantId === plantId))
      return jobDetail(live.job, live.connection);
    await this.running.settleLeft(id);
    const job = await loadJob(this.parts.db, id, plantId);
    if (!job) return undefined;
    const connection = this.bench.findDrive(job.memory.identity);
    // What is wished is collected by several people; what it comes to is worked out for whoever looks.
    if (isCollecting(job)) await this.changes.workOut(job);
    return jobDetail(job, connection);
  }

  /** Whether a restore is one of a plant's. */
  async isOf(id: number, plantId: number): Promise<boolean> {
    const { job } = tables;
    const rows = await this.parts.db
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.id, id), eq(job.plantId, plantId)));
    return rows.length > 0;
  }

  /** Open restores of a plant, for a page that has just been opened. */
  async openViews(plantId: number): Promise<JobView[]> {
    const views: JobView[] = [];
    for (const id of await openJobIds(this.parts.db, plantId)) {
      const live = this.running.of(id);
      if (!live) await this.running.settleLeft(id);
      const job = live?.job ?? (await loadJob(this.parts.db, id));
      if (job) views.push(jobView(job, (live?.connection ?? this.bench.findDrive(job.memory.identity))?.id));
    }
    return views;
  }
}
