import { and, eq, ne, sql } from "drizzle-orm";
import { ownDefinitionId, type DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { Person } from "@/server/people";

const { drive, driveEvent } = tables;

/**
 * Notes that a drive was seen on the workbench: it is known from then on, as one in store where nobody has said otherwise. Nothing is fitted or taken out.
 * Gives the drive's id.
 */
export async function knowDrive(
  tx: Database,
  person: Person,
  identity: DriveIdentity,
  { plantId }: { plantId: number },
  at: Date,
): Promise<number> {
  const said = saidOf(identity);
  const [row] = await tx
    .insert(drive)
    .values({
      ...said,
      plantId,
      definitionId: ownDefinitionId(identity),
      serial: identity.serial,
      whereabouts: "store",
      place: "",
    })
    .onConflictDoUpdate({ target: [drive.definitionId, drive.serial], set: said })
    .returning({ id: drive.id, isNew: sql<boolean>`xmax = 0` });
  if (row!.isNew)
    await tx.insert(driveEvent).values({
      at,
      by: person.id,
      byName: person.name,
      driveId: row!.id,
      kind: "store",
      text: "Seen on the workbench, a spare.",
    });
  return row!.id;
}

/** What a drive says of itself for its life: who it really is. Of the power part an imitating drive tells nothing. */
function saidOf(identity: DriveIdentity) {
  const { rating, firmware } = identity.really ?? identity;
  return {
    rating: rating ?? null,
    firmware,
    ...(identity.really ? {} : { powerPart: identity.powerPart ?? null }),
    axes: identity.axes ?? null,
  };
}

/**
 * Notes that a drive is fitted at a position, and that another one no longer is; what is new of it goes into their lives. In the transaction of what was
 * recorded. Gives the drive's id.
 */
export async function fitDrive(
  tx: Database,
  person: Person,
  identity: DriveIdentity,
  position: { id: number; plantId: number; tag: string },
  at: Date,
): Promise<number> {
  const definitionId = ownDefinitionId(identity);
  const own = and(eq(drive.definitionId, definitionId), eq(drive.serial, identity.serial));
  const [before] = await tx.select().from(drive).where(own).for("update");
  const said = {
    plantId: position.plantId,
    ...saidOf(identity),
    whereabouts: "fitted" as const,
    positionId: position.id,
    place: "",
  };
  const [row] = await tx
    .insert(drive)
    .values({ ...said, definitionId, serial: identity.serial })
    .onConflictDoUpdate({ target: [drive.definitionId, drive.serial], set: said })
    .returning({ id: drive.id });
  const id = row!.id;
  const taken = await tx
    .update(drive)
    .set({ whereabouts: "removed", positionId: null })
    .where(and(eq(drive.positionId, position.id), ne(drive.id, id)))
    .returning({ id: drive.id, serial: drive.serial });
  const line = { at, by: person.id, byName: person.name, positionId: position.id };
  if (before?.positionId !== position.id)
    await tx
      .insert(driveEvent)
      .values({ ...line, driveId: id, kind: "fitted", text: `Found fitted at ${position.tag}.` });
  for (const each of taken)
    await tx.insert(driveEvent).values({
      ...line,
      driveId: each.id,
      kind: "removed",
      text: `${identity.serial} is fitted at ${position.tag} in its place.`,
    });
  return id;
}
