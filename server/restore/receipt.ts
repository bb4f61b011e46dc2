import { desc, eq, max, sql } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import type { ReceiptContent } from "@/core/live";
import type { ParameterResult, Verification } from "@/core/restore";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { standingOf } from "@/server/ledger";
import type { RestoreJob } from "./job-state";

/** Writes the receipt of a restore that ended, however it ended, and closes the job, in one transaction. Gives the receipt's number. */
export async function writeReceipt(
  db: Database,
  definition: Definition,
  job: RestoreJob,
  verification: Verification | undefined,
): Promise<number> {
  return db.transaction(async (tx) => {
    const position = (
      await tx.select().from(tables.position).where(eq(tables.position.id, job.positionId))
    )[0]!;
    const choice = await standingOf(tx, job.positionId);
    const { memory } = job;
    const outcome =
      verification === undefined ? "given-up" : verification.verified ? "verified" : "not-verified";
    const content: ReceiptContent = {
      kind: "restore",
      tag: job.tag,
      positionTitle: job.positionTitle,
      jobNumber: position.jobNumber,
      recordNumber: memory.recordNumber,
      standing: choice?.recordId === memory.recordId,
      drive: memory.identity,
      previousSerial: memory.previousSerial,
      byName: job.byName,
      startedAt: job.startedAt.toISOString(),
      endedAt: new Date().toISOString(),
      outcome,
      permanent: memory.permanent === "sent" ? "unknown" : memory.permanent,
      checks: memory.checks,
      results: verification?.results ?? job.steps.map(unfinished),
      alsoChanged: verification?.alsoChanged ?? [],
      leftOut: memory.plan?.leftOut ?? [],
      equal: memory.plan?.equal ?? 0,
      beforeRecord: memory.beforeRecord,
      afterRecord: memory.afterRecord,
      definitionId: definition.id,
      definitionVersion: definition.version,
      interruptions: memory.interruptions,
    };
    // A sequence would leave gaps behind when the program dies; two receipts at once wait for each other instead.
    await tx.execute(sql`lock table ${tables.receipt} in exclusive mode`);
    const [last] = await tx.select({ id: max(tables.receipt.id) }).from(tables.receipt);
    const id = (last?.id ?? 0) + 1;
    await tx
      .insert(tables.receipt)
      .values({
        id,
        jobId: job.id,
        positionId: job.positionId,
        at: new Date(),
        by: job.by,
        byName: job.byName,
        content: content as unknown as Record<string, unknown>,
      });
    const word = {
      verified: "verified",
      "not-verified": "not verified",
      "given-up": "ended before it was done",
    }[outcome];
    await writeJournal(tx, {
      byName: job.byName,
      kind: "restore",
      positionId: job.positionId,
      text: `Restored record ${memory.recordNumber} of ${job.tag} onto drive ${memory.identity.serial}: ${word}.`,
      href: `/receipts/${id}`,
    });
    await tx
      .update(tables.job)
      .set({
        open: false,
        phase: outcome === "given-up" ? "ended" : "done",
        endedAt: new Date(),
        detail: { ...memory, receiptId: id } as unknown as Record<string, unknown>,
      })
      .where(eq(tables.job.id, job.id));
    return id;
  });
}

function unfinished(step: RestoreJob["steps"][number]): ParameterResult {
  const verdict =
    step.state === "planned"
      ? "not-written"
      : step.state === "refused"
        ? "refused"
        : step.state === "other"
          ? "differs"
          : "not-read-back";
  return {
    code: step.code,
    from: step.from,
    to: step.to,
    readBack: step.readBack,
    verdict,
    ...(step.said ? { said: step.said } : {}),
  };
}

/** One receipt with the position's tag; undefined when there is none. */
export async function findReceipt(db: Database, id: number) {
  const rows = await db.select().from(tables.receipt).where(eq(tables.receipt.id, id));
  return rows[0] && { ...rows[0], content: rows[0].content as unknown as ReceiptContent };
}

/** Receipts of a position, newest first. */
export async function listReceipts(db: Database, positionId: number) {
  const rows = await db
    .select()
    .from(tables.receipt)
    .where(eq(tables.receipt.positionId, positionId))
    .orderBy(desc(tables.receipt.id));
  return rows.map((each) => ({ ...each, content: each.content as unknown as ReceiptContent }));
}
