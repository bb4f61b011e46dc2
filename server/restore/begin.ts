import { eq } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import { whyNotDrafted } from "@/core/draft";
import { good, type Result } from "@/core/drive";
import { BEGINNING, OPERATION_WORDS, USUAL_CHOICES, type Operation } from "@/core/restore";
import type { Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { recordById } from "@/server/ledger";
import type { Person } from "@/server/people";
import { moment } from "@/server/when";
import type { RestoreMemory } from "./job-memory";
import { detailOf, loadJob, operationOf, type RestoreJob } from "./job-state";
import { trouble } from "./troubles";

export interface StartRequest {
  positionId: number;
  recordId: number;
  connectionId: string;
  puttingBack?: boolean;
  /** The drive is a spare on the workbench, which is prepared for the position. */
  spare?: boolean;
  /** The record may be of another position of the plant: several drives get the same set. */
  ofOther?: boolean;
  /** One axis alone; it can be chosen otherwise while the plan is looked through. */
  axis?: number;
  /** A person has agreed that the drive stands there, although it did not seem to. */
  although?: boolean;
}

/**
 * Writes down that a restore of a record onto a connected drive begins. Refused when the record is not one of the position's (or, where that is meant, of the plant's), when no definition
 * fits the drive's firmware, or when somebody else is at the drive or the position.
 */
export async function beginJob(
  db: Database,
  person: Person,
  plantId: number,
  { positionId, recordId, puttingBack = false, ofOther = false, spare, axis }: StartRequest,
  { identity, driveKey, fit, definition }: Connection,
  now: Date,
): Promise<Result<RestoreJob>> {
  const refused = whyRetired({ identity, fit });
  if (refused) return refused;
  const row = await recordById(db, recordId);
  const other = row && row.positionId !== positionId ? await positionOf(db, row.positionId) : undefined;
  if (!row || (other && (!ofOther || other.plantId !== plantId)))
    return trouble(
      "not-found",
      "This record is not one of this position's.",
      "Choose the record from the position's ledger.",
    );
  const busy = await whoIsAtIt(db, spare ? undefined : positionId, driveKey);
  if (busy) return busy;
  const memory: RestoreMemory = {
    place: BEGINNING,
    recordId: row.id,
    recordNumber: row.number,
    recordLacks: settingsLacked(definition, row.missing),
    recordTag: other?.tag,
    identity,
    previousSerial: row.serial,
    // Addresses and names belong to the place, and what was found out by tuning to its motor.
    choices: {
      ...USUAL_CHOICES,
      ...(other ? { communication: false, names: false, tuning: false } : {}),
      // It will stand there in place of another drive.
      ...(spare ? { exchanged: ["drive" as const] } : {}),
      ...(axis === undefined ? {} : { part: { axes: [axis] } }),
      leaveOut: [],
    },
    checks: [],
    permanent: "no",
    interruptions: [],
    puttingBack,
    spare,
  };
  const text = `Began to restore record ${row.number}${other ? ` of ${other.tag}` : ""} onto drive ${identity.serial}.`;
  return insertJob(db, person, plantId, { positionId, driveKey, memory, now, text });
}

/**
 * Writes down that something other than a restore begins: at the drive's position, where its records of before and after are kept. Refused when no definition
 * fits the drive's firmware, or when somebody else is at the drive or the position.
 */
export async function beginOperation(
  db: Database,
  person: Person,
  plantId: number,
  {
    positionId,
    operation,
    ofProgram,
  }: {
    positionId: number;
    operation: Exclude<Operation, "restore">;
    ofProgram?: RestoreMemory["ofProgram"];
  },
  { identity, driveKey, fit }: Connection,
  now: Date,
): Promise<Result<RestoreJob>> {
  const refused = whyRetired({ identity, fit }) ?? (await whoIsAtIt(db, positionId, driveKey));
  if (refused) return refused;
  const memory: RestoreMemory = {
    place: BEGINNING,
    operation,
    ofProgram,
    identity,
    previousSerial: identity.serial,
    choices: { ...USUAL_CHOICES, leaveOut: [] },
    checks: [],
    permanent: "no",
    interruptions: [],
  };
  const text = `${OPERATION_WORDS[operation].title}: begun for drive ${identity.serial}.`;
  return insertJob(db, person, plantId, { positionId, driveKey, memory, now, text });
}

async function positionOf(db: Database, id: number): Promise<{ tag: string; plantId: number } | undefined> {
  const { position } = tables;
  const [row] = await db
    .select({ tag: position.tag, plantId: position.plantId })
    .from(position)
    .where(eq(position.id, id));
  return row;
}

/** Under a definition that does not fit nothing is done with a drive. */
function whyRetired({ identity, fit }: Pick<Connection, "identity" | "fit">): Result<never> | undefined {
  if (fit !== "nearest") return undefined;
  return trouble(
    "no-definition",
    `No definition here fits firmware ${identity.firmware}.`,
    "Add a definition for this firmware first. Until then nothing is written.",
  );
}

async function insertJob(
  db: Database,
  person: Person,
  plantId: number,
  about: { positionId: number; driveKey: string; memory: RestoreMemory; now: Date; text: string },
): Promise<Result<RestoreJob>> {
  const { positionId, driveKey, memory, now, text } = about;
  const kind = operationOf(memory);
  const id = await db.transaction(async (tx) => {
    const [inserted] = await tx
      .insert(tables.job)
      .values({
        plantId,
        kind,
        open: true,
        spare: memory.spare ?? false,
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
        text,
        href: `/restore/${inserted.id}`,
      });
    return inserted?.id;
  });
  if (id === undefined)
    return (
      (await whoIsAtIt(db, memory.spare ? undefined : positionId, driveKey)) ??
      trouble("busy", "Somebody else began at the same moment.", "Look at the position's page.")
    );
  return good((await loadJob(db, id))!);
}

/** The trouble that somebody is at the position or the drive already; undefined when nobody is. Whoever prepares a spare is at its drive alone. */
async function whoIsAtIt(
  db: Database,
  positionId: number | undefined,
  driveKey: string,
): Promise<Result<never> | undefined> {
  const { job } = tables;
  const rows = await db.select().from(job).where(eq(job.open, true));
  const atPosition = (each: (typeof rows)[number]): boolean =>
    positionId !== undefined && each.positionId === positionId && !each.spare;
  const other = rows.find((each) => each.driveKey === driveKey || atPosition(each));
  if (!other) return undefined;
  const what = other.driveKey === driveKey ? "this drive" : "this position";
  return trouble(
    "busy",
    `${other.byName} is at ${what} since ${moment(other.startedAt)} (${OPERATION_WORDS[other.kind].title.toLowerCase()}, ${other.id}).`,
    "Open that to follow it, or ask them to end it.",
  );
}

/** How many settings of a drive a record lacks; undefined where it has them all. What a drive only shows is none that could be restored. */
function settingsLacked(definition: Definition, missing: readonly string[]): number | undefined {
  return missing.filter((code) => whyNotDrafted(definition, code) === undefined).length || undefined;
}
