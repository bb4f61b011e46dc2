import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { count, eq, sql } from "drizzle-orm";
import { openAccess, openEmbedded, tables, type OpenDatabase } from "@/server/database";
import { emptyLedgerIn } from "@/server/testing/folder";

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-"));
let database: OpenDatabase;
beforeAll(async () => {
  database = await openEmbedded(emptyLedgerIn(folder));
});
afterAll(async () => {
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});
const { area, link } = tables;

test("600 transactions and queries at once, from two sides, lose and mix nothing", async () => {
  const other = openAccess(database.access!());
  const work = Array.from({ length: 300 }, (_, i) => {
    const db = i % 2 ? database.db : other;
    const kept = db.transaction(async (tx) => {
      await tx.insert(area).values({ plantId: 1, name: `area ${i}`, sort: i });
      const [row] = await tx
        .select()
        .from(area)
        .where(eq(area.name, `area ${i}`));
      // Every tenth goes back: nothing of it may be seen later.
      if (i % 10 === 9) throw new Error("not this one");
      return row!.sort;
    });
    return [
      kept.catch((error: Error) => error.message),
      db
        .select({ n: count() })
        .from(area)
        .then(([row]) => row!.n),
    ];
  });
  const answers = await Promise.all(work.flat());
  for (let i = 0; i < 300; i++) expect(answers[2 * i]).toBe(i % 10 === 9 ? "not this one" : i);
  const [{ n }] = (await database.db.select({ n: count() }).from(area)) as [{ n: number }];
  expect(Number(n)).toBe(270);
});

test("what went back at the first statement leaves the database usable, with the reason and its code", async () => {
  const failed = database.db.transaction(async (tx) => {
    await tx.insert(area).values({ plantId: 1, name: "area 1", sort: 1 });
  });
  await expect(failed).rejects.toMatchObject({ cause: { code: "23505" } });
  await database.db.insert(area).values({ plantId: 1, name: "after", sort: 1 });
});

test("moments, JSON, texts that look like numbers and NULL come over as they are", async () => {
  const at = new Date("2026-03-14T16:20:01.234Z");
  const settings = { kind: "modbus-tcp", host: "10.0.0.7", port: 502 } as const;
  await database.db.insert(link).values({ plantId: 1, name: "007", key: "k", settings, lastSuccess: at });
  expect(await database.db.select().from(link)).toMatchObject([{ name: "007", settings, lastSuccess: at }]);
  const { rows } = (await database.db.execute(
    sql`select null as nothing, 9007199254740993::bigint as big`,
  )) as unknown as {
    rows: unknown[];
  };
  expect(rows).toEqual([{ nothing: null, big: 9007199254740993n }]);
});

test("a query that is asked again is not parsed again, with other values, after it failed, and after very many others", async () => {
  const named = (name: string) =>
    database.db.select({ name: area.name, sort: area.sort }).from(area).where(eq(area.name, name));
  expect(await named("area 3")).toEqual([{ name: "area 3", sort: 3 }]);
  expect(await named("area 4")).toEqual([{ name: "area 4", sort: 4 }]);
  const divided = (by: number) => database.db.execute(sql`select 12 / ${by}::int as n`);
  const nth = async (by: number) => (await divided(by)) as unknown as { rows: unknown[] };
  expect((await nth(4)).rows).toEqual([{ n: 3 }]);
  await expect(divided(0)).rejects.toMatchObject({ cause: { code: "22012" } });
  expect((await nth(3)).rows).toEqual([{ n: 4 }]);
  // More texts than are kept.
  for (let i = 0; i < 450; i++) await database.db.execute(sql.raw(`select ${i} as n`));
  expect(await named("area 5")).toEqual([{ name: "area 5", sort: 5 }]);
  expect((await nth(2)).rows).toEqual([{ n: 6 }]);
  const { rows } = (await database.db.execute(
    sql`select count(*)::int as n from pg_prepared_statements`,
  )) as unknown as { rows: Array<{ n: number }> };
  expect(rows[0]!.n).toBeLessThanOrEqual(400);
  expect(rows[0]!.n).toBeGreaterThan(300);
});

test("within a transaction that failed, what was kept is of use afterwards", async () => {
  const one = () => database.db.execute(sql`select 41 + ${1}::int as n`);
  await one();
  const failed = database.db.transaction(async (tx) => {
    await tx.execute(sql`select 1 / ${0}::int as n`).catch(() => undefined);
    await tx.execute(sql`select 41 + ${1}::int as n`);
  });
  await expect(failed).rejects.toMatchObject({ cause: { code: "25P02" } });
  expect(((await one()) as unknown as { rows: unknown[] }).rows).toEqual([{ n: 42 }]);
});
