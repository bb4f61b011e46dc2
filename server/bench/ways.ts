import { and, eq, isNull } from "drizzle-orm";
import type { LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";
import type { Connection } from "./connection";
import { noteSighting } from "./sightings";

/** Keeps what a value took on a link whose pace does not follow from its settings: how quick the bus behind a gateway is, nobody tells. */
export async function keepPace(
  db: Database,
  { link, linkId }: Pick<Connection["address"], "link" | "linkId">,
  msAValue: number,
): Promise<void> {
  if (link.kind === "canopen-gateway")
    await db.update(tables.link).set({ msAValue }).where(eq(tables.link.id, linkId));
}

/** What a value took on a link when a drive on it was last read whole, in ms; undefined where nobody has measured it. */
export async function measuredPace(db: Database, linkId: number): Promise<number | undefined> {
  const { link } = tables;
  const [row] = await db.select({ ms: link.msAValue }).from(link).where(eq(link.id, linkId));
  return row?.ms ?? undefined;
}

/** Somebody answered on this way: it is offered again, with who it was, and where a person had noted it, it was tried now. */
export async function noteSuccess(
  db: Database,
  { address, unit, identity }: Connection,
  at: Date,
): Promise<void> {
  await db.update(tables.link).set({ lastSuccess: at }).where(eq(tables.link.id, address.linkId));
  await noteSighting(db, { linkId: address.linkId, unit, at, identity });
  const { position } = tables;
  const here = and(eq(position.linkId, address.linkId), eq(position.unitAddress, unit));
  await db
    .update(position)
    .set({ wayTried: true })
    .where(and(here, eq(position.wayTried, false)));
}

/** The way by which a drive is found again: a drive that was reached at its lone address, when it is not alone any more. */
function wayOf({ definition, values, address, unit }: Connection): { linkId: number; unitAddress: number } {
  const lone = definition.file.modbus?.loneAddress === unit && definition.addressCode;
  const own = lone ? values.get(lone) : undefined;
  return { linkId: address.linkId, unitAddress: own === undefined ? unit : Number(own) };
}

/** Keeps the way to a drive with the position at which it was recorded. One that is noted already stays until a person says otherwise (`anew`). */
export async function rememberAddress(
  db: Database,
  connection: Connection,
  positionId: number,
  anew = false,
): Promise<void> {
  const { position } = tables;
  await db
    .update(position)
    .set({ ...wayOf(connection), wayTried: true })
    .where(anew ? eq(position.id, positionId) : and(eq(position.id, positionId), isNull(position.linkId)));
}

/** The way that is noted for a position, in words, where the drive answers on another; undefined where it is the same or none. */
export async function notedOtherwise(
  db: Database,
  connection: Connection,
  positionId: number,
): Promise<string | undefined> {
  const { position, link } = tables;
  const [noted] = await db
    .select({ linkId: position.linkId, unit: position.unitAddress, name: link.name })
    .from(position)
    .innerJoin(link, eq(link.id, position.linkId))
    .where(eq(position.id, positionId));
  if (!noted) return undefined;
  const now = wayOf(connection);
  if (noted.linkId === now.linkId && noted.unit === now.unitAddress) return undefined;
  return noted.linkId === now.linkId ? `address ${noted.unit}` : `${noted.name}, address ${noted.unit}`;
}

/** The way that is noted for a position: where its drive was reached; undefined where none is. */
export async function notedWay(
  db: Database,
  { linkId, unitAddress }: { linkId: number | null; unitAddress: number | null },
): Promise<{ linkId: number; link: LinkSettings; name: string; unit: number } | undefined> {
  if (linkId === null || unitAddress === null) return undefined;
  const [row] = await db.select().from(tables.link).where(eq(tables.link.id, linkId));
  return row && { linkId, link: row.settings, name: row.name, unit: unitAddress };
}
