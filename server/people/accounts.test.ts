import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq, isNotNull } from "drizzle-orm";
import { ENDPOINTS, hasRight, RIGHTS, ROLES, type Right } from "@/core/contract";
import type { Result } from "@/core/drive";
import { tables, type OpenDatabase } from "@/server/database";
import { readJournal } from "@/server/journal";
import { makePlant } from "@/server/plant";
import { emptyDatabase } from "@/server/testing/database";
import {
  addPerson,
  askerOfSession,
  beginArchive,
  changeAccount,
  closeAccount,
  firstRunCode,
  highestRole,
  invite,
  inviteAgain,
  isFirstRun,
  join,
  listAccounts,
  mayDo,
  openInvitations,
  reopenAccount,
  roleIn,
  withdrawInvitation,
  type Asker,
} from ".";

const SECRET = "a secret only tests know, 32 chars!";
const NOW = new Date("2026-03-14T10:00:00Z");
const later = (days: number): Date => new Date(NOW.getTime() + days * 24 * 3600 * 1000);
const valueOf = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.trouble.text);
  return result.value;
};

/** Who asks in a sign-in of an account. */
async function askerOf(userId: string): Promise<Asker | undefined> {
  const token = randomUUID();
  await database.db.insert(tables.session).values({ id: token, token, userId, expiresAt: later(14) });
  return askerOfSession(database.db, token, NOW);
}

let database: OpenDatabase;
let ines: { id: string; name: string; sessionId: string };
beforeAll(async () => {
  database = await emptyDatabase();
});
afterAll(() => database.close());

describe("an empty ledger", () => {
  const given = {
    plant: "Tarn Hollow",
    name: "Ines Varga",
    email: "Ines@example.test",
    password: "for tests only",
  };
  test("is begun by who has the code, once", async () => {
    const { db } = database;
    expect(await isFirstRun(db)).toBe(true);
    const code = firstRunCode(SECRET);
    expect(code).toMatch(/^[2-9A-Z]{4}-[2-9A-Z]{4}$/);
    expect(firstRunCode(SECRET)).toBe(code);
    for (const wrong of ["", "AAAA-AAAA", `${code}X`])
      expect((await beginArchive(db, SECRET, { ...given, code: wrong }, NOW)).ok).toBe(false);
    const typed = code.toLowerCase().replace("-", " ");
    const both = await Promise.all([
      beginArchive(db, SECRET, { ...given, code: typed }, NOW),
      beginArchive(db, SECRET, { ...given, email: "other@example.test", code }, NOW),
    ]);
    expect(both.map((each) => each.ok).sort()).toEqual([false, true]);
    expect(await isFirstRun(db)).toBe(false);
    const [account] = await listAccounts(db, NOW);
    expect(account).toMatchObject({ name: "Ines Varga", administrator: true, closedAt: null });
    ines = { id: account!.id, name: account!.name, sessionId: "s" };
    const asker = (await askerOf(ines.id))!;
    expect(asker.plants).toMatchObject([{ name: "Tarn Hollow", slug: "tarn-hollow" }]);
  });
});

describe("asking somebody in", () => {
  test("gives a way that holds once and for a week, and makes them what was said", async () => {
    const { db } = database;
    const wanted = { name: "Tomas Lind", email: "Tomas@Example.test", administrator: false };
    const roles = [{ plantId: 1, role: "technician" as const }];
    const token = valueOf(await invite(db, ines, { ...wanted, roles }, NOW));
    const kept = await db.select().from(tables.invitation);
    expect(JSON.stringify(kept)).not.toContain(token);
    expect(await openInvitations(db, NOW)).toMatchObject([{ email: "tomas@example.test" }]);
    expect((await join(db, token, "a good password", later(8))).ok).toBe(false);
    expect((await join(db, `${token}x`, "a good password", NOW)).ok).toBe(false);
    const twice = await Promise.all([
      join(db, token, "a good password", later(1)),
      join(db, token, "another password", later(1)),
    ]);
    expect(twice.map((each) => each.ok).sort()).toEqual([false, true]);
    const tomas = (await listAccounts(db, NOW)).find((each) => each.name === "Tomas Lind")!;
    expect(tomas).toMatchObject({ administrator: false, roles });
    expect((await invite(db, ines, { ...wanted, roles }, NOW)).ok).toBe(false);
    const lines = (await readJournal(db, 1)).map((each) => each.text);
    expect(lines.filter((each) => each.includes("Tomas Lind"))).toHaveLength(2);
  });
  test("is taken back while nobody has come; asked in again, the newer address alone holds", async () => {
    const { db } = database;
    const wanted = { name: "Jonas Weld", email: "jonas@example.test", administrator: false, roles: [] };
    const first = valueOf(await invite(db, ines, wanted, NOW));
    const second = valueOf(await invite(db, ines, wanted, NOW));
    expect((await join(db, first, "a good password", NOW)).ok).toBe(false);
    const open = (await openInvitations(db, NOW)).filter((each) => each.name === "Jonas Weld");
    expect(open).toMatchObject([{ userId: null }]);
    expect(await withdrawInvitation(db, ines, open[0]!.id, NOW)).toBe(true);
    expect((await join(db, second, "a good password", NOW)).ok).toBe(false);
    expect(await withdrawInvitation(db, ines, open[0]!.id, NOW)).toBe(false);
    const lines = (await readJournal(db, 1)).map((each) => each.text);
    expect(lines).toContain("Withdrew the invitation of Jonas Weld (jonas@example.test).");
    const used = valueOf(await invite(db, ines, wanted, NOW));
    expect((await join(db, used, "a good password", NOW)).ok).toBe(true);
    const [row] = await db
      .select()
      .from(tables.invitation)
      .where(isNotNull(tables.invitation.usedAt))
      .limit(1);
    expect(await withdrawInvitation(db, ines, row!.id, NOW)).toBe(false);
  });
  test("a new password ends every sign-in with the old one", async () => {
    const { db } = database;
    const tomas = (await listAccounts(db, NOW)).find((each) => each.name === "Tomas Lind")!;
    await db.insert(tables.session).values({
      id: "t1",
      token: "t1",
      userId: tomas.id,
      expiresAt: later(10),
      createdAt: NOW,
      updatedAt: NOW,
    });
    const token = (await inviteAgain(db, ines, tomas.id, NOW))!;
    expect(valueOf(await join(db, token, "a newer password", NOW))).toEqual({
      email: "tomas@example.test",
      ended: ["t1"],
    });
    expect(await inviteAgain(db, ines, "nobody", NOW)).toBeUndefined();
    // Closed meanwhile and opened again, it needs a new one.
    const late = (await inviteAgain(db, ines, tomas.id, NOW))!;
    valueOf(await closeAccount(db, ines, tomas.id, NOW));
    valueOf(await reopenAccount(db, ines, tomas.id, NOW));
    expect((await join(db, late, "another password", NOW)).ok).toBe(false);
  });
});

