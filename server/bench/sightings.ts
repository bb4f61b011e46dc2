import { and, asc, eq, inArray } from "drizzle-orm";
import { bad, good, type DriveIdentity, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";

const { sighting, link } = tables;

const NO_SUCH_LINK = bad<undefined>({
  kind: "not-found",
  text: "There is no such link any more.",
  remedy: "Look at the list on the bench again.",
});

export type SightingRow = typeof sighting.$inferSelect;

/** Keeps who answered at an address of a link, in place of what was seen there before. */
export async function noteSighting(
  db: Database,
  seen: { linkId: number; unit: number; at: Date; identity: DriveIdentity | null },
): Promise<void> {
  const { at, identity } = seen;
  await db
    .insert(sighting)
    .values(seen)
    .onConflictDoUpdate({ target: [sighting.linkId, sighting.unit], set: { at, identity } });
}

/** Kept links by name, the ones that worked last first, with who was seen on them. */
export async function listLinks(
  db: Database,
  plantId: number,
): Promise<Array<typeof link.$inferSelect & { seen: SightingRow[] }>> {
  const links = await db.select().from(link).where(eq(link.plantId, plantId)).orderBy(asc(link.name));
  const ids = links.map((each) => each.id);
  const seen =
    ids.length === 0
      ? []
      : await db.select().from(sighting).where(inArray(sighting.linkId, ids)).orderBy(asc(sighting.unit));
  return links
    .map((each) => ({ ...each, seen: seen.filter((one) => one.linkId === each.id) }))
    .sort((a, b) => (b.lastSuccess?.getTime() ?? 0) - (a.lastSuccess?.getTime() ?? 0));
}

/** Forgets a kept link and who was seen on it. Refused while positions whose drive was reached this way still need it. */
export async function forgetLink(db: Database, plantId: number, id: number): Promise<Result<undefined>> {
  const used = await db
    .select({ tag: tables.position.tag })
    .from(tables.position)
    .where(eq(tables.position.linkId, id));
  if (used.length > 0)
    return bad({
      kind: "busy",
      text: `It is noted that the drives of ${used.map((each) => each.tag).join(", ")} answer on this link.`,
      remedy: "A link that positions use stays, so that their drives are found again.",
    });
  return db.transaction(async (tx) => {
    await tx.delete(sighting).where(eq(sighting.linkId, id));
    const gone = await tx
      .delete(link)
      .where(and(eq(link.id, id), eq(link.plantId, plantId)))
      .returning({ id: link.id });
    return gone.length > 0 ? good(undefined) : NO_SUCH_LINK;
  });
}

/** Gives a link a name a person recognises. */
export async function renameLink(
  db: Database,
  plantId: number,
  id: number,
  name: string,
): Promise<Result<undefined>> {
  const named = await db
    .update(link)
    .set({ name })
    .where(and(eq(link.id, id), eq(link.plantId, plantId)))
    .returning({ id: link.id });
  return named.length > 0 ? good(undefined) : NO_SUCH_LINK;
}
