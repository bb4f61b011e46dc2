import { and, desc, eq, gte, notInArray } from "drizzle-orm";
import type { StandInView } from "@/core/contract";
import type { ExerciseFacts, RestoreFact } from "@/core/practice";
import { tables, type Database } from "@/server/database";
import { recordById, standingOf } from "@/server/ledger";
import { restoresSince } from "@/server/restore";

export type ExerciseRow = typeof tables.exercise.$inferSelect;

/** What came about at an exercise's position `place` since it began. `connected`: the drive that the bench holds there. */
export async function factsOf(
  db: Database,
  row: ExerciseRow,
  place: { id: number; tag: string },
  standIn: StandInView,
  refuses: string | undefined,
  connected: string | undefined,
): Promise<ExerciseFacts> {
  const { record } = tables;
  const { id: positionId, tag } = place;
  const [taken] = await db
    .select({ number: record.number })
    .from(record)
    .where(
      and(
        eq(record.positionId, positionId),
        eq(record.serial, row.before),
        notInArray(record.origin, [...tables.NOT_READ]),
        gte(record.present, record.expected),
      ),
    )
    .orderBy(desc(record.number))
    .limit(1);
  const standing = await standingOf(db, positionId);
  const stands = standing && (await recordById(db, standing.recordId));
  const restores = await restoresSince(db, positionId, row.begunAt);
  return {
    tag,
    drive: { serial: standIn.serial, powered: standIn.powered },
    before: row.before,
    after: row.after ?? undefined,
    record: taken?.number,
    standing: stands && stands.present >= stands.expected ? stands.number : undefined,
    connected,
    restores: restores.map(({ id, memory, steps }): RestoreFact => ({
      id,
      serial: memory.identity.serial,
      refused: steps.filter((each) => each.state === "refused").length,
      interrupted: memory.interruptions.length > 0 || memory.place.waitsFor === "drive",
      verified: memory.verified === true,
      receipt: memory.receiptId,
    })),
    refuses,
    mended: row.mended,
    answer: row.answer ?? undefined,
  };
}
