import { and, asc, eq, inArray, or } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import type { Plant } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import type { Asker } from "./person";

/**
 * A person's account with the plants that are there for them, by name, and what they are in each; undefined when there is no such account, or when it was closed. One
 * query, since every page and every way in begins with it.
 */
export async function askerOf(db: Database, userId: string, sessionId: string): Promise<Asker | undefined> {
  const { user, membership, plant } = tables;
  const own = db.select({ id: membership.plantId }).from(membership).where(eq(membership.userId, userId));
  const rows = await db
    .select({
      name: user.name,
      email: user.email,
      administrator: user.administrator,
      closedAt: user.closedAt,
      role: membership.role,
      plant: { id: plant.id, slug: plant.slug, name: plant.name, practice: plant.practice },
    })
    .from(user)
    .leftJoin(plant, or(user.administrator, inArray(plant.id, own)))
    .leftJoin(membership, and(eq(membership.userId, user.id), eq(membership.plantId, plant.id)))
    .where(eq(user.id, userId))
    .orderBy(asc(plant.name), asc(plant.id));
  const [first] = rows;
  if (!first || first.closedAt !== null) return undefined;
  const plants: Plant[] = [];
  const roles = new Map<number, PlantRole>();
  for (const { plant: each, role } of rows) {
    if (!each) continue;
    plants.push(each);
    if (role) roles.set(each.id, role);
  }
  const { name, email, administrator } = first;
  return { id: userId, name, sessionId, email, administrator, roles, plants };
}
