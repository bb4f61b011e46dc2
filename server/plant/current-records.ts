import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "@/server/ledger";

const { current, position, record } = tables;

/** What is needed of a record to read its values, to say what it is, and how its drive was. */
export const recordColumns = {
  id: record.id,
  number: record.number,
  present: record.present,
  expected: record.expected,
  takenAt: record.takenAt,
  takenByName: record.takenByName,
  origin: record.origin,
  source: record.source,
  hashAll: record.hashAll,
  definitionId: record.definitionId,
  definitionVersion: record.definitionVersion,
  firmware: record.firmware,
  ratingName: record.ratingName,
  facts: record.facts,
  trip: record.trip,
  reducedSupply: record.reducedSupply,
};
export type CurrentRecord = Pick<RecordRow, keyof typeof recordColumns>;

/** A position with the records that are asked for: one of them, or both, may be absent; where the newest stands, they are the same. */
export interface CurrentAt {
  tag: string;
  title: string;
  newest?: CurrentRecord;
  standing?: CurrentRecord;
}

/** The newest and the standing record of each position of a plant that is not retired, by tag. */
export async function listCurrentRecords(db: Database, plantId: number): Promise<CurrentAt[]> {
  const here = and(eq(position.plantId, plantId), isNull(position.retiredAt));
  const places = await db
    .select({
      tag: position.tag,
      title: position.title,
      which: current.which,
      recordId: current.recordId,
    })
    .from(position)
    .leftJoin(current, eq(current.positionId, position.id))
    .where(here)
    .orderBy(asc(position.tag));
  const named = db
    .select({ id: current.recordId })
    .from(current)
    .innerJoin(position, eq(position.id, current.positionId))
    .where(here);
  const rows = await db.select(recordColumns).from(record).where(inArray(record.id, named));
  const byId = new Map(rows.map((row) => [row.id, row]));
  const found = new Map<string, CurrentAt>();
  for (const { tag, title, which, recordId } of places) {
    const at = found.get(tag) ?? { tag, title };
    found.set(tag, at);
    if (which && recordId !== null) at[which] = byId.get(recordId);
  }
  return [...found.values()];
}
