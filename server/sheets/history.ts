import { and, asc, desc, eq, sql, type SQL } from "drizzle-orm";
import { decodeKey, encodeKey, type RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "@/server/ledger";

const { content, piece, record, recordNote, current, position } = tables;

/** What is needed of a record to say when a value was so, and to read it. */
const columns = {
  id: record.id,
  number: record.number,
  takenAt: record.takenAt,
  takenByName: record.takenByName,
  origin: record.origin,
  hashAll: record.hashAll,
  definitionId: record.definitionId,
  definitionVersion: record.definitionVersion,
  firmware: record.firmware,
  facts: record.facts,
};
export type RecordThen = Pick<RecordRow, keyof typeof columns>;

/** A value in a record; undefined where the record does not have it. */
export interface ValueIn {
  row: RecordThen;
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
  const rows = await db.select(columns).from(record).where(here).orderBy(desc(record.number));
  const values = await valuesIn(db, sql`select ${record.hashAll} from ${record} where ${here}`, [code]);
  const notes = await notesAt(db, here);
  return rows.map((row) => ({ row, raw: values.get(row.hashAll)?.get(code), note: notes.get(row.id) }));
}

/** A parameter's value at each position of a plant that has a record made under a definition: in the standing record, else in the newest. By tag. */
export async function valuesAcross(
  db: Database,
  plantId: number,
  definitionId: string,
  code: string,
): Promise<Array<ValueIn & { tag: string; title: string; standing: boolean }>> {
  const rows = await db
    .selectDistinctOn([position.tag], {
      row: columns,
      tag: position.tag,
      title: position.title,
      which: current.which,
    })
    .from(position)
    .innerJoin(current, eq(current.positionId, position.id))
    .innerJoin(record, eq(record.id, current.recordId))
    .where(
      and(
        eq(position.plantId, plantId),
        eq(record.definitionId, definitionId),
        sql`${position.retiredAt} is null`,
      ),
    )
    .orderBy(asc(position.tag), desc(sql`${current.which} = 'standing'`));
  const hashes = [...new Set(rows.map(({ row }) => row.hashAll))];
  const values = await valuesIn(
    db,
    sql`select h from json_array_elements_text(${JSON.stringify(hashes)}::json) as list(h)`,
    [code],
  );
  return rows.map(({ which, ...each }) => ({
    ...each,
    standing: which === "standing",
    raw: values.get(each.row.hashAll)?.get(code),
  }));
}

/** Parameters' values in each of the contents that a query names by their hash: by hash and code. What many of them share is looked at once. */
export async function valuesIn(
  db: Database,
  contents: ReturnType<typeof sql>,
  codes: readonly string[],
): Promise<Map<string, Map<string, RawValue>>> {
  const keys = codes.flatMap((code) => decodeKey(code) ?? []);
  const bases = [...new Set(keys.map((each) => each.code))];
  if (bases.length === 0) return new Map();
  const named = await db
    // As text: bytes cost the embedded database far more.
    .select({ hash: content.hash, pieces: sql<string>`encode(${content.pieces}, 'hex')` })
    .from(content)
    .where(sql`${content.hash} in (${contents})`);
  const piecesOf = new Map(named.map(({ hash, pieces }) => [hash, hashesIn(pieces)]));
  const all = [...new Set([...piecesOf.values()].flat())];
  // A group may have had another name in an older definition: the code itself is looked for.
  const holding = await db
    .select({ hash: piece.hash, content: piece.content })
    .from(piece)
    .where(
      sql`${piece.hash} in (select json_array_elements_text(${JSON.stringify(all)}::json))
        and jsonb_exists_any(${piece.content}->'values', array(select json_array_elements_text(${JSON.stringify(bases)}::json)))`,
    );
  const held = new Map(holding.map((each) => [each.hash, each.content]));
  const found = new Map<string, Map<string, RawValue>>();
  for (const [hash, pieces] of piecesOf) {
    const values = new Map<string, RawValue>();
    found.set(hash, values);
    for (const one of pieces.flatMap((each) => held.get(each) ?? []))
      for (const { code, axis, set } of keys) {
        const raw = one.values[code];
        if (raw !== undefined && one.set === set && (one.axis === axis || (axis === 0 && one.axis === 1)))
          values.set(encodeKey({ code, axis, set }), raw);
      }
  }
  return found;
}

/** The hashes of pieces that lie one behind the other, in hex. */
const hashesIn = (pieces: string): string[] => pieces.match(/.{64}/g) ?? [];

/** Since when a value is what it is in a record of a position: the oldest record of those one after the other that have it, up to that one. */
export interface Since {
  row: RecordThen;
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
  const rows = await db.select(columns).from(record).where(here).orderBy(desc(record.number));
  const values = await valuesIn(db, sql`select ${record.hashAll} from ${record} where ${here}`, codes);
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
