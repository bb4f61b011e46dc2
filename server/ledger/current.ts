import { and, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

const { current, currentPiece } = tables;
export type Which = (typeof tables.CURRENT)[number];

/** Makes a record the newest or the standing one of its position, contents and all; in the transaction that added or raised it. */
export async function makeCurrent(
  db: Database,
  which: Which,
  positionId: number,
  recordId: number,
  hashes: readonly string[],
): Promise<void> {
  await db
    .insert(current)
    .values({ positionId, which, recordId })
    .onConflictDoUpdate({ target: [current.positionId, current.which], set: { recordId } });
  await db
    .delete(currentPiece)
    .where(and(eq(currentPiece.positionId, positionId), eq(currentPiece.which, which)));
  if (hashes.length > 0)
    await db
      .insert(currentPiece)
      .values(hashes.map((hash, ordinal) => ({ positionId, which, ordinal, hash })));
}
