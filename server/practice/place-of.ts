import { and, asc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

/** The position that was made for a stand-in's tag, whatever it is called by now; undefined where there is none. */
export async function placeOf(
  db: Database,
  plantId: number,
  tag: string,
): Promise<{ id: number; tag: string } | undefined> {
  const { position, formerTag } = tables;
  const columns = { id: position.id, tag: position.tag };
  // A position that got the tag later is another one.
  const [renamed] = await db
    .select(columns)
    .from(formerTag)
    .innerJoin(position, eq(position.id, formerTag.positionId))
    .where(and(eq(formerTag.plantId, plantId), eq(formerTag.tag, tag)))
    .orderBy(asc(formerTag.id))
    .limit(1);
  if (renamed) return renamed;
  const [named] = await db
    .select(columns)
    .from(position)
    .where(and(eq(position.plantId, plantId), eq(position.tag, tag)));
  return named;
}
