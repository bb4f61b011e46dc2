import { and, desc, eq, max, sql } from "drizzle-orm";
import { receiptContent, type ReceiptContent } from "@/core/contract";
import type { Definition } from "@/core/definition";
import {
  OPERATION_WORDS,
  sentMoreThanOnce,
  type Outside,
  type ParameterResult,
  type StepState,
  type Verification,
} from "@/core/restore";
import { parse } from "@/core/shape";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { recordById, standingOf } from "@/server/ledger";
import { closeCollecting, reasonsOf, stepsInAll } from "./change";
import { detailOf, operationOf, type RestoreJob } from "./job-state";

/** Writes the receipt of a restore that ended, however it ended, and closes the job, in one transaction. Gives the receipt's number. */
export async function writeReceipt(
  db: Database,
  definition: Definition,
  job: RestoreJob,
  verification: (Verification & { outside?: Outside }) | undefined,
  now: Date,
): Promise<number> {
  return db.transaction(async (tx) => {
    const position = (
      await tx.select().from(tables.position).where(eq(tables.position.id, job.positionId))
    )[0]!;
    const { memory } = job;
    const recorded = memory.recordId === undefined ? undefined : await recordById(tx, memory.recordId);
    const choice = recorded && (await standingOf(tx, recorded.positionId));
    const outcome = outcomeOf(verification);
    const operation = operationOf(memory);
    const content: ReceiptContent = {
      version: 3,
      kind: operation,
      tag: job.tag,
      positionTitle: job.positionTitle,
      jobNumber: position.jobNumber,
      recordNumber: memory.recordNumber,
      recordLacks: memory.recordLacks,
      recordTag: memory.recordTag,
      spare: memory.spare,
      standing: recorded !== undefined && choice?.recordId === recorded.id,
      drive: memory.identity,
      was: memory.was,
      program: memory.plan?.program,
      previousSerial: memory.previousSerial,
      byName: job.byName,
      confirmedBy: memory.confirmedBy,
      endedBy: memory.endedBy,
      deadVoltage: memory.deadVoltage,
      exchanged: memory.choices.exchanged,
      safety:
        (operation === "restore" || operation === "factory-reset") &&
        definition.parameters.some((each) => each.kind === "safety"),
      startedAt: job.startedAt.toISOString(),
      endedAt: now.toISOString(),
      outcome,
      permanent: memory.permanent === "sent" ? "unknown" : memory.permanent,
      checks: memory.checks,
      results: verification?.results ?? unfinishedResults(job),
      alsoChanged: verification?.alsoChanged ?? [],
      leftOut: memory.plan?.leftOut ?? [],
      equal: memory.plan?.equal ?? 0,
      reasons: reasonsOf(memory),
      untold: memory.plan?.untold,
      part: memory.choices.part,
      outside: verification?.outside,
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
    await tx.insert(tables.receipt).values({
      id,
      jobId: job.id,
      plantId: job.plantId,
      positionId: job.positionId,
      at: now,
      by: job.by,
      byName: job.byName,
      content,
    });
    await closeCollecting(tx, job, now);
    const word = {
      verified: "verified",
      "not-verified": "not verified",
      "given-up": "ended before it was done",
    }[outcome];
    await writeJournal(tx, {
      at: now,
      plantId: job.plantId,
      by: job.by,
      byName: job.byName,
      kind: "restore",
      positionId: job.positionId,
      text: `${didWords(job)}: ${word}.`,
      href: `/receipts/${id}`,
    });
    await tx
      .update(tables.job)
      .set({
        open: false,
        phase: memory.place.stage,
        endedAt: now,
        lease: null,
        detail: detailOf({ ...memory, receiptId: id }),
      })
      .where(eq(tables.job.id, job.id));
    return id;
  });
}

/** What a receipt says of a write when nobody verified it. */
const UNFINISHED: Record<StepState, ParameterResult["verdict"]> = {
  planned: "not-written",
  refused: "refused",
  other: "differs",
  sent: "not-read-back",
  written: "not-read-back",
  unknown: "not-read-back",
};

function unfinishedResults({ memory, steps }: Pick<RestoreJob, "memory" | "steps">): ParameterResult[] {
  if (operationOf(memory) === "restore") return steps.map(unfinished);
  if (operationOf(memory) === "change") return stepsInAll({ memory, steps }).map(unfinished);
  // What was foreseen, and nobody has read.
  return (memory.plan?.writes ?? []).map(({ code, from, to }) => ({
    code,
    from,
    to,
    verdict: "not-read-back",
  }));
}

function didWords({ memory, tag }: RestoreJob): string {
  const operation = operationOf(memory);
  const { serial } = memory.identity;
  if (memory.spare)
    return `Prepared drive ${serial} as a spare for ${tag}, with record ${memory.recordNumber}`;
  return operation === "restore"
    ? `Restored record ${memory.recordNumber} of ${memory.recordTag ?? tag} onto drive ${serial}${memory.recordTag ? ` of ${tag}` : ""}`
    : `${OPERATION_WORDS[operation].did}: drive ${serial} of ${tag}`;
}

function unfinished(step: RestoreJob["steps"][number]): ParameterResult {
  const verdict = UNFINISHED[step.state];
  return {
    code: step.code,
    from: step.from,
    to: step.to,
    readBack: step.readBack,
    verdict,
    said: step.said,
    ...sentMoreThanOnce(step),
  };
}

/** One receipt of a plant by its number; undefined when there is none. */
export async function findReceipt(db: Database, plantId: number, id: number) {
  const [row] = await db
    .select()
    .from(tables.receipt)
    .where(and(eq(tables.receipt.id, id), eq(tables.receipt.plantId, plantId)));
  return row && { ...row, content: readReceipt(id, row.content) };
}

/** A receipt as it was kept. Those of version 1 and 2 said the same of restores alone. Throws when it cannot be read. */
function readReceipt(id: number, content: Record<string, unknown>): ReceiptContent {
  const read = parse(receiptContent, { ...content, version: 3 });
  if (!read.ok) throw new Error(`Receipt ${id} is kept in a way this program cannot read: ${read.message}.`);
  return read.value;
}

/** Receipts of a position, newest first. */
export async function listReceipts(db: Database, positionId: number) {
  const rows = await db
    .select()
    .from(tables.receipt)
    .where(eq(tables.receipt.positionId, positionId))
    .orderBy(desc(tables.receipt.id));
  return rows.map((each) => ({ ...each, content: readReceipt(each.id, each.content) }));
}

function outcomeOf(verification: Verification | undefined): ReceiptContent["outcome"] {
  if (verification === undefined) return "given-up";
  return verification.verified ? "verified" : "not-verified";
}

/** Whether nothing was done at its position since; what was done with a spare on the workbench was not done there. */
export async function isNewest(
  db: Database,
  { id, positionId }: { id: number; positionId: number },
): Promise<boolean> {
  const { receipt } = tables;
  const [newest] = await db
    .select({ id: receipt.id })
    .from(receipt)
    .where(
      and(eq(receipt.positionId, positionId), sql`${receipt.content} ->> 'spare' is distinct from 'true'`),
    )
    .orderBy(desc(receipt.id))
    .limit(1);
  return newest?.id === id;
}
