import { randomUUID } from "node:crypto";
import type { JobView } from "@/core/contract";
import { good, type Result } from "@/core/drive";
import type { Bench } from "@/server/bench";
import type { Person } from "@/server/people";
import { closeJob } from "./close";
import type { RunnerParts } from "./course";
import { dropLease, loadJob, takeLease } from "./job-state";
import type { Running } from "./running";
import { ENDED_ALREADY, NO_SUCH, UNDER_WAY } from "./troubles";
import { jobView } from "./view";

/** Ends a restore as it stands, once it stands still. When something was written, the receipt says how it stood. */
export async function endRestore(
  parts: RunnerParts,
  bench: Bench,
  running: Running,
  id: number,
  person: Person,
): Promise<Result<JobView>> {
  const { db, shelf, owner, events } = parts;
  await running.halted(id);
  const job = await loadJob(db, id);
  if (!job) return NO_SUCH;
  if (!job.open) return ENDED_ALREADY;
  const { memory } = job;
  const lease = randomUUID();
  if (!(await takeLease(db, id, { lease, owner: owner.id }, memory.place))) return UNDER_WAY;
  try {
    await closeJob(db, shelf, job, person, new Date(parts.wall()));
  } catch (error) {
    await dropLease(db, id, lease);
    throw error;
  }
  events.publish(job.plantId, { type: "job", view: jobView(job) });
  events.publish(job.plantId, { type: "ledger", tag: job.tag });
  const connection = bench.findDrive(memory.identity);
  if (connection) await bench.restoreEnded(connection);
  return good(jobView(job));
}
