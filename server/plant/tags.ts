import { and, desc, eq } from "drizzle-orm";
import { bad, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";

const { position, formerTag } = tables;

/** The position that had a tag before; undefined when none had. */
export async function positionOfFormerTag(
  db: Database,
  plantId: number,
  tag: string,
): Promise<{ tag: string } | undefined> {
  const [found] = await db
    .select({ tag: position.tag })
    .from(formerTag)
    .innerJoin(position, eq(position.id, formerTag.positionId))
    .where(and(eq(formerTag.plantId, plantId), eq(formerTag.tag, tag)))
    .orderBy(desc(formerTag.id))
    .limit(1);
  return found;
}

/** Why a tag cannot be given in a plant: the position that has it; undefined where none has. */
export async function whyTaken(
  tx: Database,
  plantId: number,
  tag: string,
): Promise<Result<never> | undefined> {
  const [taken] = await tx
    .select({ title: position.title, retiredAt: position.retiredAt })
    .from(position)
    .where(and(eq(position.plantId, plantId), eq(position.tag, tag)));
  return (
    taken &&
    bad({
      kind: "bad-request",
      text: `${tag} is ${taken.title} already${taken.retiredAt ? ", a retired position" : ""}.`,
      remedy: taken.retiredAt ? "Bring that one back, or choose another tag." : "Choose another tag.",
    })
  );
}

/** One after the other makes and changes positions of a plant: of two who take one tag the second is told so. Others' work on them goes on. */
export async function tagsLocked(tx: Database, plantId: number): Promise<void> {
  await tx
    .select({ id: tables.plant.id })
    .from(tables.plant)
    .where(eq(tables.plant.id, plantId))
    .for("no key update");
}
