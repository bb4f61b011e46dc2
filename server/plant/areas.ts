import { and, asc, eq, max, sql } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

const { area } = tables;

/** Puts the areas of a plant in an order; those that are not named follow as they were. */
export async function orderAreas(db: Database, plantId: number, names: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(area)
      .where(eq(area.plantId, plantId))
      .orderBy(asc(area.sort), asc(area.id));
    const rank = (name: string): number => {
      const at = names.indexOf(name);
      return at < 0 ? names.length : at;
    };
    const ordered = [...rows].sort((a, b) => rank(a.name) - rank(b.name));
    for (const [sort, row] of ordered.entries())
      if (row.sort !== sort) await tx.update(area).set({ sort }).where(eq(area.id, row.id));
  });
}

/** The id of the area of a name in a plant; a new one is made and comes last. */
export async function areaId(tx: Database, plantId: number, name: string): Promise<number> {
  const own = and(eq(area.plantId, plantId), eq(area.name, name));
  const [there] = await tx.select({ id: area.id }).from(area).where(own);
  if (there) return there.id;
  const [last] = await tx
    .select({ sort: max(area.sort) })
    .from(area)
    .where(eq(area.plantId, plantId));
  const [made] = await tx
    .insert(area)
    .values({ plantId, name, sort: (last?.sort ?? 0) + 1 })
    .onConflictDoUpdate({ target: [area.plantId, area.name], set: { name: sql`excluded.name` } })
    .returning({ id: area.id });
  return made!.id;
}
