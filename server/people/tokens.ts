import { createHash, randomBytes } from "node:crypto";
import { and, desc, eq, gt, isNull } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Asker, Person } from "./person";

const { apiToken, plant, user } = tables;
const DAY_MS = 24 * 3600 * 1000;
/** When it was used last is written down no more often than this. */
const NOTED_EVERY_MS = 60_000;
const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** Makes a token. What is given is the token itself: it is told this once. */
export async function makeToken(
  db: Database,
  by: Person,
  given: { name: string; plantId: number; role: PlantRole; days: number },
  at: Date,
): Promise<string> {
  const token = `cl_${randomBytes(24).toString("base64url")}`;
  const { name, plantId, role, days } = given;
  await db.transaction(async (tx) => {
    await tx.insert(apiToken).values({
      tokenHash: hashOf(token),
      name,
      plantId,
      role,
      by: by.id,
      byName: by.name,
      at,
      expiresAt: new Date(at.getTime() + days * DAY_MS),
    });
    await writeJournal(tx, {
      at,
      plantId,
      by: by.id,
      byName: by.name,
      kind: "people",
      text: `Made the token ${name} for another program: ${role}, for ${days} days.`,
    });
  });
  return token;
}

/** Who asks with a token: in its plant alone, with its role alone. Undefined when it does not hold, or when the account of who made it was closed. */
export async function askerOfToken(db: Database, token: string, now: Date): Promise<Asker | undefined> {
  const [row] = await db
    .select({
      token: apiToken,
      plant: { id: plant.id, slug: plant.slug, name: plant.name, practice: plant.practice },
    })
    .from(apiToken)
    .innerJoin(plant, eq(plant.id, apiToken.plantId))
    .innerJoin(user, and(eq(user.id, apiToken.by), isNull(user.closedAt)))
    .where(
      and(eq(apiToken.tokenHash, hashOf(token)), isNull(apiToken.revokedAt), gt(apiToken.expiresAt, now)),
    );
  if (!row) return undefined;
  const { id, name, by, plantId, role, lastUsedAt } = row.token;
  if (!lastUsedAt || now.getTime() - lastUsedAt.getTime() > NOTED_EVERY_MS)
    await db.update(apiToken).set({ lastUsedAt: now }).where(eq(apiToken.id, id));
  return {
    id: by,
    name: `${name} (program)`,
    sessionId: `token ${id}`,
    email: "",
    administrator: false,
    roles: new Map([[plantId, role]]),
    plants: [row.plant],
  };
}

/** Ends a token. False when there is none that holds. */
export async function revokeToken(db: Database, by: Person, id: number, at: Date): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(apiToken)
      .set({ revokedAt: at })
      .where(and(eq(apiToken.id, id), isNull(apiToken.revokedAt)))
      .returning({ name: apiToken.name, plantId: apiToken.plantId });
    if (!row) return false;
    await writeJournal(tx, {
      at,
      plantId: row.plantId,
      by: by.id,
      byName: by.name,
      kind: "people",
      text: `Ended the token ${row.name}.`,
    });
    return true;
  });
}

/** Tokens that hold, the newest first. */
export function listTokens(db: Database, now: Date) {
  return db
    .select({
      id: apiToken.id,
      name: apiToken.name,
      role: apiToken.role,
      plant: plant.name,
      byName: apiToken.byName,
      expiresAt: apiToken.expiresAt,
      lastUsedAt: apiToken.lastUsedAt,
    })
    .from(apiToken)
    .innerJoin(plant, eq(plant.id, apiToken.plantId))
    .where(and(isNull(apiToken.revokedAt), gt(apiToken.expiresAt, now)))
    .orderBy(desc(apiToken.id));
}
