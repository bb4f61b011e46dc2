import { and, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

const { ownList } = tables;

/** The list that a person made of a family's parameters, codes without axis and set; undefined while they made none. */
export async function ownListOf(
  db: Database,
  userId: string,
  definitionId: string,
): Promise<string[] | undefined> {
  const [row] = await db
    .select({ codes: ownList.codes })
    .from(ownList)
    .where(and(eq(ownList.userId, userId), eq(ownList.definitionId, definitionId)));
  return row?.codes;
}

/** Says what stands on it, and in which order; a code that is named twice stands there once. */
export async function keepOwnList(
  db: Database,
  userId: string,
  definitionId: string,
  codes: readonly string[],
): Promise<void> {
  const once = [...new Set(codes)];
  await db
    .insert(ownList)
    .values({ userId, definitionId, codes: once })
    .onConflictDoUpdate({ target: [ownList.userId, ownList.definitionId], set: { codes: once } });
}
