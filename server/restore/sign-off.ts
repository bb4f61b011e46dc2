import { asc, eq } from "drizzle-orm";
import type { SafetyWords } from "@/core/contract";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { safetySignOff } = tables;

/** Adds a person's word that the safe functions of a restored drive were confirmed. The receipt itself stays as it is; a later word stands beside. */
export async function signOffSafety(
  db: Database,
  person: Person,
  receipt: { id: number; plantId: number; positionId: number },
  { how, checkSum, functionTest }: SafetyWords,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(safetySignOff).values({
      receiptId: receipt.id,
      at,
      by: person.id,
      byName: person.name,
      how: how.trim(),
      checkSum: checkSum.trim(),
      functionTest: functionTest.trim(),
    });
    await writeJournal(tx, {
      at,
      plantId: receipt.plantId,
      by: person.id,
      byName: person.name,
      kind: "restore",
      positionId: receipt.positionId,
      text: `Confirmed the safe functions of receipt ${receipt.id}.`,
      href: `/receipts/${receipt.id}`,
    });
  });
}

/** Everybody's word on the safe functions of a receipt, oldest first. */
export function signOffsOf(
  db: Database,
  receiptId: number,
): Promise<Array<typeof safetySignOff.$inferSelect>> {
  return db
    .select()
    .from(safetySignOff)
    .where(eq(safetySignOff.receiptId, receiptId))
    .orderBy(asc(safetySignOff.id));
}
