import { and, asc, eq, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import type { PositionLine } from "@/core/contract";
import { compareFirmware } from "@/core/definition";
import { readinessOf, type ReadinessFacts } from "@/core/readiness";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { wasNotRead } from "@/server/ledger";
import { preparedSpares } from "@/server/spares";
import { endedHalfway, unconfirmedReceipts } from "./last-receipts";
import { thresholdsOf } from "./plants";

const { area, position, record, current, drive, job, attachment, attachmentWithdrawn } = tables;

/** Every position of a plant with its readiness, area by area; in nine queries, whatever the number of positions and records. */
export async function plantLines(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
  now: number,
): Promise<{ areas: string[]; lines: PositionLine[] }> {
  const areas = await db
    .select({ name: area.name })
    .from(area)
    .where(eq(area.plantId, plantId))
    .orderBy(asc(area.sort), asc(area.id));
  const thresholds = await thresholdsOf(db, plantId);
  const rows = await positionRows(db, plantId);
  const restores = await openRestores(db, plantId);
  const unsigned = await unconfirmedReceipts(db, plantId);
  const halfway = await endedHalfway(db, plantId);
  const spares = new Spares(await storedDrives(db, plantId));
  const prepared = await preparedSpares(db, plantId);
  const lines = rows.map((row): PositionLine => {
    const { newest, standing } = recordsOf(row);
    const definition = shelf.find(row.definitionId);
    const facts: ReadinessFacts = {
      now,
      definition: definition || row.definitionId === "" ? "here" : "none",
      newest: newest && { ...newest, at: newest.takenAt },
      standing,
      seenAt: row.seenAt?.getTime(),
      fitted: fittedOf(row),
      openRestore: restores.get(row.id),
      endedHalfway: halfway.get(row.id),
      unconfirmedSafety: unsigned.get(row.id),
      staleSpare: prepared.find((each) => each.positionId === row.id && each.stale),
      spares: standing ? spares.for(row.definitionId, standing.rating, row.standingFirmware!) : "none",
    };
    const retired = row.retiredAt !== null;
    const { verdict, reasons } = retired
      ? { verdict: "ready" as const, reasons: [] }
      : readinessOf(facts, thresholds);
    return {
      tag: row.tag,
      title: row.title,
      area: row.area,
      family: definition?.title ?? row.definitionId,
      machine: row.machine,
      criticality: row.criticality ?? undefined,
      twinGroup: row.twinGroup ?? undefined,
      jobNumber: row.jobNumber,
      serial: row.serial ?? undefined,
      retired: retired || undefined,
      newest: newest && {
        number: newest.number,
        takenAt: newest.takenAt,
        byName: row.newestBy!,
        partial: newest.partial,
        notRead: newest.notRead,
        volatile: newest.volatile,
      },
      standing: standing && { number: standing.number },
      asStanding: newest?.asStanding ?? false,
      verdict,
      reasons,
    };
  });
  return { areas: areas.map((each) => each.name), lines };
}

/** The drive fitted; of one that imitates its predecessor the rating it answers with, as the newest record has it. */
function fittedOf({ serial, fittedRating, newestRating, newestReally }: Row): ReadinessFacts["fitted"] {
  if (serial === null) return undefined;
  const rating = newestReally ? newestRating : fittedRating;
  return { rating: rating ?? undefined, really: newestReally ?? undefined };
}

type Row = Awaited<ReturnType<typeof positionRows>>[number];

function recordsOf(row: Row) {
  const asStanding = row.standingHash !== null && row.newestHash === row.standingHash;
  const newest =
    row.newestNumber === null
      ? undefined
      : {
          number: row.newestNumber,
          takenAt: row.newestAt!.getTime(),
          partial: row.newestPartial === true,
          asStanding,
          volatile: row.newestVolatile ?? undefined,
          notRead: row.newestOrigin !== null && wasNotRead(row.newestOrigin),
        };
  const standing =
    row.standingNumber === null
      ? undefined
      : {
          number: row.standingNumber,
          missing: Number(row.standingMissing),
          rating: row.standingRating ?? undefined,
          notRead: row.standingOrigin !== null && wasNotRead(row.standingOrigin),
          programNotKept: row.standingProgram === true && row.programKept === false,
        };
  return { newest, standing };
}

/** One row for each position: where it is, the drive fitted, and what lists show of its newest and its standing record. */
function positionRows(db: Database, plantId: number) {
  const newest = alias(record, "newest");
  const standing = alias(record, "standing_record");
  const toNewest = alias(current, "to_newest");
  const toStanding = alias(current, "to_standing");
  return db
    .select({
      id: position.id,
      area: area.name,
      tag: position.tag,
      title: position.title,
      definitionId: position.definitionId,
      twinGroup: position.twinGroup,
      jobNumber: position.jobNumber,
      machine: position.machine,
      criticality: position.criticality,
      retiredAt: position.retiredAt,
      seenAt: position.seenAt,
      serial: drive.serial,
      fittedRating: drive.rating,
      newestNumber: newest.number,
      newestAt: newest.takenAt,
      newestBy: newest.takenByName,
      newestPartial: sql<boolean | null>`${newest.present} < ${newest.expected}`,
      newestVolatile: newest.volatile,
      newestHash: newest.hashSettings,
      newestOrigin: newest.origin,
      newestRating: newest.rating,
      newestReally: sql<NonNullable<ReadinessFacts["fitted"]>["really"] | null>`${newest.facts} -> 'really'`,
      standingNumber: standing.number,
      standingMissing: sql<number | null>`${standing.expected} - ${standing.present}`,
      standingRating: standing.rating,
      standingFirmware: standing.firmware,
      standingHash: standing.hashSettings,
      standingOrigin: standing.origin,
      standingProgram: sql<boolean | null>`(${standing.facts} -> 'program' ->> 'present')::boolean`,
      programKept: sql<boolean>`exists (select 1 from ${attachment} where ${attachment.positionId} = ${position.id} and ${attachment.kind} = 'program' and not exists (select 1 from ${attachmentWithdrawn} where ${attachmentWithdrawn.attachmentId} = ${attachment.id}))`,
    })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .leftJoin(drive, and(eq(drive.positionId, position.id), eq(drive.whereabouts, "fitted")))
    .leftJoin(toNewest, and(eq(toNewest.positionId, position.id), eq(toNewest.which, "newest")))
    .leftJoin(newest, eq(newest.id, toNewest.recordId))
    .leftJoin(toStanding, and(eq(toStanding.positionId, position.id), eq(toStanding.which, "standing")))
    .leftJoin(standing, eq(standing.id, toStanding.recordId))
    .where(eq(position.plantId, plantId))
    .orderBy(asc(area.sort), asc(area.id), asc(position.tag));
}

/** Restores that are not ended, by position. Begun: something may have been written. */
async function openRestores(db: Database, plantId: number) {
  const rows = await db
    .select({ id: job.id, kind: job.kind, positionId: job.positionId, byName: job.byName, phase: job.phase })
    .from(job)
    .where(and(eq(job.open, true), eq(job.spare, false), eq(job.plantId, plantId)));
  return new Map(
    rows.map(({ positionId, phase, ...each }) => [
      positionId,
      { ...each, begun: phase !== "read-before" && phase !== "review" },
    ]),
  );
}

function storedDrives(db: Database, plantId: number) {
  return db
    .select({ definitionId: drive.definitionId, rating: drive.rating, firmware: drive.firmware })
    .from(drive)
    .where(and(eq(drive.plantId, plantId), eq(drive.whereabouts, "store")));
}

/** Which drives lie in store. */
class Spares {
  /** Firmware of those whose rating is known, by family and rating. */
  private readonly known = new Map<string, string[]>();
  private readonly unknown = new Set<string>();

  constructor(drives: Array<{ definitionId: string; rating: string | null; firmware: string }>) {
    for (const { definitionId, rating, firmware } of drives) {
      const key = `${definitionId} ${rating}`;
      if (rating === null) this.unknown.add(definitionId);
      else this.known.set(key, [...(this.known.get(key) ?? []), firmware]);
    }
  }

  for(definitionId: string, rating: string | undefined, recorded: string): ReadinessFacts["spares"] {
    const alike = rating === undefined ? [] : (this.known.get(`${definitionId} ${rating}`) ?? []);
    // Where the record, brought in from a file, does not tell its firmware, nobody knows which would be older.
    if (recorded === "" && alike.length > 0) return "not-told";
    // Of a plate that does not tell its firmware nobody knows better.
    if (alike.some((each) => each !== "" && compareFirmware(each, recorded) >= 0)) return "equal";
    if (alike.includes("")) return "not-told";
    if (alike.length > 0) return "older";
    const some = [...this.known.keys()].some((each) => each.startsWith(`${definitionId} `));
    return this.unknown.has(definitionId) || (rating === undefined && some) ? "not-told" : "none";
  }
}
