import { and, asc, eq, inArray, sql } from "drizzle-orm";
import { writeRecordDocument } from "@/core/format";
import type { ParameterSet, Piece } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { readFile } from "@/server/files";
import type { RecordRow } from "@/server/ledger";
import { documentOf } from "@/server/old-files";
import { docsOf, KINDS, type Doc, type Kind } from "./kinds";
import { settingsOf } from "./settings";

export const PLAIN_FORMAT = 1;

/** One file of an export. */
export interface PlainFile {
  path: string;
  content: string | ReadableStream<Uint8Array>;
}

/**
 * The ledger of some plants as files: a folder for each plant and in it for each position, one text for each record, the same text for the same content, so that two exports
 * can be compared line by line. What refers to something is given before it: what is added meanwhile may be missing as a whole, but nothing is there without what it
 * refers to. Accounts' passwords, sign-ins, tokens and roles stay; restores that are not ended stay.
 */
export async function* plainFiles(
  db: Database,
  plantIds: readonly number[],
  at: Date,
): AsyncGenerator<PlainFile> {
  const people = new Set<string>();
  const definitions = new Set<string>();
  const files = new Set<string>();
  const slugs: string[] = [];
  for (const plantId of plantIds) {
    const [plant] = await db.select().from(tables.plant).where(eq(tables.plant.id, plantId));
    // What was practised is nobody's record: taken in elsewhere it would look like a real plant's.
    if (plant!.practice) continue;
    slugs.push(plant!.slug);
    for await (const each of plantFiles(db, plant!, { people, definitions, files })) yield each;
  }
  for (const hash of [...files].sort()) yield { path: `files/${hash}`, content: await readFile(db, hash) };
  yield* definitionFiles(db, definitions);
  const everyone =
    people.size === 0
      ? []
      : await db
          .select()
          .from(tables.user)
          .where(inArray(tables.user.id, [...people]));
  yield {
    path: "people.json",
    content: text(
      everyone.map(({ id, name, email }) => ({ id, name, email })).sort((a, b) => a.id.localeCompare(b.id)),
    ),
  };
  yield {
    path: "ledger.json",
    content: text({ calmLedgerExport: PLAIN_FORMAT, at: at.toISOString(), plants: slugs }),
  };
}

/** What files of plants refer to. */
interface Referred {
  people: Set<string>;
  definitions: Set<string>;
  files: Set<string>;
}

async function* plantFiles(
  db: Database,
  plant: typeof tables.plant.$inferSelect,
  referred: Referred,
): AsyncGenerator<PlainFile> {
  const { slug, id: plantId } = plant;
  const positions = await db
    .select({ id: tables.position.id, tag: tables.position.tag, uid: tables.position.uid })
    .from(tables.position)
    .where(eq(tables.position.plantId, plantId))
    .orderBy(asc(tables.position.tag));
  const ofPlant = sql`t.plant_id = ${plantId}`;
  const docs = async (kind: Kind, where = ofPlant, by = sql`t.uid`): Promise<Doc[]> => {
    const found = await docsOf(db, kind, where, by);
    for (const { by: who } of found) if (typeof who === "string") referred.people.add(who);
    return found;
  };
  const within = (table: string, column: string) =>
    sql`t.${sql.identifier(column)} in (select p.id from ${sql.identifier(table)} p where p.plant_id = ${plantId})`;
  const file = (name: string, content: unknown): PlainFile => ({
    path: `${slug}/${name}`,
    content: text(content),
  });

  const lines = await docs(KINDS.journal, ofPlant, sql`t.id`);
  for (const [month, some] of byMonth(lines))
    yield {
      path: `${slug}/journal/${month}.jsonl`,
      content: some.map((each) => `${JSON.stringify(each)}\n`).join(""),
    };
  const attachments = await docs(KINDS.attachment);
  const withdrawn = await docs(KINDS.withdrawn, within("attachment", "attachment_id"), sql`t.at`);
  for (const each of attachments) referred.files.add(String(each.file_hash));
  yield file("files.json", { attachments, withdrawn });
  yield file("rounds.json", {
    rounds: await docs(KINDS.round),
    positions: await docs(KINDS.roundPosition, within("round", "round_id"), sql`t.round_id, t.position_id`),
  });
  yield file("batches.json", {
    batches: await docs(KINDS.batch),
    members: await docs(KINDS.batchMember, within("batch", "batch_id"), sql`t.batch_id, t.position_id`),
  });
  yield file("shifts.json", {
    handovers: await docs(KINDS.handover),
    acceptances: await docs(KINDS.acceptance, within("shift_handover", "handover_id"), sql`t.at`),
  });
  // Not every disk tells large letters from small ones.
  const folders = new Set<string>();
  for (const position of positions) {
    let folder = folderOf(position.tag);
    while (folders.has(folder.toLowerCase())) folder += "~";
    folders.add(folder.toLowerCase());
    yield* positionFiles(db, `${slug}/positions/${folder}`, position, docs, referred);
  }
  const drives = await docs(KINDS.drive);
  const events = await docs(KINDS.driveEvent, within("drive", "drive_id"));
  for (const drive of drives) {
    referred.definitions.add(String(drive.definition_id));
    yield file(`drives/${folderOf(String(drive.definition_id))}/${folderOf(String(drive.serial))}.json`, {
      drive,
      events: events.filter((each) => each.drive_id === drive.uid),
    });
  }
  const settings = await settingsOf(db, plantId);
  if (settings) yield file("settings.json", settings);
  yield file("plant.json", {
    plant: (await docs(KINDS.plant, sql`t.id = ${plantId}`))[0],
    areas: await docs(KINDS.area),
    links: await docs(KINDS.link),
  });
}

