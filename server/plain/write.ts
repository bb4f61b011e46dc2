import { asc, eq, inArray, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import { readFile } from "@/server/files";
import { docsOf, KINDS, type Doc, type Kind } from "./kinds";
import { asText, folderOf, type PlainFile, type Referred } from "./plain-file";
import { positionFiles } from "./position-files";
import { settingsOf } from "./settings";

export const PLAIN_FORMAT = 1;

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
    content: asText(
      everyone.map(({ id, name, email }) => ({ id, name, email })).sort((a, b) => a.id.localeCompare(b.id)),
    ),
  };
  yield {
    path: "ledger.json",
    content: asText({ calmLedgerExport: PLAIN_FORMAT, at: at.toISOString(), plants: slugs }),
  };
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
    content: asText(content),
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
      content: asText({ ...row, at: row.at?.toISOString() ?? null }),
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