describe("closing an account", () => {
  test("ends its sign-ins, keeps its name, and can be undone; the last administrator stays", async () => {
    const { db } = database;
    expect(await closeAccount(db, ines, ines.id, NOW)).toMatchObject({ trouble: { kind: "not-now" } });
    const nothing = { administrator: false, roles: [] };
    expect(await changeAccount(db, ines, ines.id, nothing, NOW)).toMatchObject({
      trouble: { kind: "not-now" },
    });
    const id = await addPerson(db, {
      name: "Marta Okoye",
      email: "m@example.test",
      password: "for tests only",
    });
    await changeAccount(db, ines, id, { administrator: true, roles: [] }, NOW);
    // Two administrators close each other at one moment: one of them stays.
    const marta = { id, name: "Marta Okoye", sessionId: "m" };
    const both = await Promise.all([
      closeAccount(db, ines, marta.id, NOW),
      closeAccount(db, marta, ines.id, NOW),
    ]);
    expect(both.map((each) => each.ok).sort()).toEqual([false, true]);
    const open = (await listAccounts(db, NOW)).filter((each) => !each.closedAt && each.administrator);
    expect(open).toHaveLength(1);
    const closed = open[0]!.id === ines.id ? marta : ines;
    expect(await askerOf(closed.id)).toBeUndefined();
    valueOf(await reopenAccount(db, open[0]!.id === ines.id ? ines : marta, closed.id, NOW));
    expect(await askerOf(closed.id)).toMatchObject({ name: closed.name, administrator: true });
    expect(await closeAccount(db, ines, "nobody", NOW)).toMatchObject({ trouble: { kind: "not-found" } });
  });
});

describe("what somebody is", () => {
  test("each role may do what the one before it may, and more", () => {
    const rights = Object.keys(RIGHTS) as Right[];
    const of = (role: (typeof ROLES)[number]) => rights.filter((each) => hasRight(role, each));
    expect(ROLES.map((each) => of(each).length)).toEqual([1, 9, 12, rights.length]);
    expect(hasRight(undefined, "see")).toBe(false);
    // A way in that changes something is nobody's who only looks; one's own sign-ins, and that one has read the warning, apart.
    const changing = ENDPOINTS.filter(
      ({ method, open, path }) => method !== "GET" && !open && !/own|acknowledgement/.test(path),
    );
    expect(changing.filter(({ right }) => hasRight("reader", right)).map((each) => each.path)).toEqual([]);
  });
  test("holds in its plant only", async () => {
    const { db } = database;
    const other = await makePlant(db, "Tarn Hollow");
    expect(other.slug).toBe("tarn-hollow-2");
    const [tomas] = await db.select().from(tables.user).where(eq(tables.user.email, "tomas@example.test"));
    await changeAccount(
      db,
      ines,
      tomas!.id,
      {
        administrator: false,
        roles: [
          { plantId: 1, role: "reader" },
          { plantId: other.id, role: "lead" },
        ],
      },
      NOW,
    );
    const asker = (await askerOf(tomas!.id))!;
    expect([roleIn(asker, 1), roleIn(asker, other.id), roleIn(asker, 99), highestRole(asker)]).toEqual([
      "reader",
      "lead",
      undefined,
      "lead",
    ]);
    expect([mayDo(asker, "restore", 1), mayDo(asker, "restore", other.id), mayDo(asker, "define")]).toEqual([
      false,
      true,
      true,
    ]);
    expect(mayDo(asker, "people")).toBe(false);
    // An administrator sees each plant once, also one that they belong to besides.
    const third = await makePlant(db, "Alder Kiln");
    await db.insert(tables.membership).values({ userId: ines.id, plantId: other.id, role: "reader" });
    const seen = async (id: string) => (await askerOf(id))!.plants.map((each) => each.id);
    expect([await seen(ines.id), await seen(tomas!.id)]).toEqual([
      [third.id, 1, other.id],
      [1, other.id],
    ]);
    // Where the other is the practice plant, being lead there gives no right over what real plants share.
    await db.update(tables.plant).set({ practice: true }).where(eq(tables.plant.id, other.id));
    const practising = (await askerOf(tomas!.id))!;
    expect([
      mayDo(practising, "raise", other.id),
      mayDo(practising, "define"),
      mayDo(practising, "see"),
    ]).toEqual([true, false, true]);
    await db.update(tables.plant).set({ practice: false }).where(eq(tables.plant.id, other.id));
  });
});