async function* positionFiles(
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
      content: text({ jobs, steps: steps.filter((each) => jobs.some((job) => job.uid === each.job_id)) }),
    };
  const rehearsals = await docs(KINDS.rehearsal, here, sql`t.id`);
  if (rehearsals.length > 0) yield { path: `${folder}/rehearsals.json`, content: text({ rehearsals }) };
  const drafts = await docs(KINDS.draft, here);
  if (drafts.length > 0)
    yield {
      path: `${folder}/drafts.json`,
      content: text({
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
      content: text({
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
    content: text({
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

const RECORDS_AT_ONCE = 100;

/** The records of a position with what they hold, oldest first; contents that several share are read once. */
async function* recordsOf(
  db: Database,
  positionId: number,
): AsyncGenerator<{ row: RecordRow; set: ParameterSet; drive: string | null }> {
  const { record, drive } = tables;
  let last = 0;
  for (;;) {
    const rows = await db
      .select({ row: record, drive: drive.uid })
      .from(record)
      .leftJoin(drive, eq(drive.id, record.driveId))
      .where(and(eq(record.positionId, positionId), sql`${record.number} > ${last}`))
      .orderBy(asc(record.number))
      .limit(RECORDS_AT_ONCE);
    const contents = await contentsOf(db, [...new Set(rows.map((each) => each.row.hashAll))]);
    for (const { row, drive: fitted } of rows)
      yield {
        row,
        set: { definitionId: row.definitionId, pieces: contents.get(row.hashAll) ?? [] },
        drive: fitted,
      };
    if (rows.length < RECORDS_AT_ONCE) return;
    last = rows.at(-1)!.row.number;
  }
}

async function contentsOf(db: Database, hashes: string[]): Promise<Map<string, Piece[]>> {
  const { content, piece } = tables;
  const found = new Map<string, Piece[]>();
  if (hashes.length === 0) return found;
  const at = sql`generate_series(0, length(${content.pieces}) / 32 - 1) as at(i)`;
  const rows = await db
    .select({ hash: content.hash, piece: piece.content })
    .from(content)
    .innerJoin(at, sql`true`)
    .innerJoin(
      piece,
      sql`${piece.hash} = substring(${content.pieces} from at.i * 32 + 1 for 32)`,
    )
    .where(inArray(content.hash, hashes))
    .orderBy(content.hash, sql`at.i`);
  for (const each of rows) found.set(each.hash, [...(found.get(each.hash) ?? []), each.piece]);
  return found;
}

async function* definitionFiles(db: Database, ids: ReadonlySet<string>): AsyncGenerator<PlainFile> {
  const { definitionVersion } = tables;
  if (ids.size === 0) return;
  const rows = await db
    .select()
    .from(definitionVersion)
    .where(inArray(definitionVersion.definitionId, [...ids]))
    .orderBy(asc(definitionVersion.definitionId), asc(definitionVersion.version));
  for (const row of rows)
    yield {
      path: `definitions/${folderOf(row.definitionId)}/${folderOf(row.version)}.json`,
      content: text({ ...row, at: row.at?.toISOString() ?? null }),
    };
}

function byMonth(lines: Doc[]): Map<string, Doc[]> {
  const months = new Map<string, Doc[]>();
  for (const each of lines) {
    const month = String(each.at).slice(0, 7);
    const held = months.get(month);
    if (held) held.push(each);
    else months.set(month, [each]);
  }
  return months;
}

const text = (content: unknown): string => `${JSON.stringify(content, undefined, 1)}\n`;

/** A name as every disk can have it; what it stands for is in the file. Example: "A:1" is "A%3A1". */
export function folderOf(name: string): string {
  const plain = name.replace(
    /[^\p{L}\p{N}._ +=#-]/gu,
    (sign) => `%${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(2, "0")}`,
  );
  return /^\.*$/.test(plain) ? `%${plain}` : plain;
}
