import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { definitionFor } from "@/core/definition";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { hollin, plover, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { addNote, keepReading, newestRecord, recordAt, recordColumn } from "@/server/ledger";
import {
  changedCodes,
  elsewhere,
  historyOf,
  keepOwnList,
  oddWords,
  hiddenColumnsOf,
  hideColumns,
  ownListOf,
  parameterView,
} from "@/server/sheets";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";

let plant: TestPlant;
let other: number;
beforeAll(async () => {
  plant = await testPlant();
  const [row] = await plant.app.db
    .insert(tables.position)
    .values({ plantId: 1, areaId: 1, tag: "KL-04", title: "Roller drive 4", definitionId: rill.id })
    .returning();
  other = row!.id;
  await keep(plant.positionId, { "1r": 250 }, "2026-03-01T10:00:00Z");
  const { record } = await keep(plant.positionId, { "1r": 300, "13r": 1 }, "2026-04-01T10:00:00Z");
  await addNote(plant.app.db, plant.person, record.id, "The belt slipped.", new Date());
  await keep(plant.positionId, { "1r": 300, "13r": 0 }, "2026-05-01T10:00:00Z");
  await keep(plant.positionId, { "1r": 250 }, "2026-06-01T10:00:00Z", ["4r"]);
  await keep(other, { "1r": 500 }, "2026-06-02T10:00:00Z");
});
afterAll(() => plant.close());

function keep(positionId: number, changed: Record<string, RawValue>, at: string, without: string[] = []) {
  const values = new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(changed)]);
  for (const each of without) values.delete(each);
  return keepReading(plant.app.db, rill, plant.person, {
    positionId,
    set: buildSet(rill, values),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date(at),
  });
}
const history = (code: string) => historyOf(plant.app.db, plant.app.shelf, plant.positionId, rill.id, code);

describe("what a parameter was", () => {
  test("runs of the same value, the newest first, each with since when, by whom, and what was noted", async () => {
    expect(await history("1r")).toEqual([
      expect.objectContaining({ from: 4, to: 4, records: 1, text: "2.50 s", figure: 2.5 }),
      expect.objectContaining({
        from: 2,
        to: 3,
        records: 2,
        text: "3.00 s",
        figure: 3,
        byName: "Ines Varga",
        at: Date.parse("2026-04-01T10:00:00Z"),
        note: "The belt slipped.",
      }),
      expect.objectContaining({ from: 1, to: 1, text: "2.50 s", note: undefined }),
    ]);
  });
  test("a record that does not have it says so, and is not taken for the value before", async () => {
    expect((await history("4r")).map(({ from, to, text }) => [from, to, text])).toEqual([
      [4, 4, undefined],
      [1, 3, expect.stringMatching(/ s$/)],
    ]);
  });
  test("a text has no figure; a code that does not exist has no value anywhere", async () => {
    expect((await history("1a"))[0]!.figure).toBeUndefined();
    expect((await history("zz")).every((each) => each.text === undefined)).toBe(true);
  });
  test("at every position of the family: the standing record, else the newest; nobody else's plant", async () => {
    const at = async (plantId: number, wanted = {}) =>
      elsewhere(
        plant.app.db,
        plant.app.shelf,
        await plant.app.overviews.records(plantId),
        rill.id,
        "1r",
        wanted,
      );
    const found = await at(1);
    expect(found.lines.map(({ tag, text, standing }) => [tag, text, standing])).toEqual([
      ["KL-03", "2.50 s", false],
      ["KL-04", "5.00 s", false],
    ]);
    expect(found).toMatchObject({ total: 2, alike: 0, different: 2, from: 0 });
    // Who has it otherwise than here comes first; a part of the lines says how many there are in all.
    expect(await at(1, { held: "2.50 s", count: 1 })).toEqual({
      total: 2,
      alike: 1,
      different: 2,
      values: [
        { text: "2.50 s", positions: 1 },
        { text: "5.00 s", positions: 1 },
      ],
      from: 0,
      lines: [expect.objectContaining({ tag: "KL-04", text: "5.00 s", figure: 5 })],
    });
    expect((await at(1, { held: "2.50 s", from: 1 })).lines.map((each) => each.tag)).toEqual(["KL-03"]);
    expect(await at(1, { but: "KL-03" })).toMatchObject({ total: 1, lines: [{ tag: "KL-04" }] });
    expect(await at(2)).toMatchObject({ total: 0, lines: [] });
  });
});

