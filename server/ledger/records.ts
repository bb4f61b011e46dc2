import { and, asc, desc, eq, inArray } from "drizzle-orm";
import type { ParameterSet, Piece } from "@/core/set";
import { tables, type Database } from "@/server/database";

const { record, recordPiece, recordNote, piece, standing } = tables;

export type RecordRow = typeof record.$inferSelect;

/** All records of a position, newest first, without their contents. */
export function listRecords(db: Database, positionId: number): Promise<RecordRow[]> {
  return db.select().from(record).where(eq(record.positionId, positionId)).orderBy(desc(record.number));
}

/** One record by its number at a position; undefined when there is none. */
export async function recordByNumber(
  db: Database,
  positionId: number,
  number: number,
): Promise<RecordRow | undefined> {
  const rows = await db
    .select()
    .from(record)
    .where(and(eq(record.positionId, positionId), eq(record.number, number)));
  return rows[0];
}

/** One record by its id; undefined when there is none. */
export async function recordById(db: Database, id: number): Promise<RecordRow | undefined> {
  return (await db.select().from(record).where(eq(record.id, id)))[0];
}

/** The newest record of a position; undefined when it has none. */
export async function newestRecord(db: Database, positionId: number): Promise<RecordRow | undefined> {
  return (
    await db
      .select()
      .from(record)
      .where(eq(record.positionId, positionId))
      .orderBy(desc(record.number))
      .limit(1)
  )[0];
}

/** The parameters of a record, as they were read. */
export async function loadSet(
  db: Database,
  row: { id: number; definitionId: string },
): Promise<ParameterSet> {
  const rows = await db
    .select({ content: piece.content })
    .from(recordPiece)
    .innerJoin(piece, eq(piece.hash, recordPiece.hash))
    .where(eq(recordPiece.recordId, row.id))
    .orderBy(asc(recordPiece.ordinal));
  return { definitionId: row.definitionId, pieces: rows.map((each): Piece => each.content) };
}

/** The choice of the standing record in force at a position; undefined when nobody has raised one. */
export async function standingOf(
  db: Database,
  positionId: number,
): Promise<typeof standing.$inferSelect | undefined> {
  return (
    await db
      .select()
      .from(standing)
      .where(eq(standing.positionId, positionId))
      .orderBy(desc(standing.id))
      .limit(1)
  )[0];
}

/** Notes on several records, oldest first. */
export async function notesOf(
  db: Database,
  recordIds: number[],
): Promise<Array<typeof recordNote.$inferSelect>> {
  if (recordIds.length === 0) return [];
  return db
    .select()
    .from(recordNote)
    .where(inArray(recordNote.recordId, recordIds))
    .orderBy(asc(recordNote.id));
}
