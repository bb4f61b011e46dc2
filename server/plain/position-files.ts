import { eq, sql } from "drizzle-orm";
import { writeRecordDocument } from "@/core/format";
import { tables, type Database } from "@/server/database";
import { documentOf } from "@/server/old-files";
import { KINDS, type Doc, type Kind } from "./kinds";
import { asText, type PlainFile, type Referred } from "./plain-file";
import { recordsOf } from "./records-of";

/** The files of a position: its restores, rehearsals, drafts, receipts and records, and at last itself. What they refer to is noted. */
export async function* positionFiles(
  db: Database,
  folder: string,
  position: { id: number; tag: string; uid: string },
  docs: (kind: Kind, where: ReturnType<typeof sql>, by?: ReturnType<typeof sql>) => Promise<Doc[]>,
  referred: Referred,
): AsyncGenerator<PlainFile> {
  const here = sql`t.position_id = ${position.id}`;
  const ofRecord = sql`t.record_id in (select r.id from record r where r.position_id = ${position.id})`;
  const ofJob = sql`t.job_id in (select j.id from job j where j.position_id = ${position.id})`;
  const receipts = await docs(KINDS.receipt, here, sql`t.id`);
  const signOffs = await docs(
    KINDS.signOff,
    sql`t.receipt_id in (select r.id from receipt r where r.position_id = ${position.id})`,
  );
  const checks = await docs(
    KINDS.receiptChecks,
    sql`t.receipt_id in (select r.id from receipt r where r.position_id = ${position.id})`,
    sql`t.id`,
  );
  const jobs = await docs(KINDS.job, sql`${here} and not t.open`);
  const steps = await docs(KINDS.jobStep, ofJob, sql`t.job_id, t.ordinal`);
  for (const job of jobs) job.detail = await namedRecords(db, job.detail as Record<string, unknown>);
  if (jobs.length > 0)
    yield {
      path: `${folder}/restores.json`,
      content: asText({ jobs, steps: steps.filter((each) => jobs.some((job) => job.uid === each.job_id)) }),
    };
  const rehearsals = await docs(KINDS.rehearsal, here, sql`t.id`);
  if (rehearsals.length > 0) yield { path: `${folder}/rehearsals.json`, content: asText({ rehearsals }) };
  const drafts = await docs(KINDS.draft, here);
  if (drafts.length > 0)
    yield {
      path: `${folder}/drafts.json`,
      content: asText({
        drafts,
        steps: await docs(
          KINDS.draftStep,
          sql`t.draft_id in (select d.id from draft d where d.position_id = ${position.id})`,
          sql`t.draft_id, t.n`,
        ),
      }),
    };
  for (const receipt of receipts)
    yield {
      path: `${folder}/receipts/${String(receipt.id).padStart(4, "0")}.json`,
      content: asText({
        receipt,
        signOffs: signOffs.filter((each) => each.receipt_id === receipt.uid),
        checks: checks.filter((each) => each.receipt_id === receipt.uid),
      }),
    };
  const standing = await docs(KINDS.standing, here, sql`t.id`);
  const notes = await docs(KINDS.note, ofRecord);
  const labels = await docs(KINDS.label, ofRecord, sql`t.id`);
  for await (const { row, set, drive } of recordsOf(db, position.id)) {
    referred.people.add(row.takenBy);
    referred.definitions.add(row.definitionId);
    const document = {
      ...documentOf(position.tag, row, set),
      ledger: { position: position.uid, by: row.takenBy, drive: drive ?? undefined },
    };
    yield {
      path: `${folder}/records/${String(row.number).padStart(4, "0")}.json`,
      content: writeRecordDocument(document),
    };
  }
  const [doc] = await docs(KINDS.position, sql`t.id = ${position.id}`);
  if (doc?.definition_id) referred.definitions.add(String(doc.definition_id));
  yield {
    path: `${folder}/position.json`,
    content: asText({
      position: doc,
      formerTags: await docs(KINDS.formerTag, here),
      checks: await docs(KINDS.positionChecks, here, sql`t.id`),
      parameterNotes: await docs(KINDS.parameterNote, here, sql`t.id`),
      standing,
      notes,
      labels,
    }),
  };
}

/** A restore remembers records by this ledger's numbers; in a file they have their uids. */
async function namedRecords(db: Database, detail: Record<string, unknown>): Promise<Record<string, unknown>> {
  const named = { ...detail };
  for (const key of ["recordId", "beforeRecordId"]) {
    if (typeof detail[key] !== "number") continue;
    const [row] = await db
      .select({ uid: tables.record.uid })
      .from(tables.record)
      .where(eq(tables.record.id, detail[key]));
    named[key] = row?.uid;
  }
  return named;
}
