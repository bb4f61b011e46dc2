import { eq } from "drizzle-orm";
import { linkKey, linkText, type LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";
import type { Connection } from "./connection";
import { noteSighting } from "./sightings";

/** The kept link with these settings; settings that changed are kept anew, the name stays. */
export async function linkRow(
  db: Database,
  plantId: number,
  settings: LinkSettings,
): Promise<typeof tables.link.$inferSelect> {
  const { link } = tables;
  const rows = await db
    .insert(link)
    .values({ plantId, name: linkText(settings), key: linkKey(settings), settings })
    .onConflictDoUpdate({ target: [link.plantId, link.key], set: { settings } })
    .returning();
  return rows[0]!;
}

/** Somebody answered on this way: it is offered again, with who it was. */
export async function noteSuccess(
  db: Database,
  { address, unit, identity }: Connection,
  at: Date,
): Promise<void> {
  await db.update(tables.link).set({ lastSuccess: at }).where(eq(tables.link.id, address.linkId));
  await noteSighting(db, { linkId: address.linkId, unit, at, identity });
}

/** Keeps the way to a drive with the position at which it was recorded. */
export async function rememberAddress(
  db: Database,
  { definition, values, address, unit }: Connection,
  positionId: number,
): Promise<void> {
  // A drive that was reached at its lone address is to be found again when it is not alone any more.
  const lone = definition.file.modbus?.loneAddress === unit && definition.addressCode;
  const own = lone ? values.get(lone) : undefined;
  await db
    .update(tables.position)
    .set({ linkId: address.linkId, unitAddress: own === undefined ? unit : Number(own) })
    .where(eq(tables.position.id, positionId));
}