test("among twins: who alone is otherwise, since when, by whom and why; what was changed last comes first", async () => {
  const { db } = plant.app;
  const twins = [];
  for (const [tag, changed] of [
    ["KL-10", {}],
    ["KL-11", {}],
    ["KL-12", { "9r": 70 }],
    ["KL-13", {}],
  ] as const) {
    const [row] = await db
      .insert(tables.position)
      .values({ plantId: 1, areaId: 1, tag, title: tag, definitionId: rill.id })
      .returning();
    await keep(row!.id, { ...changed, "1a": tag }, "2026-01-01T10:00:00Z");
    if (tag === "KL-11") {
      const { record } = await keep(row!.id, { "4r": 120, "1a": tag }, "2026-02-01T10:00:00Z");
      await addNote(db, plant.person, record.id, "Less heat.", new Date());
      // Later something else is changed: it is not taken for the reason.
      await keep(row!.id, { "4r": 120, "2c": 55, "1a": tag }, "2026-03-01T10:00:00Z");
    }
    const newest = (await newestRecord(db, row!.id))!;
    twins.push({ column: { ...(await recordColumn(db, newest)), at: tag }, row: newest });
  }
  const odd = await oddWords(db, rill, twins);
  expect(odd.map(({ code, who, count, since }) => [code, who, count, since?.record, since?.note])).toEqual([
    ["2c", ["KL-11"], 3, 3, undefined],
    ["4r", ["KL-11"], 3, 2, "Less heat."],
    ["9r", ["KL-12"], 3, undefined, undefined],
  ]);
  expect(odd[1]).toMatchObject({ value: "1.20 s", others: "5.00 s", since: { byName: "Ines Varga" } });
  expect(await oddWords(db, rill, twins.slice(0, 2))).toEqual([]);
  expect(await oddWords(db, rill, [twins[0]!, twins[0]!, twins[1]!])).toEqual([]);
});

describe("a parameter in full", () => {
  test("value, raw, range and default of this rating, rules it is part of, when a change counts", () => {
    const view = parameterView({ definition: rill, rating: "R-055", raw: 1000 }, "3m")!;
    expect(view).toMatchObject({ kind: "motor", raw: 1000, type: "u16", effect: "stopped-only" });
    expect(view.range).toMatch(/^from .+ A to .+ A$/);
    expect(view.range).not.toBe(parameterView({ definition: rill, rating: "R-030", raw: 1000 }, "3m")!.range);
    expect(parameterView({ definition: rill, rating: undefined, raw: 0 }, "3f")!.depends[0]).toBe(
      "The lowest frequency must not be above the highest. The other is 4f Highest frequency.",
    );
  });
  test("bits by name; a choice with all of them; a password is never told", () => {
    const bits = parameterView({ definition: rill, rating: undefined, raw: 0b101 }, "10y");
    expect(bits?.bits?.filter((each) => each.set).map((each) => each.bit)).toEqual([0, 2]);
    const stop = parameterView({ definition: rill, rating: undefined, raw: 1 }, "13r");
    expect(stop?.choices?.length).toBeGreaterThan(1);
    expect(stop?.range).toBeUndefined();
    const secret = hollin.parameters.find((each) => each.kind === "secret")!;
    const view = parameterView({ definition: hollin, rating: undefined, raw: 4711 }, secret.code)!;
    expect(JSON.stringify(view)).not.toContain("4711");
    expect(view.value).toBe("set");
  });
  test("an axis of a rack", () => {
    const rack = definitionFor(plover, { ...plover.fitting, axes: 4 });
    const view = parameterView({ definition: rack, rating: undefined, raw: 3 }, "2:6060.00");
    expect(view).toMatchObject({ code: "2:6060.00", value: expect.stringContaining("Profile velocity") });
    expect(parameterView({ definition: rack, rating: undefined, raw: 3 }, "9:6060.00")).toBeUndefined();
  });
});

test("a person's list is their own, in their order, each code once", async () => {
  const { db } = plant.app;
  expect(await ownListOf(db, plant.person.id, rill.id)).toBeUndefined();
  await keepOwnList(db, plant.person.id, rill.id, ["4r", "1r", "4r"]);
  expect(await ownListOf(db, plant.person.id, rill.id)).toEqual(["4r", "1r"]);
  await keepOwnList(db, plant.person.id, rill.id, []);
  expect(await ownListOf(db, plant.person.id, rill.id)).toEqual([]);
  expect(await ownListOf(db, plant.person.id, hollin.id)).toBeUndefined();
});

test("columns that a person leaves out are their own, each once, until they are taken back", async () => {
  const { db } = plant.app;
  expect(await hiddenColumnsOf(db, plant.person.id)).toEqual([]);
  await hideColumns(db, plant.person.id, ["record", "default", "record"]);
  expect(await hiddenColumnsOf(db, plant.person.id)).toEqual(["default", "record"]);
  expect(await hiddenColumnsOf(db, "somebody else")).toEqual([]);
  await hideColumns(db, plant.person.id, []);
  expect(await hiddenColumnsOf(db, plant.person.id)).toEqual([]);
});

describe("what changed since an earlier record", () => {
  const changed = async (now: number, then: number, tag = "KL-03") => {
    const [one, other] = await Promise.all([now, then].map((each) => recordAt(plant.app.db, 1, tag, each)));
    return changedCodes(plant.app.db, plant.app.shelf, one!.row, other!.row);
  };
  test("settings only, in the definition's order; what one of the two does not have counts", async () => {
    expect(await changed(3, 2)).toEqual(["13r"]);
    expect(await changed(4, 1)).toEqual(["4r"]);
    expect(await changed(3, 1)).toEqual(["1r"]);
    expect(await changed(2, 2)).toEqual([]);
  });
});
