import type { Result } from "@/core/drive";
import { good } from "@/core/drive";
import type { Bench } from "@/server/bench";
import type { Person } from "@/server/people";
import type { RunnerParts } from "./course";
import { loadJob, type RestoreJob } from "./job-state";
import { RestoreRunner } from "./runner";
import type { Running } from "./running";
import { NO_SUCH, STANDS_OTHERWISE, trouble, UNDER_WAY } from "./troubles";

/** Takes up a restore that waits for a person: only where nobody is at it, it stands as is wanted, and its drive is connected. */
export class Opening {
  constructor(
    private readonly parts: RunnerParts,
    private readonly bench: Bench,
    private readonly running: Running,
  ) {}

  /** A runner for a restore that stands as `stands` says. */
  async open(
    id: number,
    person: Person,
    stands: (job: RestoreJob) => boolean,
  ): Promise<Result<RestoreRunner>> {
    if (this.running.of(id)) return UNDER_WAY;
    await this.running.settleLeft(id);
    const job = await loadJob(this.parts.db, id);
    if (!job) return NO_SUCH;
    if (!job.open || !stands(job)) return STANDS_OTHERWISE;
    const connection = this.bench.findDrive(job.memory.identity);
    if (!connection)
      return trouble(
        "not-connected",
        `Drive ${job.memory.identity.serial} is not connected.`,
        "Connect it on the bench, then go on.",
      );
    return good(new RestoreRunner(this.parts, this.bench, job, connection, person));
  }
}
