import { and, desc, eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import type { OpenItem } from "./open-items";

const { shiftHandover, shiftAcceptance } = tables;

/** Hands a shift over, with what is open now. */
export async function handOver(
  db: Database,
  person: Person,
  plantId: number,
  text: string,
  open: OpenItem[],
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.insert(shiftHandover).values({
      plantId,
      at,
      by: person.id,
      byName: person.name,
      text,
      open: open.map(({ text: words, href }) => ({ text: words, href })),
    });
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "shift",
      text: `Handed the shift over with ${open.length} open${text ? `: ${text}` : "."}`,
      href: "/shift",
    });
  });
}

/** Takes a shift over. Nobody takes over their own, and of two who do it at once one is told of the other. */
export async function acceptShift(
  db: Database,
  person: Person,
  plantId: number,
  id: number,
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    const [found] = await tx
      .select()
      .from(shiftHandover)
      .where(and(eq(shiftHandover.id, id), eq(shiftHandover.plantId, plantId)));
    if (!found)
      return bad<undefined>({
        kind: "not-found",
        text: "There is no such shift.",
        remedy: "Load the page again.",
      });
    if (found.by === person.id)
      return bad<undefined>({
        kind: "not-now",
        text: "You handed this shift over yourself.",
        remedy: "Whoever comes next takes it over.",
      });
    const taken = await tx
      .insert(shiftAcceptance)
      .values({ handoverId: id, at, by: person.id, byName: person.name })
      .onConflictDoNothing()
      .returning({ id: shiftAcceptance.handoverId });
    if (taken.length === 0)
      return bad<undefined>({
        kind: "not-now",
        text: "Somebody has taken this shift over already.",
        remedy: "Load the page again: it says who.",
      });
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "shift",
      text: `Took the shift over from ${found.byName}.`,
      href: "/shift",
    });
    return good(undefined);
  });
}

/** The last shifts of a plant, the newest first. */
export async function listShifts(db: Database, plantId: number, limit = 20) {
  const rows = await db
    .select({ shift: shiftHandover, accepted: shiftAcceptance })
    .from(shiftHandover)
    .leftJoin(shiftAcceptance, eq(shiftAcceptance.handoverId, shiftHandover.id))
    .where(eq(shiftHandover.plantId, plantId))
    .orderBy(desc(shiftHandover.id))
    .limit(limit);
  return rows.map(({ shift, accepted }) => ({
    id: shift.id,
    at: shift.at.getTime(),
    by: shift.by,
    byName: shift.byName,
    text: shift.text,
    open: shift.open,
    accepted: accepted ? { at: accepted.at.getTime(), byName: accepted.byName } : undefined,
  }));
}
