import { LRUCache } from "lru-cache";
import { valuesByCode, type ParameterSet, type Piece } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { contentsOf } from "./contents";

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
  return { definitionId, pieces: [...(await piecesAt(db, hashAll))] };
}

/** The same by code, as columns have it; put together once as long as the pieces are kept. */
const byCode = new WeakMap<readonly Piece[], ReadonlyMap<string, RawValue>>();

/** The values of a record by code. Whoever asks has the same map: it stays as it is. */
export async function loadValues(
  db: Database,
  { hashAll, definitionId }: { hashAll: string; definitionId: string },
): Promise<ReadonlyMap<string, RawValue>> {
  const pieces = await piecesAt(db, hashAll);
  const values = byCode.get(pieces) ?? valuesByCode({ definitionId, pieces: [...pieces] });
  byCode.set(pieces, values);
  return values;
}

async function piecesAt(db: Database, hash: string): Promise<readonly Piece[]> {
  const pieces = known.get(hash) ?? (await contentsOf(db, [hash])).get(hash) ?? [];
  // What is not there may still come.
  if (pieces.length > 0) known.set(hash, pieces);
  return pieces;
}
