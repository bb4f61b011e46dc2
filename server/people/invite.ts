import { createHash, randomBytes } from "node:crypto";
import { and, eq, gt, isNull, type SQL } from "drizzle-orm";
import type { PlantRole } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { addPerson, setPassword } from "./add-person";
import type { Person } from "./person";

const HOLDS_MS = 7 * 24 * 3600 * 1000;

/** Whom somebody asks in, and as what. */
export interface Invitee {
  name: string;
  email: string;
  administrator: boolean;
  roles: Array<{ plantId: number; role: PlantRole }>;
}

const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** Asks somebody in: gives what stands in the address of the page where a password is chosen. It holds for a week, and once. */
export async function invite(db: Database, by: Person, invitee: Invitee, at: Date): Promise<Result<string>> {
  const email = invitee.email.trim().toLowerCase();
  const [taken] = await db
    .select({ name: tables.user.name })
    .from(tables.user)
    .where(eq(tables.user.email, email));
  if (taken)
    return bad({
      kind: "bad-request",
      text: `${email} has an account already: ${taken.name}.`,
      remedy: "Change what that account may do, or give it a new password.",
    });
  return good(await write(db, by, { ...invitee, email }, undefined, at));
}

/** Gives an account's owner a way to choose a new password; the old one goes on until then. Undefined when there is no such account. */
export async function inviteAgain(
  db: Database,
  by: Person,
  userId: string,
  at: Date,
): Promise<string | undefined> {
  const [found] = await db.select().from(tables.user).where(eq(tables.user.id, userId));
  if (!found || found.closedAt !== null) return undefined;
  const { name, email } = found;
  return write(db, by, { name, email, administrator: false, roles: [] }, userId, at);
}

async function write(
  db: Database,
  by: Person,
  { name, email, administrator, roles }: Invitee,
  userId: string | undefined,
  at: Date,
): Promise<string> {
  const token = randomBytes(24).toString("base64url");
  await db.transaction(async (tx) => {
    // Of several ways handed out for one account the newest alone holds.
    await tx
      .update(tables.invitation)
      .set({ expiresAt: at })
      .where(holds(at, eq(tables.invitation.email, email)));
    await tx.insert(tables.invitation).values({
      tokenHash: hashOf(token),
      name,
      email,
      administrator,
      roles,
      userId,
      by: by.id,
      byName: by.name,
      at,
      expiresAt: new Date(at.getTime() + HOLDS_MS),
    });
    await writeJournal(tx, {
      at,
      by: by.id,
      byName: by.name,
      kind: "people",
      text: userId
        ? `Gave ${name} (${email}) a way to choose a new password.`
        : `Asked ${name} (${email}) in.`,
    });
  });
  return token;
}

/** Which invitations can still be used at a moment, of those that fit. */
export const holds = (now: Date, fit?: SQL): SQL | undefined =>
  and(fit, isNull(tables.invitation.usedAt), gt(tables.invitation.expiresAt, now));

/** Ends an invitation, or the way to a new password, that nobody has used. False when there is none that holds. */
export function withdrawInvitation(db: Database, by: Person, id: number, at: Date): Promise<boolean> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(tables.invitation)
      .set({ expiresAt: at })
      .where(holds(at, eq(tables.invitation.id, id)))
      .returning({
        name: tables.invitation.name,
        email: tables.invitation.email,
        userId: tables.invitation.userId,
      });
    if (!row) return false;
    await writeJournal(tx, {
      at,
      by: by.id,
      byName: by.name,
      kind: "people",
      text: `Withdrew ${row.userId ? "the way to a new password" : "the invitation"} of ${row.name} (${row.email}).`,
    });
    return true;
  });
}

/** The invitation behind an address; undefined when there is none, or when it was used, withdrawn or is too old. */
export async function invitationOf(
  db: Database,
  token: string,
  now: Date,
): Promise<typeof tables.invitation.$inferSelect | undefined> {
  const [found] = await db
    .select()
    .from(tables.invitation)
    .where(holds(now, eq(tables.invitation.tokenHash, hashOf(token))));
  return found;
}

/** Makes the account, or gives it its new password, and ends its sign-ins then. Of two at once one is too late. Gives the address to sign in with, and the sessions that ended. */
export function join(
  db: Database,
  token: string,
  password: string,
  now: Date,
): Promise<Result<{ email: string; ended: string[] }>> {
  return db.transaction(async (tx) => {
    const found = await invitationOf(tx, token, now);
    const taken =
      found &&
      (await tx
        .update(tables.invitation)
        .set({ usedAt: now })
        .where(and(eq(tables.invitation.id, found.id), isNull(tables.invitation.usedAt)))
        .returning({ id: tables.invitation.id }));
    if (!found || taken!.length === 0)
      return bad<{ email: string; ended: string[] }>({
        kind: "not-found",
        text: "This invitation does not hold any more.",
        remedy: "Ask an administrator for a new one.",
      });
    const { name, email, userId, administrator, roles } = found;
    if (userId) {
      await setPassword(tx, userId, password);
      const ended = await tx
        .delete(tables.session)
        .where(eq(tables.session.userId, userId))
        .returning({ id: tables.session.id });
      return good({ email, ended: ended.map((each) => each.id) });
    }
    const id = await addPerson(tx, { name, email, password, administrator });
    if (roles.length > 0)
      await tx.insert(tables.membership).values(roles.map((each) => ({ ...each, userId: id })));
    // Everybody may practise.
    const { plant, membership } = tables;
    const practised = await tx.select({ plantId: plant.id }).from(plant).where(eq(plant.practice, true));
    if (practised.length > 0)
      await tx
        .insert(membership)
        .values(practised.map(({ plantId }) => ({ plantId, userId: id, role: "lead" as const })))
        .onConflictDoNothing();
    await writeJournal(tx, {
      at: now,
      by: id,
      byName: name,
      kind: "people",
      text: `${name} (${email}) joined, asked in by ${found.byName}.`,
    });
    return good({ email, ended: [] });
  });
}
