import { and, asc, desc, eq, type SQL } from "drizzle-orm";
import type { RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "@/server/ledger";
import { recordColumns, type CurrentAt, type CurrentRecord } from "@/server/plant";
import { valuesIn } from "./values-in";

const { record, recordNote } = tables;

/** A value in a record; undefined where the record does not have it. */
export interface ValueIn {
  row: CurrentRecord;
  raw: RawValue | undefined;
}

/** A parameter's value in each record of a position, made under one definition; the newest record first. A note of each, where there is one. */
export async function valuesThrough(
  db: Database,
  positionId: number,
  definitionId: string,
  code: string,
): Promise<Array<ValueIn & { note: string | undefined }>> {
  const here = and(eq(record.positionId, positionId), eq(record.definitionId, definitionId));
  const rows = await db.select(recordColumns).from(record).where(here).orderBy(desc(record.number));
  const values = await valuesIn(
    db,
    rows.map((each) => each.hashAll),
    [code],
  );
  const notes = await notesAt(db, here);
  return rows.map((row) => ({ row, raw: values.get(row.hashAll)?.get(code), note: notes.get(row.id) }));
}

/** A parameter's value at each position that has a record made under a definition: in the standing record, else in the newest. In the order of the positions. */
export async function valuesAcross(
  db: Database,
  positions: readonly CurrentAt[],
  definitionId: string,
  code: string,
): Promise<Array<ValueIn & { tag: string; title: string; standing: boolean }>> {
  const found = positions.flatMap(({ tag, title, standing, newest }) => {
    const row = [standing, newest].find((each) => each?.definitionId === definitionId);
    return row ? [{ tag, title, row, standing: row === standing }] : [];
  });
  const values = await valuesIn(
    db,
    found.map(({ row }) => row.hashAll),
    [code],
  );
  return found.map((each) => ({ ...each, raw: values.get(each.row.hashAll)?.get(code) }));
}

/** Since when a value is what it is in a record of a position: the oldest record of those one after the other that have it, up to that one. */
export interface Since {
  row: CurrentRecord;
  /** It is so in the oldest record that there is: nobody knows since when. */
  always: boolean;
  note: string | undefined;
}

/** Since when each of some values is as it is in a record; codes that the record does not have are left out. */
export async function sinceWhen(
  db: Database,
  {
    positionId,
    definitionId,
    number,
    hashAll,
  }: Pick<RecordRow, "positionId" | "definitionId" | "number" | "hashAll">,
  codes: readonly string[],
): Promise<Map<string, Since>> {
  const here = and(eq(record.positionId, positionId), eq(record.definitionId, definitionId));
  const rows = await db.select(recordColumns).from(record).where(here).orderBy(desc(record.number));
  const values = await valuesIn(
    db,
    rows.map((each) => each.hashAll),
    codes,
  );
  const notes = await notesAt(db, here);
  const before = rows.filter((each) => each.number <= number);
  const found = new Map<string, Since>();
  for (const code of codes) {
    const raw = values.get(hashAll)?.get(code);
    if (raw === undefined) continue;
    const other = before.findIndex((each) => values.get(each.hashAll)?.get(code) !== raw);
    const row = (other < 0 ? before.at(-1) : before[other - 1])!;
    found.set(code, { row, always: other < 0, note: notes.get(row.id) });
  }
  return found;
}

/** A note of each record, where there is one: the last. */
async function notesAt(db: Database, here: SQL | undefined): Promise<Map<number, string>> {
  const rows = await db
    .select({ id: recordNote.recordId, text: recordNote.text })
    .from(recordNote)
    .innerJoin(record, eq(record.id, recordNote.recordId))
    .where(here)
    .orderBy(asc(recordNote.id));
  return new Map(rows.map(({ id, text }) => [id, text]));
}
