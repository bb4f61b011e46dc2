import { and, asc, desc, eq, isNotNull, or, sql } from "drizzle-orm";
import type { DriveEventKind } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { Move } from "@/core/plant";
import { positionPath } from "@/core/plant/position-path";
import { OPERATION_WORDS } from "@/core/restore";
import { recordOfWords, recordWords } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { drive, driveEvent, position, record, receipt, job } = tables;

export type DriveRow = typeof drive.$inferSelect;

/** A drive of a plant by its family's definition and its serial number; undefined when the ledger knows none. */
export async function findDrive(
  db: Database,
  plantId: number,
  definitionId: string,
  serial: string,
): Promise<DriveRow | undefined> {
  const [found] = await db
    .select()
    .from(drive)
    .where(and(eq(drive.plantId, plantId), eq(drive.definitionId, definitionId), eq(drive.serial, serial)));
  return found;
}

/** One line of a drive's life. */
export interface LifeLine {
  at: number;
  kind: DriveEventKind | "record" | "receipt";
  text: string;
  byName: string;
  href: string | undefined;
}

/** Records that were made of files which name this drive: they are of no drive that the ledger read. */
const fromFileOf = ({ plantId, definitionId, serial }: DriveRow) =>
  and(
    isNotNull(record.source),
    eq(record.serial, serial),
    eq(record.definitionId, definitionId),
    eq(position.plantId, plantId),
  );

/** What happened to a drive, the newest first: what people wrote down, its records by position, its restores. */
export async function lifeOf(db: Database, row: DriveRow): Promise<LifeLine[]> {
  const events = await db
    .select({ event: driveEvent, tag: position.tag })
    .from(driveEvent)
    .leftJoin(position, eq(position.id, driveEvent.positionId))
    .where(eq(driveEvent.driveId, row.id))
    .orderBy(desc(driveEvent.id));
  const records = await db
    .select({
      number: record.number,
      present: record.present,
      expected: record.expected,
      at: record.takenAt,
      byName: record.takenByName,
      trip: record.trip,
      file: record.source,
      tag: position.tag,
    })
    .from(record)
    .innerJoin(position, eq(position.id, record.positionId))
    .where(or(eq(record.driveId, row.id), fromFileOf(row)))
    .orderBy(asc(record.id));
  const receipts = await db
    .select({
      id: receipt.id,
      at: receipt.at,
      byName: receipt.byName,
      outcome: sql<string>`${receipt.content} ->> 'outcome'`,
      kind: job.kind,
      record: sql<string | null>`${receipt.content} ->> 'recordNumber'`,
      tag: position.tag,
    })
    .from(receipt)
    .innerJoin(position, eq(position.id, receipt.positionId))
    .innerJoin(job, eq(job.id, receipt.jobId))
    .where(and(eq(receipt.plantId, row.plantId), eq(job.driveKey, `${row.definitionId}/${row.serial}`)));
  const lines: LifeLine[] = [
    ...events.map(({ event, tag }) => ({
      at: event.at.getTime(),
      kind: event.kind,
      text: event.text,
      byName: event.byName,
      href: tag === null ? undefined : positionPath(tag),
    })),
    ...records.map((each) => ({
      at: each.at.getTime(),
      kind: "record" as const,
      text: each.file
        ? `A file names it: ${recordOfWords(each, each.tag)}, from ${each.file.name}`
        : `Recorded at ${each.tag} as ${recordWords(each)}${each.trip ? `, trip ${each.trip}` : ""}`,
      byName: each.byName,
      href: positionPath(each.tag, `?record=${each.number}`),
    })),
    ...receipts.map((each) => ({
      at: each.at.getTime(),
      kind: "receipt" as const,
      text: `${each.kind === "restore" ? `Record ${each.record} restored` : OPERATION_WORDS[each.kind].did} at ${each.tag}: ${each.outcome === "verified" ? "verified" : "not verified"}`,
      byName: each.byName,
      href: `/receipts/${each.id}`,
    })),
  ];
  return lines.sort((a, b) => b.at - a.at);
}

/** Writes down what happened to a drive, in the journal too. */
export async function noteOnDrive(
  db: Database,
  person: Person,
  row: DriveRow,
  kind: DriveEventKind,
  text: string,
  at: Date,
): Promise<void> {
  await db.transaction((tx) => note(tx, person, row, kind, text, at));
}

/** Adds a drive that lies in store. Refused where the ledger knows it already. */
export async function addDrive(
  db: Database,
  person: Person,
  plantId: number,
  given: {
    definitionId: string;
    serial: string;
    rating: string | undefined;
    firmware: string;
    place: string;
  },
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    const { definitionId, serial, rating, firmware, place } = given;
    const [row] = await tx
      .insert(drive)
      .values({
        plantId,
        definitionId,
        serial,
        rating: rating ?? null,
        firmware,
        place,
        whereabouts: "store",
      })
      .onConflictDoNothing()
      .returning();
    if (!row)
      return bad<undefined>({
        kind: "bad-request",
        text: `The ledger knows a drive ${serial} of this family already.`,
        remedy: "Search for its serial number, and say there where it is now.",
      });
    await note(tx, person, row, "store", `Put in store${place ? `: ${place}` : ""}.`, at);
    return good(undefined);
  });
}

/** Says where a drive is now. A fitted one leaves its position; not while a restore is open onto it. */
export async function moveDrive(
  db: Database,
  person: Person,
  id: number,
  to: Move,
  place: string,
  why: string,
  at: Date,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(drive).where(eq(drive.id, id)).for("update");
    if (!row)
      return bad<undefined>({
        kind: "not-found",
        text: "There is no such drive.",
        remedy: "Load the page again.",
      });
    const [open] = await tx
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.open, true), eq(job.driveKey, `${row.definitionId}/${row.serial}`)));
    if (open)
      return bad<undefined>({
        kind: "busy",
        text: "A restore onto this drive is open.",
        remedy: "Finish it or end it first.",
      });
    await tx.update(drive).set({ whereabouts: to, place, positionId: null }).where(eq(drive.id, id));
    await note(tx, person, row, to, `${why}${place ? ` (${place})` : ""}`, at, row.positionId ?? undefined);
    return good(undefined);
  });
}

async function note(
  tx: Database,
  person: Person,
  row: DriveRow,
  kind: DriveEventKind,
  text: string,
  at: Date,
  positionId?: number,
): Promise<void> {
  await tx
    .insert(driveEvent)
    .values({ driveId: row.id, kind, text, at, by: person.id, byName: person.name, positionId });
  await writeJournal(tx, {
    at,
    plantId: row.plantId,
    by: person.id,
    byName: person.name,
    kind: "drive",
    positionId,
    text: `Drive ${row.serial}: ${text}`,
    href: driveHref(row),
  });
}

/** Where a drive's page is within its plant. */
export function driveHref({ definitionId, serial }: Pick<DriveRow, "definitionId" | "serial">): string {
  return `/drives/${encodeURIComponent(definitionId)}/${encodeURIComponent(serial)}`;
}
