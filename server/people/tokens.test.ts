import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { tables, type OpenDatabase } from "@/server/database";
import { makePlant } from "@/server/plant";
import { emptyDatabase } from "@/server/testing/database";
import {
  addPerson,
  askerOfToken,
  closeAccount,
  listTokens,
  makeToken,
  mayDo,
  reopenAccount,
  revokeToken,
} from ".";

let database: OpenDatabase;
beforeAll(async () => {
  database = await emptyDatabase();
});
afterAll(() => database.close());

const NOW = new Date("2026-03-14T10:00:00Z");
const inDays = (days: number): Date => new Date(NOW.getTime() + days * 24 * 3600 * 1000);

test("a token may in its plant what its role may, until its day, until it is ended, and while its maker's account is open", async () => {
  const { db } = database;
  const add = (name: string, administrator: boolean) =>
    addPerson(db, { name, email: `${name}@example.test`, password: "for tests only", administrator });
  const ines = { id: await add("Ines", true), name: "Ines", sessionId: "s" };
  const marta = { id: await add("Marta", true), name: "Marta", sessionId: "m" };
  const other = await makePlant(db, "Other");
  const token = await makeToken(
    db,
    marta,
    { name: "Reports", plantId: 1, role: "technician", days: 30 },
    NOW,
  );
  const asker = (await askerOfToken(db, token, NOW))!;
  expect(asker).toMatchObject({ id: marta.id, administrator: false });
  expect([
    mayDo(asker, "record", 1),
    mayDo(asker, "raise", 1),
    mayDo(asker, "see", other.id),
    mayDo(asker, "people"),
  ]).toEqual([true, false, false, false]);
  expect(JSON.stringify(await db.select().from(tables.apiToken))).not.toContain(token);
  expect((await listTokens(db, NOW))[0]!.lastUsedAt).toEqual(NOW);
  expect(await askerOfToken(db, token, inDays(31))).toBeUndefined();
  expect(await askerOfToken(db, `${token}x`, NOW)).toBeUndefined();
  await closeAccount(db, ines, marta.id, NOW);
  expect(await askerOfToken(db, token, NOW)).toBeUndefined();
  await reopenAccount(db, ines, marta.id, NOW);
  const [listed] = await listTokens(db, NOW);
  expect(await revokeToken(db, ines, listed!.id, NOW)).toBe(true);
  expect(await revokeToken(db, ines, listed!.id, NOW)).toBe(false);
  expect(await askerOfToken(db, token, NOW)).toBeUndefined();
});
