import { and, eq, isNotNull } from "drizzle-orm";
import { move, worksByItself, type WriteStep } from "@/core/restore";
import { tables, type Database, type Owner } from "@/server/database";
import { loadJob, replaceSteps, saveJob } from "./job-state";

/**
 * Brings a restore that nobody is at any more into a state that can be trusted: it is halted and says why, and nobody has its lease. A step that was
 * sent and not answered is unknown until it is read back. One that waits for a person anyway stays as it is. Throws when it cannot be read.
 */
export async function haltLeft(db: Database, id: number, why: string, now: Date): Promise<void> {
  const job = await loadJob(db, id);
  if (!job?.open) return;
  const { memory } = job;
  if (worksByItself(memory.place)) {
    job.steps = job.steps.map(asUnknown);
    if (memory.permanent === "sent") memory.permanent = "unknown";
    memory.place = move(memory.place, { type: "wait", for: "person", why });
    memory.interruptions.push(`${now.toISOString()} ${why}`);
  }
  await db.transaction(async (tx) => {
    await replaceSteps(tx, id, job.steps);
    await saveJob(tx, job, now);
    await tx.update(tables.job).set({ lease: null }).where(eq(tables.job.id, id));
  });
}

/** Whether a living process is at work on a restore. */
export async function hasOwner(db: Database, owner: Owner, id: number): Promise<boolean> {
  const { job } = tables;
  const [row] = await db
    .select({ owner: job.owner })
    .from(job)
    .where(and(eq(job.id, id), isNotNull(job.lease)));
  return row?.owner != null && owner.lives(row.owner);
}

/** A step that was sent when its work ended: nobody knows. */
function asUnknown(step: WriteStep): WriteStep {
  if (step.state !== "sent") return step;
  return {
    ...step,
    state: "unknown",
    said: "The program ended before the answer came.",
    remedy: "It is read back before anything else is written.",
  };
}
