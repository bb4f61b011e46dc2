import { asc, desc, eq } from "drizzle-orm";
import type { InventoryLine } from "@/core/live";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";

const WHEREABOUTS = {
  fitted: "fitted",
  store: "in store",
  removed: "removed",
  scrapped: "scrapped",
} as const;

/** Every drive that the ledger knows, by area and tag; drives without a position come last. Four queries, whatever the number of drives. */
export async function listInventory(db: Database, shelf: DefinitionShelf): Promise<InventoryLine[]> {
  const { area, position, drive, record } = tables;
  const positions = await db
    .select({
      id: position.id,
      tag: position.tag,
      title: position.title,
      area: area.name,
      definitionId: position.definitionId,
    })
    .from(position)
    .innerJoin(area, eq(area.id, position.areaId))
    .orderBy(asc(area.sort), asc(position.tag));
  const drives = await db.select().from(drive).orderBy(asc(drive.serial));
  const newest = await db
    .selectDistinctOn([record.driveId])
    .from(record)
    .orderBy(record.driveId, desc(record.id));
  const lineOf = (
    place: Pick<InventoryLine, "area" | "tag" | "title">,
    each: (typeof drives)[number] | undefined,
    definitionId: string,
  ): InventoryLine => {
    const definition = shelf.find(each?.definitionId ?? definitionId);
    const last = newest.find((one) => one.driveId === each?.id);
    const rating = each?.rating ? definition?.ratings.get(each.rating) : undefined;
    const { options = [], modules = [] } = last?.facts ?? {};
    return {
      ...place,
      vendor: definition?.file.vendor ?? "",
      family: definition?.file.family ?? each?.definitionId ?? definitionId,
      rating: rating?.name ?? last?.ratingName ?? "",
      supply: rating?.supply ?? last?.supply ?? "",
      firmware: each?.firmware ?? "",
      serial: each?.serial ?? "",
      powerPart: each?.powerPart ?? "",
      axes: each?.axes ?? undefined,
      fitted: [
        ...options.map((one) => `${one.name}${one.firmware ? ` ${one.firmware}` : ""}`),
        ...modules.map((one) => `${one.slot}: ${one.name}`),
      ].join("; "),
      whereabouts: each ? WHEREABOUTS[each.whereabouts] : "nothing recorded",
      recordedAt: last?.takenAt.getTime(),
      record: last?.number,
    };
  };
  const nowhere = { area: "", tag: "", title: "" };
  return [
    ...positions.map((each) =>
      lineOf(
        { area: each.area, tag: each.tag, title: each.title },
        drives.find((one) => one.positionId === each.id && one.whereabouts === "fitted"),
        each.definitionId,
      ),
    ),
    ...drives
      .filter((each) => each.whereabouts !== "fitted")
      .map((each) => lineOf(nowhere, each, each.definitionId)),
  ];
}
