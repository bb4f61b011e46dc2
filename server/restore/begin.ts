import { eq } from "drizzle-orm";
import { good, type Result } from "@/core/drive";
import { BEGINNING, USUAL_CHOICES } from "@/core/restore";
import type { Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { recordById } from "@/server/ledger";
import type { Person } from "@/server/people";
import { detailOf, loadJob, type RestoreJob, type RestoreMemory } from "./job-state";
import { trouble } from "./troubles";

export interface StartRequest {
  positionId: number;
  recordId: number;
  connectionId: string;
  puttingBack?: boolean;
  /** A person has agreed that the drive stands there, although it did not seem to. */
  although?: boolean;
}

/**
 * Writes down that a restore of a record onto a connected drive begins. Refused when the record is not one of the position's, when no definition
 * fits the drive's firmware, or when somebody else is at the drive or the position.
 */
export async function beginJob(
  db: Database,
  person: Person,
  plantId: number,
  { positionId, recordId, puttingBack = false }: StartRequest,
  { identity, driveKey, fit }: Connection,
  now: Date,
): Promise<Result<RestoreJob>> {
  if (fit === "nearest")
    return trouble(
      "no-definition",
      `No definition here fits firmware ${identity.firmware}.`,
      "Add a definition for this firmware first. Until then nothing is written.",
    );
  const row = await recordById(db, recordId);
  if (!row || row.positionId !== positionId)
    return trouble(
      "not-found",
      "This record is not one of this position's.",
      "Choose the record from the position's ledger.",
    );
  const busy = await whoIsAtIt(db, positionId, driveKey);
  if (busy) return busy;
  const memory: RestoreMemory = {
    place: BEGINNING,
    recordId: row.id,
    recordNumber: row.number,
    identity,
    previousSerial: row.serial,
    choices: { ...USUAL_CHOICES, leaveOut: [] },
    checks: [],
    permanent: "no",
    interruptions: [],
    puttingBack,
  };
  const id = await db.transaction(async (tx) => {
    const [inserted] = await tx
      .insert(tables.job)
      .values({
        plantId,
        kind: "restore",
        open: true,
        phase: memory.place.stage,
        positionId,
        by: person.id,
        byName: person.name,
        startedAt: now,
        driveKey,
        detail: detailOf(memory),
      })
      // The database lets only one through when two begin in the same instant.
      .onConflictDoNothing()
      .returning({ id: tables.job.id });
    if (inserted)
      await writeJournal(tx, {
        at: now,
        plantId,
        by: person.id,
        byName: person.name,
        kind: "restore",
        positionId,
        text: `Began to restore record ${row.number} onto drive ${identity.serial}.`,
        href: `/restore/${inserted.id}`,
      });
    return inserted?.id;
  });
  if (id === undefined)
    return (
      (await whoIsAtIt(db, positionId, driveKey)) ??
      trouble("busy", "Somebody else began at the same moment.", "Look at the position's page.")
    );
  return good((await loadJob(db, id))!);
}

/** The trouble that somebody is restoring the position or the drive already; undefined when nobody is. */
async function whoIsAtIt(
  db: Database,
  positionId: number,
  driveKey: string,
): Promise<Result<never> | undefined> {
  const { job } = tables;
  const rows = await db.select().from(job).where(eq(job.open, true));
  const other = rows.find((each) => each.positionId === positionId || each.driveKey === driveKey);
  if (!other) return undefined;
  const what = other.driveKey === driveKey ? "this drive" : "this position";
  return trouble(
    "busy",
    `${other.byName} is restoring ${what} since ${other.startedAt.toISOString().slice(11, 16)} UTC (restore ${other.id}).`,
    "Open that restore to follow it, or ask them to end it.",
  );
}
