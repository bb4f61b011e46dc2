import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { ParameterSet, Piece } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { RecordRow } from "@/server/ledger";

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
    .innerJoin(piece, sql`${piece.hash} = substring(${content.pieces} from at.i * 32 + 1 for 32)`)
    .where(inArray(content.hash, hashes))
    .orderBy(content.hash, sql`at.i`);
  for (const each of rows) found.set(each.hash, [...(found.get(each.hash) ?? []), each.piece]);
  return found;
}
