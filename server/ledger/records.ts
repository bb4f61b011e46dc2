import { and, asc, desc, eq, inArray, notInArray } from "drizzle-orm";
import { OF_SPARE } from "@/core/set";
import { tables, type Database } from "@/server/database";

const { record, recordNote, standing } = tables;

export type RecordRow = typeof record.$inferSelect;

/** Whether a record of this origin is none that was read from a drive. */
export function wasNotRead(origin: RecordRow["origin"]): boolean {
  return (tables.NOT_READ as readonly string[]).includes(origin);
}

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

/** The newest record that was read from a drive at a position; undefined when there is none. */
export async function newestReading(db: Database, positionId: number): Promise<RecordRow | undefined> {
  return (
    await db
      .select()
      .from(record)
      .where(
        and(eq(record.positionId, positionId), notInArray(record.origin, [...tables.NOT_READ, ...OF_SPARE])),
      )
      .orderBy(desc(record.number))
      .limit(1)
  )[0];
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

/** Every record that was raised at a position, with its number; the one in force first. */
export function standingsOf(
  db: Database,
  positionId: number,
): Promise<Array<{ recordId: number; number: number; at: Date; byName: string; reason: string }>> {
  return db
    .select({
      recordId: standing.recordId,
      number: record.number,
      at: standing.at,
      byName: standing.byName,
      reason: standing.reason,
    })
    .from(standing)
    .innerJoin(record, eq(record.id, standing.recordId))
    .where(eq(standing.positionId, positionId))
    .orderBy(desc(standing.id));
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
