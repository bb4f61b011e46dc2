import { asc, desc, eq, and, notInArray } from "drizzle-orm";
import { tables } from "@/server/database";
import type { Taking } from "./taking";

const { record, position, standing, current } = tables;

/** Which record stands at a position, and since when; undefined when none was raised. */
export async function standingNow(
  taking: Taking,
  uid: string,
): Promise<{ recordId: number; at: Date } | undefined> {
  const [row] = await taking.tx
    .select({ recordId: standing.recordId, at: standing.at })
    .from(standing)
    .innerJoin(position, eq(position.id, standing.positionId))
    .where(eq(position.uid, uid))
    .orderBy(desc(standing.id))
    .limit(1);
  return row;
}

/** Says anew which records of a position are the newest and the standing one; of two that were raised the later one stands. */
export async function settle(
  taking: Taking,
  uid: string,
  before: { recordId: number; at: Date } | undefined,
): Promise<void> {
  const { tx } = taking;
  const [at] = await tx
    .select({ id: position.id, tag: position.tag })
    .from(position)
    .where(eq(position.uid, uid));
  const after = await standingNow(taking, uid);
  if (before && after && after.recordId !== before.recordId) {
    if (before.at > after.at)
      await tx.insert(standing).values({
        positionId: at!.id,
        recordId: before.recordId,
        at: taking.now,
        by: taking.person.id,
        byName: taking.person.name,
        reason: "It was raised later than the one of the ledger that came in.",
      });
    taking.say(`Both ledgers raised a record of ${at!.tag}: the one that was raised later stands.`);
  }
  const now = await standingNow(taking, uid);
  const newest = await newestOf(taking, at!.id);
  for (const [which, recordId] of [["newest", newest] as const, ["standing", now?.recordId] as const])
    if (recordId !== undefined)
      await tx
        .insert(current)
        .values({ positionId: at!.id, which, recordId })
        .onConflictDoUpdate({ target: [current.positionId, current.which], set: { recordId } });
}

async function newestOf(taking: Taking, positionId: number): Promise<number | undefined> {
  const at = eq(record.positionId, positionId);
  const [read] = await taking.tx
    .select({ id: record.id })
    .from(record)
    .where(and(at, notInArray(record.origin, [...tables.NOT_READ])))
    .orderBy(desc(record.takenAt), desc(record.number))
    .limit(1);
  if (read) return read.id;
  const [brought] = await taking.tx
    .select({ id: record.id })
    .from(record)
    .where(at)
    .orderBy(desc(record.takenAt), asc(record.number))
    .limit(1);
  return brought?.id;
}
