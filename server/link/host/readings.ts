import { randomUUID } from "node:crypto";
import { and, eq, gt, lt, lte, notExists, notInArray, sql } from "drizzle-orm";
import { fittingOf, type DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";

const { job, reading, readingGroup } = tables;

/** After this long a reading that was broken off is begun anew: what was read may not be so any more. */
const LONGEST_BREAK_MS = 15 * 60_000;
const FORGOTTEN_MS = 24 * 3600_000;

const keyOf = (identity: DriveIdentity): string => `${identity.definitionId}/${identity.serial}`;

/**
 * Opens a reading of a drive; readings of the same drive that nobody kept are gone then, except those `inUse`: the drive may be reached on two ways
 * at once. `goOn` is one that goes on where it was. Gives its id.
 */
export async function openReading(
  db: Database,
  identity: DriveIdentity,
  byName: string,
  now: Date,
  { inUse, goOn }: { inUse: readonly string[]; goOn?: string },
): Promise<string> {
  const id = goOn ?? randomUUID();
  // Drives that do not tell who they are share no readings.
  const driveKey = identity.serial === "" ? id : keyOf(identity);
  // One statement: the drive waits for it, and a busy program comes to each answer late.
  const forgotten = db.$with("forgotten").as(
    db
      .delete(reading)
      .where(and(eq(reading.driveKey, driveKey), notInArray(reading.id, [id, ...inUse])))
      .returning({ id: reading.id }),
  );
  await db
    .with(forgotten)
    .insert(reading)
    .values({ id, driveKey, fitting: fittingText(identity), startedAt: now, byName })
    .onConflictDoNothing();
  return id;
}

/** Opens a reading that belongs to other work, under a name of its own; it goes on where it was when it is there already. */
export async function openNamedReading(db: Database, id: string, byName: string, now: Date): Promise<void> {
  await db
    .insert(reading)
    .values({ id, driveKey: id, fitting: "", startedAt: now, byName })
    .onConflictDoNothing();
}

/** A reading of this drive that a former program left half-done a short while ago, to be gone on with; undefined when there is none, or the drive does not tell who it is. */
export async function leftReading(
  db: Database,
  identity: DriveIdentity,
  groups: number,
  now: Date,
  inUse: readonly string[],
): Promise<string | undefined> {
  if (identity.serial === "") return undefined;
  const [row] = await db
    .select({ id: reading.id })
    .from(reading)
    .where(
      and(
        eq(reading.driveKey, keyOf(identity)),
        eq(reading.fitting, fittingText(identity)),
        notInArray(reading.id, [...inUse]),
        gt(reading.startedAt, new Date(now.getTime() - LONGEST_BREAK_MS)),
        // Of one that lies ahead nobody knows how old it is: the clock was set back.
        lte(reading.startedAt, now),
        lt(db.$count(readingGroup, eq(readingGroup.readingId, reading.id)), groups),
      ),
    )
    .limit(1);
  return row?.id;
}

/** Forgets a reading that was kept or let go. */
export async function dropReading(db: Database, id: string): Promise<void> {
  await db.delete(reading).where(eq(reading.id, id));
}

/** Forgets readings that nobody came back to. What an open restore or another operation stands on is not forgotten. */
export async function dropForgotten(db: Database, now: Date): Promise<void> {
  const ofOpenJob = db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.open, true), sql`starts_with(${reading.id}, 'restore-' || ${job.id} || '-')`));
  await db
    .delete(reading)
    .where(and(lt(reading.startedAt, new Date(now.getTime() - FORGOTTEN_MS)), notExists(ofOpenJob)));
}

function fittingText(identity: DriveIdentity): string {
  const { firmware, axes, options } = fittingOf(identity);
  return JSON.stringify([identity.rating, firmware, axes, [...options].sort()]);
}
