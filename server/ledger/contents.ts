import { eq, inArray, sql } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import {
  joinMeasured,
  partMeasured,
  pieceHash,
  type Measured,
  type ParameterSet,
  type Piece,
} from "@/core/set";
import { tables, type Database } from "@/server/database";

const { content, piece } = tables;

/**
 * Stores what a record holds under the hash of all of it: what a person sets in pieces, once for each hash, and with it what the drive changes by itself.
 * Without a definition nobody knows which that is, and all of it lies in pieces.
 */
export async function storeContent(
  db: Database,
  definition: Definition | undefined,
  set: ParameterSet,
  hashAll: string,
): Promise<void> {
  const { settled, measured } = definition
    ? partMeasured(definition, set.pieces)
    : { settled: set.pieces, measured: [] };
  const rows = settled.map((each) => ({ hash: pieceHash(set.definitionId, each), content: each }));
  if (rows.length > 0) await db.insert(piece).values(rows).onConflictDoNothing();
  const list = Buffer.from(rows.map((each) => each.hash).join(""), "hex");
  await db
    .insert(content)
    .values({
      hash: hashAll,
      pieces: new Uint8Array(list),
      measured: measured.length > 0 ? measured : null,
    })
    .onConflictDoNothing();
}

/** What records hold, by the hash of all of it, in the order it was read; a hash that nothing is stored under is left out. */
export async function contentsOf(
  db: Database,
  hashes: readonly string[],
): Promise<Map<string, readonly Piece[]>> {
  if (hashes.length === 0) return new Map();
  const at = sql`generate_series(0, length(${content.pieces}) / 32 - 1) as at(i)`;
  const rows = await db
    .select({
      hash: content.hash,
      piece: piece.content,
      // With the first piece only: it may be as long as all of them.
      measured: sql<
        Measured[] | null
      >`case when at.i is null or at.i = 0 then ${content.measured} end`.mapWith(content.measured),
    })
    .from(content)
    .leftJoin(at, sql`true`)
    .leftJoin(piece, sql`${piece.hash} = substring(${content.pieces} from at.i * 32 + 1 for 32)`)
    .where(hashes.length === 1 ? eq(content.hash, hashes[0]!) : inArray(content.hash, [...hashes]))
    .orderBy(content.hash, sql`at.i`);
  const found = new Map<string, { settled: Piece[]; measured: Measured[] }>();
  for (const { hash, piece: settled, measured } of rows) {
    const one = found.get(hash) ?? { settled: [], measured: measured ?? [] };
    found.set(hash, one);
    if (settled) one.settled.push(settled);
  }
  return new Map([...found].map(([hash, each]) => [hash, joinMeasured(each.settled, each.measured)]));
}
