import { and, asc, desc, eq, isNull, sql } from "drizzle-orm";
import type { InventoryLine } from "@/core/contract";
import { WHEREABOUTS_WORDS } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";

/** Every drive that the ledger knows of a plant, by area and tag; drives without a position come last. Two queries, whatever the number of drives. */
export async function listInventory(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
): Promise<InventoryLine[]> {
  const { area, position, link } = tables;
  const positions = await db
    .select({
      id: position.id,
      tag: position.tag,
      title: position.title,
      area: area.name,
      definitionId: position.definitionId,
      linkId: position.linkId,
      linkName: link.name,
      unit: position.unitAddress,
      tried: position.wayTried,
    })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .leftJoin(link, eq(link.id, position.linkId))
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt)))
    .orderBy(asc(area.sort), asc(position.tag));
  const drives = await drivesWithNewest(db, plantId);
  const fitted = new Map(
    drives.filter((each) => each.whereabouts === "fitted").map((each) => [each.positionId, each]),
  );
  const nowhere = { area: "", tag: "", title: "", answersAt: "", alike: "" };
  const othersAt = whoElse(positions.filter((each) => fitted.has(each.id)));
  return [
    ...positions.map((each) => {
      const { area, tag, title, linkName, unit, tried } = each;
      const answersAt = linkName === null || unit === null ? "" : `${linkName}, address ${unit}`;
      const alike = fitted.has(each.id) ? othersAt(each) : "";
      const place = { area, tag, title, answersAt, alike, untried: tried ? undefined : true };
      return lineOf(shelf, place, fitted.get(each.id), each.definitionId);
    }),
    ...drives
      .filter((each) => each.whereabouts !== "fitted")
      .map((each) => lineOf(shelf, nowhere, each, each.definitionId)),
  ];
}

/** So many of those at one address are named: with one cable for all of them, it is the whole plant. */
const NAMED = 3;

interface Reached {
  tag: string;
  linkId: number | null;
  unit: number | null;
}

/** Who else of positions with a drive was reached at the address of one of them, in words. */
function whoElse(positions: readonly Reached[]): (one: Reached) => string {
  const keyOf = ({ linkId, unit }: Reached): string => `${linkId}:${unit}`;
  const reached = positions.filter((each) => each.linkId !== null && each.unit !== null);
  const tagsAt = new Map<string, string[]>();
  for (const each of reached) {
    const tags = tagsAt.get(keyOf(each));
    if (tags) tags.push(each.tag);
    else tagsAt.set(keyOf(each), [each.tag]);
  }
  return (one) => {
    const tags = tagsAt.get(keyOf(one)) ?? [];
    const others = tags.slice(0, NAMED + 1).filter((tag) => tag !== one.tag);
    const more = tags.length - 1 - NAMED;
    return others.slice(0, NAMED).join(", ") + (more > 0 ? ` and ${more} more` : "");
  };
}

type DriveWithNewest = Awaited<ReturnType<typeof drivesWithNewest>>[number];

/** Drives by serial number, each with what is needed of the newest record made of it. */
function drivesWithNewest(db: Database, plantId: number) {
  const { drive, record } = tables;
  const newest = db
    .select({
      number: record.number,
      takenAt: record.takenAt,
      present: record.present,
      expected: record.expected,
      ratingName: record.ratingName,
      supply: record.supply,
      facts: record.facts,
    })
    .from(record)
    .where(eq(record.driveId, drive.id))
    .orderBy(desc(record.id))
    .limit(1)
    .as("newest");
  return db
    .select({
      definitionId: drive.definitionId,
      serial: drive.serial,
      rating: drive.rating,
      firmware: drive.firmware,
      powerPart: drive.powerPart,
      axes: drive.axes,
      whereabouts: drive.whereabouts,
      place: drive.place,
      positionId: drive.positionId,
      number: newest.number,
      takenAt: newest.takenAt,
      present: newest.present,
      expected: newest.expected,
      ratingName: newest.ratingName,
      supply: newest.supply,
      facts: newest.facts,
    })
    .from(drive)
    .leftJoinLateral(newest, sql`true`)
    .where(eq(drive.plantId, plantId))
    .orderBy(asc(drive.serial));
}

function lineOf(
  shelf: DefinitionShelf,
  place: Pick<InventoryLine, "area" | "tag" | "title" | "answersAt" | "alike" | "untried">,
  each: DriveWithNewest | undefined,
  definitionId: string,
): InventoryLine {
  const definition = shelf.find(each?.definitionId ?? definitionId);
  const rating = each?.rating ? definition?.ratings.get(each.rating) : undefined;
  const { options = [], modules = [] } = each?.facts ?? {};
  return {
    ...place,
    definition: each?.definitionId ?? definitionId,
    vendor: definition?.file.vendor ?? "",
    family: definition?.file.family ?? each?.definitionId ?? definitionId,
    rating: rating?.name ?? each?.ratingName ?? "",
    supply: rating?.supply ?? each?.supply ?? "",
    firmware: each?.firmware ?? "",
    serial: each?.serial ?? "",
    powerPart: each?.powerPart ?? "",
    axes: each?.axes ?? undefined,
    fitted: [
      ...options.map((one) => `${one.name}${one.firmware ? ` ${one.firmware}` : ""}`),
      ...modules.map((one) => `${one.slot}: ${one.name}`),
    ].join("; "),
    place: each?.place ?? "",
    whereabouts: each ? WHEREABOUTS_WORDS[each.whereabouts] : "nothing recorded",
    recordedAt: each?.takenAt?.getTime(),
    record: each?.number ?? undefined,
    partial: each && (each.present ?? 0) < (each.expected ?? 0) ? true : undefined,
  };
}
