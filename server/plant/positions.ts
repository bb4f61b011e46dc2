import { and, asc, eq, inArray, isNull } from "drizzle-orm";
import type { LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";

const { position, link, current, record } = tables;

export type PositionRow = typeof position.$inferSelect;

/** A position of a plant by its tag; undefined when there is none. */
export async function findPosition(
  db: Database,
  plantId: number,
  tag: string,
): Promise<PositionRow | undefined> {
  return (
    await db
      .select()
      .from(position)
      .where(and(eq(position.plantId, plantId), eq(position.tag, tag)))
  )[0];
}

/** Tags and titles of a plant's positions, by tag. */
export function listTags(
  db: Database,
  plantId: number,
): Promise<Array<{ tag: string; title: string; definitionId: string }>> {
  return db
    .select({ tag: position.tag, title: position.title, definitionId: position.definitionId })
    .from(position)
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt)))
    .orderBy(asc(position.tag));
}

/** The link of a position, where one is known. */
export async function linkOf(db: Database, row: PositionRow) {
  if (row.linkId === null) return undefined;
  return (await db.select().from(link).where(eq(link.id, row.linkId)))[0];
}

/** Where each family is used in a plant. */
export async function positionsByDefinition(
  db: Database,
  plantId: number,
  ids: string[],
): Promise<Map<string, string[]>> {
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ id: position.definitionId, tag: position.tag })
          .from(position)
          .where(and(eq(position.plantId, plantId), inArray(position.definitionId, ids)))
          .orderBy(asc(position.tag));
  const found = new Map<string, string[]>();
  for (const row of rows) found.set(row.id, [...(found.get(row.id) ?? []), row.tag]);
  return found;
}

/** Positions with the address at which their drive answers, for the bench. */
export function listPlaces(
  db: Database,
  plantId: number,
): Promise<
  Array<{
    tag: string;
    title: string;
    name: string;
    link: LinkSettings;
    linkId: number;
    unit: number | null;
    /** Its drive has answered there. */
    tried: boolean;
  }>
> {
  return db
    .select({
      tag: position.tag,
      title: position.title,
      name: link.name,
      link: link.settings,
      linkId: link.id,
      unit: position.unitAddress,
      tried: position.wayTried,
    })
    .from(position)
    .innerJoin(link, eq(link.id, position.linkId))
    .where(eq(position.plantId, plantId))
    .orderBy(asc(position.tag));
}

/** The tag of a position by its id. */
export async function tagOf(db: Database, id: number): Promise<string | undefined> {
  return (await db.select({ tag: position.tag }).from(position).where(eq(position.id, id)))[0]?.tag;
}

/** Positions whose standing record is of a drive's family and rating: what it could replace. */
export async function couldReplace(
  db: Database,
  plantId: number,
  { definitionId, rating }: { definitionId: string; rating: string | null },
): Promise<Array<{ tag: string; title: string }>> {
  if (rating === null) return [];
  return db
    .select({ tag: position.tag, title: position.title })
    .from(position)
    .innerJoin(current, and(eq(current.positionId, position.id), eq(current.which, "standing")))
    .innerJoin(record, eq(record.id, current.recordId))
    .where(
      and(
        eq(position.plantId, plantId),
        isNull(position.retiredAt),
        eq(record.definitionId, definitionId),
        eq(record.rating, rating),
      ),
    )
    .orderBy(asc(position.tag));
}

/** The drive that the ledger has fitted at a position; undefined when it has none there. */
export async function fittedDrive(
  db: Database,
  positionId: number,
): Promise<{ id: number; definitionId: string; serial: string } | undefined> {
  const { drive } = tables;
  const [found] = await db
    .select({ id: drive.id, definitionId: drive.definitionId, serial: drive.serial })
    .from(drive)
    .where(and(eq(drive.positionId, positionId), eq(drive.whereabouts, "fitted")));
  return found;
}
