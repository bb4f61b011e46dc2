import { asc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

const { plant } = tables;

/** A plant in this archive. */
export interface Plant {
  id: number;
  /** Stands in addresses. */
  slug: string;
  name: string;
}

const columns = { id: plant.id, slug: plant.slug, name: plant.name };

/** The plants of this archive, the oldest first. */
export function listPlants(db: Database): Promise<Plant[]> {
  return db.select(columns).from(plant).orderBy(asc(plant.id));
}

/** A plant by what stands for it in addresses; undefined when there is none. */
export async function findPlant(db: Database, slug: string): Promise<Plant | undefined> {
  return (await db.select(columns).from(plant).where(eq(plant.slug, slug)))[0];
}

/** Names a plant. */
export async function namePlant(db: Database, id: number, { slug, name }: Omit<Plant, "id">): Promise<void> {
  await db.update(plant).set({ slug, name }).where(eq(plant.id, id));
}
