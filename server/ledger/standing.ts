import { asc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { makeCurrent } from "./current";
import { recordById } from "./records";

/** Raises a record to be the one to restore from. A reason is asked for: newer is not better. Throws when the record is of another position. */
export async function raiseStanding(
  db: Database,
  person: Person,
  position: { id: number; plantId: number; tag: string },
  recordId: number,
  reason: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    // One after the other: what is current must be what was raised last.
    await tx
      .select({ id: tables.position.id })
      .from(tables.position)
      .where(eq(tables.position.id, position.id))
      .for("update");
    const row = await recordById(tx, recordId);
    if (!row || row.positionId !== position.id) throw new Error("This record is not one of this position's.");
    await tx
      .insert(tables.standing)
      .values({ positionId: position.id, recordId, at, by: person.id, byName: person.name, reason });
    const pieces = await tx
      .select({ hash: tables.recordPiece.hash })
      .from(tables.recordPiece)
      .where(eq(tables.recordPiece.recordId, recordId))
      .orderBy(asc(tables.recordPiece.ordinal));
    await makeCurrent(
      tx,
      "standing",
      position.id,
      recordId,
      pieces.map((each) => each.hash),
    );
    await writeJournal(tx, {
      at,
      plantId: position.plantId,
      byName: person.name,
      kind: "standing",
      positionId: position.id,
      text: `Raised record ${row.number} of ${position.tag} to the standing record: ${reason}`,
      href: `/positions/${position.tag}?record=${row.number}`,
    });
  });
}

/** Adds a note to a record; the record itself stays as it is. */
export async function addNote(
  db: Database,
  person: Person,
  recordId: number,
  text: string,
  at: Date,
): Promise<void> {
  await db.insert(tables.recordNote).values({ recordId, at, byName: person.name, text });
}
