import { asc, eq } from "drizzle-orm";
import { slugOf, type Plant } from "@/core/plant";
import { USUAL_THRESHOLDS, type Thresholds } from "@/core/readiness";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { plant } = tables;

const columns = { id: plant.id, slug: plant.slug, name: plant.name, practice: plant.practice };

/** The plants of this archive, the oldest first. */
export function listPlants(db: Database): Promise<Plant[]> {
  return db.select(columns).from(plant).orderBy(asc(plant.id));
}

/** A plant by what stands for it in addresses; undefined when there is none. */
export async function findPlant(db: Database, slug: string): Promise<Plant | undefined> {
  return (await db.select(columns).from(plant).where(eq(plant.slug, slug)))[0];
}

/** Names a plant. */
export async function namePlant(
  db: Database,
  id: number,
  { slug, name }: Pick<Plant, "slug" | "name">,
): Promise<void> {
  await db.update(plant).set({ slug, name }).where(eq(plant.id, id));
}

/** Adds a plant; where its name is like another's, its address gets a number. */
export async function makePlant(db: Database, name: string): Promise<Plant> {
  const wanted = slugOf(name);
  for (let n = 1; ; n++) {
    const slug = n === 1 ? wanted : `${wanted}-${n}`;
    const [row] = await db.insert(plant).values({ slug, name }).onConflictDoNothing().returning(columns);
    if (row) return row;
  }
}

/** What counts as ready in a plant. */
export async function thresholdsOf(db: Database, plantId: number): Promise<Thresholds> {
  const [own] = await db.select({ thresholds: plant.thresholds }).from(plant).where(eq(plant.id, plantId));
  return { ...USUAL_THRESHOLDS, ...own?.thresholds };
}

/** Says what counts as ready in a plant, in the journal too. */
export async function setThresholds(
  db: Database,
  person: Person,
  plantId: number,
  thresholds: Thresholds,
  at: Date,
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(plant).set({ thresholds }).where(eq(plant.id, plantId));
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "plant",
      text: `Ready means from now on: read within ${thresholds.oldAfterDays} days, ${thresholds.spareNeeded ? "and a drive of its rating in store" : "with or without a drive in store"}.`,
    });
  });
}
