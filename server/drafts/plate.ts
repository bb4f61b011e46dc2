import { and, eq } from "drizzle-orm";
import type { PlateWords } from "@/core/contract";
import { listFirmware, type Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";

/**
 * A type plate as a draft begins from it: the family's rating by name, the firmware where it is known, the axes that are fitted. What is not known stays empty and is
 * settled when the drive is connected.
 */
export function plateOf(
  definition: Definition,
  { rating, firmware, axes, serial }: PlateWords,
): Result<tables.DraftPlate> {
  const known = definition.ratings.get(rating);
  if (!known)
    return bad({
      kind: "bad-request",
      text: `${definition.title} has no rating ${rating}.`,
      remedy: `Choose one of ${[...definition.ratings.keys()].join(", ")}.`,
    });
  const most = definition.file.axes?.most ?? 1;
  if (axes !== undefined && axes > most)
    return bad({
      kind: "bad-request",
      text: `${definition.title} has at most ${most} ${most === 1 ? "axis" : "axes"}.`,
      remedy: "Count the axes that are fitted.",
    });
  return good({
    definitionId: definition.id,
    definitionVersion: definition.version,
    rating,
    ratingName: known.name,
    supply: known.supply,
    serial: serial?.trim() ?? "",
    firmware: firmware ?? "",
    axes: definition.file.axes ? (axes ?? 1) : undefined,
    options: undefined,
  });
}

/** What can be chosen for a type plate: ratings, firmware steps, axes. */
export function plateChoices(definition: Definition): {
  id: string;
  title: string;
  ratings: Array<{ id: string; name: string }>;
  firmware: string[];
  axes: number;
} {
  return {
    id: definition.id,
    title: definition.title,
    ratings: [...definition.ratings.values()].map(({ id, name }) => ({ id, name })),
    firmware: listFirmware(definition.file),
    axes: definition.file.axes?.most ?? 1,
  };
}

/** The drives of a plant that lie in store and whose family and rating are known. */
export async function storedPlates(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
): Promise<
  Array<{
    definition: string;
    rating: string;
    firmware: string;
    serial: string;
    place: string;
    axes?: number;
  }>
> {
  const { drive } = tables;
  const rows = await db
    .select()
    .from(drive)
    .where(and(eq(drive.plantId, plantId), eq(drive.whereabouts, "store")))
    .orderBy(drive.serial);
  return rows.flatMap(({ definitionId, rating, firmware, serial, place, axes }) =>
    rating !== null && shelf.find(definitionId)?.ratings.has(rating)
      ? [{ definition: definitionId, rating, firmware, serial, place, ...(axes === null ? {} : { axes }) }]
      : [],
  );
}
