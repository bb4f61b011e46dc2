import { and, eq, inArray, isNull, notInArray, or, sql } from "drizzle-orm";
import type { ConnectionView } from "@/core/contract";
import { tables, type Database } from "@/server/database";
import type { Connection } from "./connection";

/** As many positions as a person looks through. */
const MOST = 6;

/**
 * Positions at which a drive may stand that neither its serial number nor its address tell: of its family, with a drive of its rating fitted last or none,
 * that no connected drive stands at. Those whose drive was lost come first, then those on its own link. `others`: the drives in hand.
 */
export async function suggestPositions(
  db: Database,
  { address, identity }: Connection,
  others: readonly Connection[],
): Promise<NonNullable<ConnectionView["suggested"]>> {
  const { position, drive } = tables;
  const held = (phases: readonly string[]): number[] =>
    others.flatMap((each) => (each.position && phases.includes(each.phase) ? each.position.id : []));
  const lost = held(["lost"]);
  const rows = await db
    .select({
      id: position.id,
      tag: position.tag,
      title: position.title,
      linkId: position.linkId,
      unit: position.unitAddress,
      rating: drive.rating,
      serial: drive.serial,
    })
    .from(position)
    .leftJoin(drive, and(eq(drive.positionId, position.id), eq(drive.whereabouts, "fitted")))
    .where(
      and(
        eq(position.plantId, address.plantId),
        inArray(position.definitionId, [identity.definitionId, ""]),
        isNull(position.retiredAt),
        or(isNull(drive.id), eq(drive.rating, identity.rating ?? "")),
        notInArray(position.id, held(["connecting", "connected"])),
      ),
    )
    .orderBy(
      ...(lost.length > 0 ? [notInArray(position.id, lost)] : []),
      sql`${position.linkId} is distinct from ${address.linkId}`,
      position.tag,
    )
    .limit(MOST);
  return rows.map(({ id, tag, title, linkId, serial, unit }) => ({
    tag,
    title,
    why: [
      serial === null ? "no drive is noted there" : `its drive ${serial} had this family and rating`,
      ...(linkId === address.linkId ? [`it was at address ${unit} of this link`] : []),
      ...(lost.includes(id) ? ["what was connected there does not answer any more"] : []),
    ].join("; "),
  }));
}
