import { asc, eq } from "drizzle-orm";
import type { Trouble } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { makeCurrent } from "./current";
import { recordById, type RecordRow } from "./records";

/** What a person has to agree to before a record is raised: that it is partial, and what of it is missing. Undefined when it is complete. */
export function whatIsMissing({ number, present, expected, missing }: RecordRow): Trouble | undefined {
  if (present >= expected) return undefined;
  const some = missing.slice(0, 8).join(", ");
  return {
    kind: "ask-first",
    text: `Record ${number} is partial: it has ${present} of ${expected} parameters. Missing: ${some}${missing.length > 8 ? ` and ${missing.length - 8} more` : ""}.`,
    remedy:
      "What is missing stays on a replacement as it came from the factory. Record the drive completely, or raise this one all the same.",
  };
}

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
      by: person.id,
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
