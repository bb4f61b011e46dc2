import { and, asc, eq, sql } from "drizzle-orm";
import type { ParameterSet } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { contentsOf, type RecordRow } from "@/server/ledger";

const RECORDS_AT_ONCE = 100;

/** The records of a position with what they hold, oldest first; contents that several share are read once. */
export async function* recordsOf(
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
        set: { definitionId: row.definitionId, pieces: [...(contents.get(row.hashAll) ?? [])] },
        drive: fitted,
      };
    if (rows.length < RECORDS_AT_ONCE) return;
    last = rows.at(-1)!.row.number;
  }
}
