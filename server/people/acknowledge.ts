import { eq } from "drizzle-orm";
import { bad } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { Person } from "./person";

/** What is said to whoever wants to touch something live without it. */
export const NOT_ACKNOWLEDGED = bad<never>({
  kind: "not-acknowledged",
  text: "The warning before live work has not been acknowledged.",
  remedy: "Read and acknowledge it on the bench first.",
});

/** Whether this person acknowledged the warning before live work in this sign-in. */
export async function hasAcknowledged(db: Database, person: Person): Promise<boolean> {
  const rows = await db
    .select({ id: tables.acknowledgement.id })
    .from(tables.acknowledgement)
    .where(eq(tables.acknowledgement.sessionId, person.sessionId))
    .limit(1);
  return rows.length > 0;
}

/** Writes down that a named person acknowledged the warning. */
export async function acknowledgeLiveWork(db: Database, person: Person, at: Date): Promise<void> {
  await db
    .insert(tables.acknowledgement)
    .values({ sessionId: person.sessionId, by: person.id, byName: person.name, at });
}
