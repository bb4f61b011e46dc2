import { randomUUID } from "node:crypto";
import { hash } from "@node-rs/argon2";
import { and, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

/** Adds an account that signs in with an address and a password; in the tables as the sign-in library keeps them. Gives its id. */
export async function addPerson(
  db: Database,
  person: { name: string; email: string; password: string; administrator?: boolean },
): Promise<string> {
  const id = randomUUID();
  const { name, email, administrator = false } = person;
  await db
    .insert(tables.user)
    .values({ id, name, email: email.trim().toLowerCase(), emailVerified: true, administrator });
  await db.insert(tables.account).values({
    id: randomUUID(),
    userId: id,
    providerId: "credential",
    accountId: id,
    password: await hash(person.password),
  });
  return id;
}

/** Gives an account another password. */
export async function setPassword(db: Database, userId: string, password: string): Promise<void> {
  const { account } = tables;
  await db
    .update(account)
    .set({ password: await hash(password) })
    .where(and(eq(account.userId, userId), eq(account.providerId, "credential")));
}
