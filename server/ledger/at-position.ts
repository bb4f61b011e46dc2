import { and, eq, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "./records";

const { position, record, current } = tables;

/** A record with the tag of its position, and whether it is the standing one there. */
export interface RecordAt {
  row: RecordRow;
  tag: string;
  standing: boolean;
}

/** A record of a position by its number, or the one to restore from (the newest where none was raised); in one query. Undefined when there is none. */
export async function recordAt(
  db: Database,
  plantId: number,
  tag: string,
  which: number | "standing",
): Promise<RecordAt | undefined> {
  const isStanding = sql<boolean>`exists (select 1 from ${current} where ${current.recordId} = ${record.id} and ${current.which} = 'standing')`;
  const query = db
    .select({ row: record, tag: position.tag, standing: isStanding })
    .from(position)
    .innerJoin(record, eq(record.positionId, position.id));
  const here = and(eq(position.plantId, plantId), eq(position.tag, tag));
  const rows =
    which === "standing"
      ? await query
          .innerJoin(current, eq(current.recordId, record.id))
          .where(here)
          .orderBy(sql`${current.which} = 'standing' desc`)
          .limit(1)
      : await query.where(and(here, eq(record.number, which)));
  return rows[0];
}
