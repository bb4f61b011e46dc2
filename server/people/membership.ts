import { eq } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import { tables, type Database } from "@/server/database";
import type { Asker } from "./person";

/** A person's account with what they are in each plant; undefined when there is none, or when it was closed. One query. */
export async function askerOf(db: Database, userId: string, sessionId: string): Promise<Asker | undefined> {
  const { user, membership, plant } = tables;
  const rows = await db
    .select({
      name: user.name,
      email: user.email,
      administrator: user.administrator,
      closedAt: user.closedAt,
      plantId: membership.plantId,
      role: membership.role,
      practice: plant.practice,
    })
    .from(user)
    .leftJoin(membership, eq(membership.userId, user.id))
    .leftJoin(plant, eq(plant.id, membership.plantId))
    .where(eq(user.id, userId));
  const [first] = rows;
  if (!first || first.closedAt !== null) return undefined;
  const roles = rows.flatMap(({ plantId, role }): Array<[number, PlantRole]> =>
    plantId === null || role === null ? [] : [[plantId, role]],
  );
  const practice = new Set(
    rows.flatMap((each) => (each.practice && each.plantId !== null ? [each.plantId] : [])),
  );
  const { name, email, administrator } = first;
  return { id: userId, name, sessionId, email, administrator, roles: new Map(roles), practice };
}
