import { and, asc, count, eq, gt, isNull, ne } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { holds } from "./invite";
import type { Person } from "./person";

const { user, membership, session, plant, invitation } = tables;

/** An account, as whoever looks after people sees it. */
export interface Account {
  id: string;
  name: string;
  email: string;
  administrator: boolean;
  closedAt: Date | null;
  roles: Array<{ plantId: number; role: PlantRole }>;
  /** Sign-ins that hold now. */
  sessions: number;
}

/** All accounts by name, the closed ones last. */
export async function listAccounts(db: Database, now: Date): Promise<Account[]> {
  const users = await db.select().from(user).orderBy(asc(user.name), asc(user.email));
  const roles = await db.select().from(membership);
  const open = await db
    .select({ userId: session.userId, n: count() })
    .from(session)
    .where(gt(session.expiresAt, now))
    .groupBy(session.userId);
  const accounts = users.map(({ id, name, email, administrator, closedAt }) => ({
    id,
    name,
    email,
    administrator,
    closedAt,
    roles: roles.filter((each) => each.userId === id).map(({ plantId, role }) => ({ plantId, role })),
    sessions: Number(open.find((each) => each.userId === id)?.n ?? 0),
  }));
  return [...accounts.filter((each) => !each.closedAt), ...accounts.filter((each) => each.closedAt)];
}

/** Invitations and ways to a new password that nobody has used yet and that still hold, the newest first. */
export function openInvitations(
  db: Database,
  now: Date,
): Promise<
  Array<{
    id: number;
    name: string;
    email: string;
    userId: string | null;
    byName: string;
    expiresAt: Date;
  }>
> {
  return db
    .select({
      id: invitation.id,
      userId: invitation.userId,
      name: invitation.name,
      email: invitation.email,
      byName: invitation.byName,
      expiresAt: invitation.expiresAt,
    })
    .from(invitation)
    .where(holds(now))
    .orderBy(asc(invitation.expiresAt));
}

const NO_ACCOUNT = bad<never>({
  kind: "not-found",
  text: "There is no such account.",
  remedy: "Load the page again.",
});
const LAST_ADMINISTRATOR = bad<never>({
  kind: "not-now",
  text: "This is the last administrator: without one nobody could ask people in any more.",
  remedy: "Make somebody else an administrator first.",
});

/** Says what a person is in the archive and in each plant. The last administrator stays one. */
export function changeAccount(
  db: Database,
  by: Person,
  id: string,
  wanted: { administrator: boolean; roles: Account["roles"] },
  at: Date,
): Promise<Result<undefined>> {
  return locked(db, id, async (tx, account) => {
    if (account.administrator && !wanted.administrator && (await isLastAdministrator(tx, id)))
      return LAST_ADMINISTRATOR;
    await tx.update(user).set({ administrator: wanted.administrator }).where(eq(user.id, id));
    await tx.delete(membership).where(eq(membership.userId, id));
    if (wanted.roles.length > 0)
      await tx.insert(membership).values(wanted.roles.map((each) => ({ ...each, userId: id })));
    const plants = await tx.select({ id: plant.id, name: plant.name }).from(plant);
    const words = wanted.roles.map(
      ({ plantId, role }) => `${role} of ${plants.find((each) => each.id === plantId)?.name ?? plantId}`,
    );
    if (wanted.administrator) words.unshift("administrator");
    await note(tx, by, at, `${account.name} (${account.email}) is now ${words.join(", ") || "in no plant"}.`);
    return good(undefined);
  });
}

/** Closes an account: every sign-in of it ends, and nobody signs in with it. What was done under its name stays. Gives the sessions that ended. */
export function closeAccount(db: Database, by: Person, id: string, at: Date): Promise<Result<string[]>> {
  return locked(db, id, async (tx, account) => {
    if (account.administrator && (await isLastAdministrator(tx, id))) return LAST_ADMINISTRATOR;
    await tx.update(user).set({ closedAt: at }).where(eq(user.id, id));
    const ended = await tx.delete(session).where(eq(session.userId, id)).returning({ id: session.id });
    // Nor does a way to a new password that was handed out wait for the day on which it is opened again.
    await tx
      .update(invitation)
      .set({ expiresAt: at })
      .where(holds(at, eq(invitation.userId, id)));
    await note(tx, by, at, `Closed the account of ${account.name} (${account.email}).`);
    return good(ended.map((each) => each.id));
  });
}

/** Opens a closed account again, with what it could do before. */
export function reopenAccount(db: Database, by: Person, id: string, at: Date): Promise<Result<undefined>> {
  return locked(db, id, async (tx, account) => {
    await tx.update(user).set({ closedAt: null }).where(eq(user.id, id));
    await note(tx, by, at, `Opened the account of ${account.name} (${account.email}) again.`);
    return good(undefined);
  });
}

/** Ends sign-ins of an account: all of them, one, or all but one. Gives those that ended. */
export async function endSessions(
  db: Database,
  userId: string,
  which: { only?: string; but?: string } = {},
): Promise<string[]> {
  const ended = await db
    .delete(session)
    .where(
      and(
        eq(session.userId, userId),
        which.only === undefined ? undefined : eq(session.id, which.only),
        which.but === undefined ? undefined : ne(session.id, which.but),
      ),
    )
    .returning({ id: session.id });
  return ended.map((each) => each.id);
}

/** Sign-ins of an account that hold, the newest first. */
export function sessionsOf(
  db: Database,
  userId: string,
  now: Date,
): Promise<Array<{ id: string; createdAt: Date; expiresAt: Date; userAgent: string | null }>> {
  return db
    .select({
      id: session.id,
      createdAt: session.createdAt,
      expiresAt: session.expiresAt,
      userAgent: session.userAgent,
    })
    .from(session)
    .where(and(eq(session.userId, userId), gt(session.expiresAt, now)))
    .orderBy(asc(session.createdAt));
}

/** Works on one account; of two changes at once the second sees what the first did. */
async function locked<T>(
  db: Database,
  id: string,
  work: (tx: Database, account: typeof user.$inferSelect) => Promise<Result<T>>,
): Promise<Result<T>> {
  return db.transaction(async (tx) => {
    // All administrators: two of them must not take each other's right at one moment.
    await tx.select({ id: user.id }).from(user).where(eq(user.administrator, true)).for("update");
    const [account] = await tx.select().from(user).where(eq(user.id, id)).for("update");
    return account ? work(tx, account) : NO_ACCOUNT;
  });
}

async function isLastAdministrator(tx: Database, id: string): Promise<boolean> {
  const others = await tx
    .select({ id: user.id })
    .from(user)
    .where(and(eq(user.administrator, true), isNull(user.closedAt), ne(user.id, id)))
    .limit(1);
  return others.length === 0;
}

function note(tx: Database, by: Person, at: Date, text: string): Promise<void> {
  return writeJournal(tx, { at, by: by.id, byName: by.name, kind: "people", text });
}
