import { and, eq, ne } from "drizzle-orm";
import { ownDefinitionId, type DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { Person } from "@/server/people";

const { drive, driveEvent } = tables;

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
    // In its life it is what it really is; of the power part an imitating drive tells nothing.
    rating: (identity.really ?? identity).rating ?? null,
    firmware: (identity.really ?? identity).firmware,
    ...(identity.really ? {} : { powerPart: identity.powerPart ?? null }),
    axes: identity.axes ?? null,
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
