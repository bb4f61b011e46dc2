import { tables, type Database } from "@/server/database";

const { current } = tables;
export type Which = (typeof tables.CURRENT)[number];

/** Makes a record the newest or the standing one of its position; in the transaction that added or raised it. */
export async function makeCurrent(
  db: Database,
  which: Which,
  positionId: number,
  recordId: number,
): Promise<void> {
  await db
    .insert(current)
    .values({ positionId, which, recordId })
    .onConflictDoUpdate({ target: [current.positionId, current.which], set: { recordId } });
}
