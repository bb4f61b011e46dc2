import { and, eq } from "drizzle-orm";
import { ownDefinitionId, type DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";

interface Found {
  id: number;
  tag: string;
  title: string;
}

const { position, drive } = tables;
const columns = { id: position.id, tag: position.tag, title: position.title };

/** The position at which the ledger has a drive fitted, by its serial number, in whatever plant; undefined when it has it nowhere. */
export async function fittedWhere(
  db: Database,
  identity: DriveIdentity,
): Promise<(Found & { plantId: number }) | undefined> {
  const rows = await db
    .select({ ...columns, plantId: position.plantId })
    .from(drive)
    .innerJoin(position, eq(position.id, drive.positionId))
    .where(
      and(
        eq(drive.definitionId, ownDefinitionId(identity)),
        eq(drive.serial, identity.serial),
        eq(drive.whereabouts, "fitted"),
      ),
    );
  return rows[0];
}

/** The position that is noted at an address of a link; undefined when there is none. */
export async function notedAt(
  db: Database,
  plantId: number,
  { linkId, unit }: { linkId: number; unit: number },
): Promise<Found | undefined> {
  const rows = await db
    .select(columns)
    .from(position)
    .where(and(eq(position.linkId, linkId), eq(position.unitAddress, unit), eq(position.plantId, plantId)));
  return rows[0];
}

/** The position a drive stands at: by its serial number first, then by link and address; `answersAt` where the two do not agree. Undefined when neither tells. */
export async function recognisePosition(
  db: Database,
  plantId: number,
  identity: DriveIdentity,
  address: { linkId: number; unit: number },
): Promise<{ position: Found; answersAt?: Found } | undefined> {
  const ledger = await fittedWhere(db, identity);
  const fitted = ledger?.plantId === plantId ? ledger : undefined;
  const noted = await notedAt(db, plantId, address);
  if (!fitted) return noted && { position: noted };
  return noted && noted.id !== fitted.id ? { position: fitted, answersAt: noted } : { position: fitted };
}
