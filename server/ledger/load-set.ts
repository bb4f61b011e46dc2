import { eq, sql } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import type { ParameterSet, Piece } from "@/core/set";
import { tables, type Database } from "@/server/database";

const { content, piece } = tables;

/** So many values are kept in memory, of some 50 bytes each: two dozen large records, or hundreds of small ones. */
const KEPT = 200_000;

/** By content hash: what is under it never changes, whichever way to the database it came. */
const known = new LRUCache<string, readonly Piece[]>({
  maxSize: KEPT,
  sizeCalculation: (pieces) => 1 + pieces.reduce((sum, each) => sum + Object.keys(each.values).length, 0),
});

/** The parameters of a record, as they were read. What is worked at is asked for again and again, and taken from the database once. */
export async function loadSet(
  db: Database,
  { hashAll, definitionId }: { hashAll: string; definitionId: string },
): Promise<ParameterSet> {
  const pieces = known.get(hashAll) ?? (await piecesOf(db, hashAll));
  // What is not there may still come.
  if (pieces.length > 0) known.set(hashAll, pieces);
  return { definitionId, pieces: [...pieces] };
}

async function piecesOf(db: Database, hash: string): Promise<Piece[]> {
  const { pieces } = content;
  const at = sql`generate_series(0, length(${pieces}) / 32 - 1) as at(i)`;
  const rows = await db
    .select({ content: piece.content })
    .from(content)
    .innerJoin(at, sql`true`)
    .innerJoin(piece, sql`${piece.hash} = substring(${pieces} from at.i * 32 + 1 for 32)`)
    .where(eq(content.hash, hash))
    .orderBy(sql`at.i`);
  return rows.map((each): Piece => each.content);
}
