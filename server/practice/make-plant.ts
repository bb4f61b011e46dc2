import { eq, sql } from "drizzle-orm";
import { good, type Result } from "@/core/drive";
import type { Plant } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { makePlant } from "@/server/plant";
import type { PracticePlan } from "./plan";

/**
 * Makes the practice plant, with a position for each stand-in, or gives the one that is here. Everybody with an account belongs to it and may raise records there:
 * there is nothing in it that could come to harm.
 */
export async function makePracticePlant(
  db: Database,
  plan: PracticePlan,
  person: Person,
  at: Date,
): Promise<Result<Plant>> {
  return db.transaction(async (tx) => {
    // One at a time: there is one practice plant.
    await tx
      .select({ id: tables.plant.id })
      .from(tables.plant)
      .orderBy(tables.plant.id)
      .limit(1)
      .for("update");
    const here = await practicePlant(tx);
    if (here) return good(here);
    const plant = await makePlant(tx, plan.name);
    await tx.update(tables.plant).set({ practice: true }).where(eq(tables.plant.id, plant.id));
    const [area] = await tx
      .insert(tables.area)
      .values({ plantId: plant.id, name: plan.area, sort: 0 })
      .returning({ id: tables.area.id });
    await tx.insert(tables.position).values(
      plan.standIns.map(({ tag, title, definitionId }) => ({
        plantId: plant.id,
        areaId: area!.id,
        tag,
        title,
        definitionId,
      })),
    );
    await tx.execute(
      sql`insert into ${tables.membership} (user_id, plant_id, role) select u.id, ${plant.id}, 'lead' from ${tables.user} u on conflict do nothing`,
    );
    await writeJournal(tx, {
      at,
      plantId: plant.id,
      by: person.id,
      byName: person.name,
      kind: "plant",
      text: `Made the ${plan.name.toLowerCase()}: stand-ins only, for exercises.`,
    });
    return good({ ...plant, practice: true });
  });
}

/** The practice plant, where there is one. */
export async function practicePlant(db: Database): Promise<Plant | undefined> {
  const { plant } = tables;
  return (
    await db
      .select({ id: plant.id, slug: plant.slug, name: plant.name, practice: plant.practice })
      .from(plant)
      .where(eq(plant.practice, true))
      .limit(1)
  )[0];
}
