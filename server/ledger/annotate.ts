import { asc, eq, inArray } from "drizzle-orm";
import { positionPath } from "@/core/plant/position-path";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { recordNote, recordLabel, record, position } = tables;

/** Adds a note to a record; the record itself stays as it is. */
export async function addNote(
  db: Database,
  person: Pick<Person, "id" | "name">,
  recordId: number,
  text: string,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(recordNote).values({ recordId, at, by: person.id, byName: person.name, text });
    await tell(tx, person, recordId, at, "note", (where) => `Noted on ${where}: ${text}`);
  });
}

/** Puts a label on a record, or takes it off; both are written down and neither is forgotten. Nothing happens where it is so already. */
export async function setLabel(
  db: Database,
  person: Person,
  recordId: number,
  label: string,
  on: boolean,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    // One after the other on one record.
    await tx
      .select({ id: position.id })
      .from(position)
      .innerJoin(record, eq(record.positionId, position.id))
      .where(eq(record.id, recordId))
      .for("update", { of: position });
    const has = (await labelsOf(tx, [recordId])).get(recordId)?.includes(label) ?? false;
    if (has === on) return;
    await tx.insert(recordLabel).values({ recordId, at, by: person.id, byName: person.name, label, on });
    await tell(tx, person, recordId, at, "label", (where) =>
      on ? `Put the label "${label}" on ${where}.` : `Took the label "${label}" off ${where}.`,
    );
  });
}

/** The labels that records have now, by record. */
export async function labelsOf(db: Database, recordIds: number[]): Promise<Map<number, string[]>> {
  const held = new Map<number, Set<string>>();
  if (recordIds.length === 0) return new Map();
  const rows = await db
    .select({ recordId: recordLabel.recordId, label: recordLabel.label, on: recordLabel.on })
    .from(recordLabel)
    .where(inArray(recordLabel.recordId, recordIds))
    .orderBy(asc(recordLabel.id));
  for (const { recordId, label, on } of rows) {
    const labels = held.get(recordId) ?? new Set();
    held.set(recordId, labels);
    if (on) labels.add(label);
    else labels.delete(label);
  }
  return new Map([...held].map(([id, labels]) => [id, [...labels]]));
}

/** Writes into the journal what was done to a record. */
async function tell(
  tx: Database,
  person: Pick<Person, "id" | "name">,
  recordId: number,
  at: Date,
  kind: "note" | "label",
  words: (where: string) => string,
): Promise<void> {
  const [row] = await tx
    .select({
      number: record.number,
      positionId: position.id,
      plantId: position.plantId,
      tag: position.tag,
    })
    .from(record)
    .innerJoin(position, eq(position.id, record.positionId))
    .where(eq(record.id, recordId));
  const { number, positionId, plantId, tag } = row!;
  await writeJournal(tx, {
    at,
    plantId,
    by: person.id,
    byName: person.name,
    kind,
    positionId,
    text: words(`record ${number} of ${tag}`),
    href: positionPath(tag, `?record=${number}`),
  });
}
