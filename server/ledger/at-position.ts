import { and, eq, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "./records";

const { position, record, current } = tables;

/** A record with the tag of its position, and whether it is the standing one there. */
export interface RecordAt {
  row: RecordRow;
  tag: string;
  standing: boolean;
}

/** Which record of which position: its number, or the one to restore from (the newest where none was raised). */
export interface RecordWanted {
  tag: string;
  which: number | "standing";
}

/** A record of a position by its number, or the one to restore from; in one query. Undefined when there is none. */
export async function recordAt(
  db: Database,
  plantId: number,
  tag: string,
  which: number | "standing",
): Promise<RecordAt | undefined> {
  return (await recordsAt(db, plantId, [{ tag, which }]))[0];
}

/** Several of a plant's records, in the order in which they are wanted, undefined for those that are not there; in one query, however many. */
export async function recordsAt(
  db: Database,
  plantId: number,
  all: readonly RecordWanted[],
): Promise<Array<RecordAt | undefined>> {
  if (all.length === 0) return [];
  const wanted = all.map(
    ({ tag, which }, i) => sql`(${i}::int, ${tag}::text, ${which === "standing" ? null : which}::int)`,
  );
  const byNumber = sql`select numbered.id from ${record} numbered where numbered.position_id = ${position.id} and numbered.number = wanted.number`;
  const toRestore = sql`select held.record_id from ${current} held where held.position_id = ${position.id} order by held.which = 'standing' desc limit 1`;
  // Joined and not asked for each: where it is asked by the record, every position's standing record is looked at.
  const raised = alias(current, "raised");
  const standing = sql<boolean>`coalesce(${raised.recordId} = ${record.id}, false)`;
  const rows = await db
    .select({ at: sql<number>`wanted.at`, row: record, tag: position.tag, standing })
    .from(sql`(values ${sql.join(wanted, sql`, `)}) as wanted(at, tag, number)`)
    .innerJoin(position, and(eq(position.plantId, plantId), eq(position.tag, sql`wanted.tag`)))
    .innerJoin(
      record,
      eq(record.id, sql`(case when wanted.number is null then (${toRestore}) else (${byNumber}) end)`),
    )
    .leftJoin(raised, and(eq(raised.positionId, position.id), eq(raised.which, "standing")));
  const found = new Map(rows.map(({ at, ...each }) => [at, each]));
  return all.map((_, i) => found.get(i));
}
