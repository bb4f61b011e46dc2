import { getSessionCookie } from "better-auth/cookies";
import { constantTimeEqual, makeSignature } from "better-auth/crypto";
import { and, asc, eq, exists, gt, isNull, or } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import type { Plant } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import type { Asker } from "./person";

/** The token of the sign-in that a request was sent in; undefined where its cookie has none, or one that was not signed here with `secret`. */
export async function sessionToken(headers: Headers, secret: string): Promise<string | undefined> {
  const cookie = getSessionCookie(headers) ?? "";
  const end = cookie.lastIndexOf(".");
  if (end < 1) return undefined;
  const token = cookie.slice(0, end);
  return constantTimeEqual(cookie.slice(end + 1), await makeSignature(token, secret)) ? token : undefined;
}

/**
 * Who asks in a sign-in: the account with the plants that are there for it, by name, and what it is in each; undefined when the sign-in has ended, or the account
 * was closed. One query, since every page and every way in begins with it.
 */
export async function askerOfSession(db: Database, token: string, now: Date): Promise<Asker | undefined> {
  const { session, user, membership, plant } = tables;
  const own = and(eq(membership.userId, user.id), eq(membership.plantId, plant.id));
  const rows = await db
    .select({
      id: user.id,
      sessionId: session.id,
      name: user.name,
      email: user.email,
      administrator: user.administrator,
      role: membership.role,
      plant: { id: plant.id, slug: plant.slug, name: plant.name, practice: plant.practice },
    })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .leftJoin(plant, or(user.administrator, exists(db.select().from(membership).where(own))))
    .leftJoin(membership, own)
    .where(and(eq(session.token, token), gt(session.expiresAt, now), isNull(user.closedAt)))
    .orderBy(asc(plant.name), asc(plant.id));
  const [first] = rows;
  if (!first) return undefined;
  const plants: Plant[] = [];
  const roles = new Map<number, PlantRole>();
  for (const { plant: each, role } of rows) {
    if (!each) continue;
    plants.push(each);
    if (role) roles.set(each.id, role);
  }
  const { id, sessionId, name, email, administrator } = first;
  return { id, name, sessionId, email, administrator, roles, plants };
}
