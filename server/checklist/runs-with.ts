import { and, desc, eq, isNull, ne, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import { checklistsOf } from "./lists";

/** Drives that run together with that of a position: what was said of it, and the tags that were named. */
export interface RunsWith {
  /** A sentence each, with the tag of the position at which it was written. */
  said: Array<{ tag: string; words: string }>;
  tags: string[];
}

/** Which other positions a position runs together with, as it says itself or as another says of it. Only tags that are in the plant count. */
export async function runsWithOf(
  db: Database,
  { id, plantId, tag }: { id: number; plantId: number; tag: string },
): Promise<RunsWith> {
  const { position, positionChecks } = tables;
  const others = await db
    .selectDistinctOn([positionChecks.positionId], {
      tag: position.tag,
      words: positionChecks.runsWith,
    })
    .from(positionChecks)
    .innerJoin(position, eq(position.id, positionChecks.positionId))
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt), ne(position.id, id)))
    .orderBy(positionChecks.positionId, desc(positionChecks.id));
  const own = (await checklistsOf(db, id)).runsWith;
  const said = [...(own ? [{ tag, words: own }] : []), ...others.filter(({ words }) => names(words, tag))];
  if (said.length === 0) return { said, tags: [] };
  const all = await db
    .select({ tag: position.tag })
    .from(position)
    .where(and(eq(position.plantId, plantId), isNull(position.retiredAt), ne(position.id, id)))
    .orderBy(sql`${position.tag}`);
  const tags = all
    .map((each) => each.tag)
    .filter((each) => said.some((one) => one.tag === each || names(one.words, each)));
  return { said, tags };
}

/** Whether words name a tag: as a whole, not as the beginning of another one. */
function names(words: string, tag: string): boolean {
  return words
    .toLowerCase()
    .split(/[\s,;:.()“”"']+/)
    .includes(tag.toLowerCase());
}
