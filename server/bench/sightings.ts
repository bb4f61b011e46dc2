import { asc, eq } from "drizzle-orm";
import type { DriveIdentity } from "@/core/drive";
import { tables, type Database } from "@/server/database";

const { sighting, link } = tables;

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
): Promise<Array<typeof link.$inferSelect & { seen: SightingRow[] }>> {
  const links = await db.select().from(link).orderBy(asc(link.name));
  const seen = await db.select().from(sighting).orderBy(asc(sighting.unit));
  return links
    .map((each) => ({ ...each, seen: seen.filter((one) => one.linkId === each.id) }))
    .sort((a, b) => (b.lastSuccess?.getTime() ?? 0) - (a.lastSuccess?.getTime() ?? 0));
}

/** Forgets a kept link and who was seen on it. Says why it cannot be, or nothing: positions whose drive was reached this way still need it. */
export async function forgetLink(db: Database, id: number): Promise<string | undefined> {
  const used = await db
    .select({ tag: tables.position.tag })
    .from(tables.position)
    .where(eq(tables.position.linkId, id));
  if (used.length > 0)
    return `The drives of ${used.map((each) => each.tag).join(", ")} are reached this way.`;
  return db.transaction(async (tx) => {
    await tx.delete(sighting).where(eq(sighting.linkId, id));
    const gone = await tx.delete(link).where(eq(link.id, id)).returning({ id: link.id });
    return gone.length > 0 ? undefined : "There is no such link any more.";
  });
}

/** Gives a link a name a person recognises. */
export async function renameLink(db: Database, id: number, name: string): Promise<void> {
  await db.update(link).set({ name }).where(eq(link.id, id));
}
