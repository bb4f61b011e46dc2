import { and, eq, ne } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { Connection } from "./connection";

/**
 * Other drives of the same family and rating in reach: connected now, or seen on the same link. In words, for a person who has to tell them apart.
 * `connections` are those of the plant; `former` is the serial number of the drive that is replaced: that it was seen once says nothing.
 */
export async function alikeInReach(
  db: Database,
  { address, identity, id }: Connection,
  connections: readonly Connection[],
  former: string,
): Promise<string[]> {
  const alike = new Map<string, string>();
  const same = (other: { definitionId: string; rating?: string }): boolean =>
    other.definitionId === identity.definitionId && other.rating === identity.rating;
  for (const each of connections) {
    // The one that is replaced stays in the list of connections, lost, when it was taken away.
    const away = each.phase === "other-drive" || (each.phase === "lost" && each.identity.serial === former);
    if (each.id !== id && !away && same(each.identity))
      alike.set(
        each.identity.serial,
        `${each.identity.serial}${each.position ? ` (${each.position.tag})` : ""}`,
      );
  }
  const { sighting } = tables;
  const seen = await db
    .select()
    .from(sighting)
    .where(and(eq(sighting.linkId, address.linkId), ne(sighting.unit, 0)));
  for (const { identity: other, unit } of seen)
    if (
      other &&
      other.serial !== identity.serial &&
      other.serial !== former &&
      same(other) &&
      !alike.has(other.serial)
    )
      alike.set(other.serial, `${other.serial} (address ${unit} of ${address.linkName})`);
  return [...alike.values()];
}
