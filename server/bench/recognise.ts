import { and, eq } from "drizzle-orm";
import type { DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";

interface Found {
  id: number;
  tag: string;
  title: string;
}

/** The position a drive stands at: by its serial number first, then by link and address; `answersAt` where the two do not agree. Undefined when neither tells. */
export async function recognisePosition(
  db: Database,
  plantId: number,
  identity: DriveIdentity,
  address: { linkId: number; unit: number },
): Promise<{ position: Found; answersAt?: Found } | undefined> {
  const { position, drive } = tables;
  const columns = { id: position.id, tag: position.tag, title: position.title };
  const bySerial = await db
    .select(columns)
    .from(drive)
    .innerJoin(position, eq(position.id, drive.positionId))
    .where(
      and(
        eq(drive.definitionId, identity.definitionId),
        eq(drive.serial, identity.serial),
        eq(drive.whereabouts, "fitted"),
        eq(position.plantId, plantId),
      ),
    );
  const byAddress = await db
    .select(columns)
    .from(position)
    .where(
      and(
        eq(position.linkId, address.linkId),
        eq(position.unitAddress, address.unit),
        eq(position.plantId, plantId),
      ),
    );
  const [fitted] = bySerial;
  const [noted] = byAddress;
  if (!fitted) return noted && { position: noted };
  return noted && noted.id !== fitted.id ? { position: fitted, answersAt: noted } : { position: fitted };
}
