import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { definitionFor } from "@/core/definition";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { plover, rill } from "@/families/testing";
import { tables, type Database } from "@/server/database";
import { keepReading, newestRecord, storeContent } from "@/server/ledger";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import { valuesIn } from "./values-in";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

async function keep(db: Database, raw: number): Promise<string> {
  const values = new Map([...valuesByCode(factorySet(rill, "R-030")), ["1r", raw] as const]);
  const kept = await keepReading(db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, values),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date("2026-03-01T10:00:00Z"),
  });
  return kept.record.hashAll;
}

test("what was looked up before is added to, code by code and content by content", async () => {
  const { db } = plant.app;
  const first = await keep(db, 250);
  expect((await valuesIn(db, [first], ["1r"])).get(first)!.get("1r")).toBe(250);
  const second = await keep(db, 300);
  const codes = ["1r", "no-such", "4r"];
  const both = await valuesIn(db, [second, first, "0badf11e"], codes);
  expect(both.get("0badf11e")).toBeUndefined();
  expect(both.get(first)!.get("1r")).toBe(250);
  expect(both.get(second)!.get("1r")).toBe(300);
  expect(both.get(second)!.get("4r")).toEqual(expect.any(Number));
  expect(both.get(second)!.get("no-such")).toBeUndefined();
  const again = await valuesIn(db, [second, first, "0badf11e"], codes);
  for (const hash of [first, second])
    for (const code of codes) expect(again.get(hash)!.get(code)).toBe(both.get(hash)!.get(code));
  expect(again.get("0badf11e")).toBeUndefined();
  // Where more is asked for than is kept, nothing of it is lost, also while somebody else asks.
  const third = await keep(db, 350);
  const little = { contents: 1, values: 1 };
  const asked = [
    [first, third],
    [second, third, first],
    [first, second],
  ].map(async (each) => {
    const found = await valuesIn(db, each, codes, little);
    return each.map((hash) => found.get(hash)!.get("1r"));
  });
  expect(await Promise.all(asked)).toEqual([
    [250, 350],
    [300, 350, 250],
    [250, 300],
  ]);
});

test("what a transaction saw and did not keep is not remembered", async () => {
  const { db } = plant.app;
  const before = (await newestRecord(db, plant.positionId))?.number;
  let gone = "";
  await expect(
    db.transaction(async (tx) => {
      gone = await keep(tx, 777);
      expect((await valuesIn(tx, [gone], ["1r"])).get(gone)?.get("1r")).toBe(777);
      throw new Error("power cut");
    }),
  ).rejects.toThrow("power cut");
  expect((await newestRecord(db, plant.positionId))?.number).toBe(before);
  expect((await valuesIn(db, [gone], ["1r"])).get(gone)).toBeUndefined();
});

test("what the drive changes by itself is found too, with its axis, and where it was kept in pieces before", async () => {
  const { db } = plant.app;
  const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
  const measured = rack.parameters.filter((each) => each.kind === "measured" && each.axis > 0);
  const code = measured.find((each) => each.axis === 1)!.base;
  const values = new Map(measured.map((each) => [each.code, 100 + each.axis] as const));
  const set = buildSet(rack, values);
  const [now, before] = ["aa".repeat(32), "bb".repeat(32)] as const;
  await storeContent(db, rack, set, now);
  await storeContent(db, undefined, set, before);
  const found = await valuesIn(db, [now, before], [`${code}`, `2:${code}`, "1r"]);
  for (const hash of [now, before]) {
    const values = found.get(hash)!;
    expect([values.get(code), values.get(`2:${code}`), values.get("1r")]).toEqual([101, 102, undefined]);
  }
  // Nothing but measured values: there is no piece that another record could share.
  const rows = await db.select().from(tables.content).where(eq(tables.content.hash, now));
  expect(rows[0]!.pieces).toHaveLength(0);
});
