import { and, eq, isNotNull, sql } from "drizzle-orm";
import { linkKey, linkLine, linkText, type LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";

export type LinkRow = typeof tables.link.$inferSelect;

/** The kept link with these settings; settings that changed are kept anew. */
export async function linkRow(db: Database, plantId: number, settings: LinkSettings): Promise<LinkRow> {
  const { link } = tables;
  const key = linkKey(settings);
  const made = await db
    .insert(link)
    .values({ plantId, name: linkText(settings), key, settings })
    .onConflictDoNothing({ target: [link.plantId, link.key] })
    .returning();
  if (made[0]) return made[0];
  const [known] = await db
    .select()
    .from(link)
    .where(and(eq(link.plantId, plantId), eq(link.key, key)));
  return keepSettings(db, known!, settings);
}

/** Keeps how a link is spoken on now. A name that a person gave it stays; one that was made of its settings follows them. */
export async function keepSettings(
  db: Database,
  known: Pick<LinkRow, "id" | "name" | "settings">,
  settings: LinkSettings,
): Promise<LinkRow> {
  const name = known.name === linkText(known.settings) ? linkText(settings) : known.name;
  const { link } = tables;
  const [kept] = await db.update(link).set({ settings, name }).where(eq(link.id, known.id)).returning();
  return kept!;
}

/** The kept link of the same port or gateway on which drives answered another way; undefined where there is none. */
export async function answeredOtherwise(
  db: Database,
  plantId: number,
  settings: LinkSettings,
): Promise<LinkSettings | undefined> {
  const { link } = tables;
  const [known] = await db
    .select({ settings: link.settings })
    .from(link)
    .where(and(eq(link.plantId, plantId), eq(link.key, linkKey(settings)), isNotNull(link.lastSuccess)));
  return known && linkLine(known.settings) !== linkLine(settings) ? known.settings : undefined;
}

/** Links of a plant on which drives answered. */
export async function linksThatWorked(db: Database, plantId: number): Promise<LinkSettings[]> {
  const { link } = tables;
  const rows = await db
    .select({ settings: link.settings })
    .from(link)
    .where(and(eq(link.plantId, plantId), isNotNull(link.lastSuccess)));
  return rows.map((each) => each.settings);
}

/** How many links are proposed where one is typed. */
const PROPOSED = 50;

/** Links of a plant to choose from, each in one line, those that worked last first. */
export async function linkLines(db: Database, plantId: number): Promise<string[]> {
  const { link } = tables;
  const rows = await db
    .select({ settings: link.settings })
    .from(link)
    .where(eq(link.plantId, plantId))
    .orderBy(sql`${link.lastSuccess} desc nulls last`, link.id)
    .limit(PROPOSED);
  return rows.map((each) => linkLine(each.settings));
}
