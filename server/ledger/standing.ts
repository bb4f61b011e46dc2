import { and, eq } from "drizzle-orm";
import type { Trouble } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { recordOfWords } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { makeCurrent } from "./current";
import { recordById, recordByNumber, standingOf, type RecordRow } from "./records";

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

/**
 * Raises a record to be the one to restore from. A reason is asked for: newer is not better. With `first` only where none stands yet; false where one does.
 * Throws when the record is of another position.
 */
export async function raiseStanding(
  db: Database,
  person: Person,
  position: { id: number; plantId: number; tag: string },
  recordId: number,
  reason: string,
  at: Date,
  first = false,
): Promise<boolean> {
  return db.transaction(async (tx) => {
    // One after the other: what is current must be what was raised last.
    await tx
      .select({ id: tables.position.id })
      .from(tables.position)
      .where(eq(tables.position.id, position.id))
      .for("update");
    const row = await recordById(tx, recordId);
    if (!row || row.positionId !== position.id) throw new Error("This record is not one of this position's.");
    if (first && (await standingOf(tx, position.id))) return false;
    await tx
      .insert(tables.standing)
      .values({ positionId: position.id, recordId, at, by: person.id, byName: person.name, reason });
    await makeCurrent(tx, "standing", position.id, recordId);
    await writeJournal(tx, {
      at,
      plantId: position.plantId,
      by: person.id,
      byName: person.name,
      kind: "standing",
      positionId: position.id,
      text: `Raised ${recordOfWords(row, position.tag)} to the standing record: ${reason}`,
      href: positionPath(position.tag, `?record=${row.number}`),
    });
    return true;
  });
}

/** Raises a record at each of several positions where none stands yet, with one reason. What is left says why: nothing is raised in place of what somebody else raised. */
export async function raiseSeveral(
  db: Database,
  person: Person,
  plantId: number,
  records: ReadonlyArray<{ tag: string; record: number }>,
  reason: string,
  at: Date,
): Promise<{ raised: string[]; left: Array<{ tag: string; why: string }> }> {
  const { position } = tables;
  const raised: string[] = [];
  const left: Array<{ tag: string; why: string }> = [];
  for (const { tag, record } of records) {
    const [place] = await db
      .select({
        id: position.id,
        plantId: position.plantId,
        tag: position.tag,
        retiredAt: position.retiredAt,
      })
      .from(position)
      .where(and(eq(position.plantId, plantId), eq(position.tag, tag)));
    const row = place && (await recordByNumber(db, place.id, record));
    if (!place || place.retiredAt || !row) left.push({ tag, why: "It is not here any more." });
    else if (whatIsMissing(row)) left.push({ tag, why: `Record ${record} is partial.` });
    else if (await raiseStanding(db, person, place, row.id, reason, at, true)) raised.push(tag);
    else left.push({ tag, why: "Somebody has raised a record meanwhile." });
  }
  return { raised, left };
}
