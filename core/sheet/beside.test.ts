import { describe, expect, test } from "@jest/globals";
import { definitionFor, type Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { hollin, plover, rill } from "@/families/testing";
import { besidesOf, buildSheet, factsOf, sideBySide, type SheetData } from ".";

const sheetOf = (
  definition: Definition,
  rating: string,
  changed: Record<string, RawValue> = {},
  without: string[] = [],
): SheetData => {
  const values = new Map([...valuesByCode(factorySet(definition, rating)), ...Object.entries(changed)]);
  for (const code of without) values.delete(code);
  return buildSheet(definition, rating, [
    { id: "r", title: "Record 5", source: "record", values },
    { id: "d", title: "Default", source: "default", values: valuesByCode(factorySet(definition, rating)) },
  ]);
};
const rowsOf = (data: SheetData) => data.groups.flatMap((each) => each.rows);
const texts = (data: SheetData, code: string) =>
  rowsOf(data)
    .find((each) => each.code === code)!
    .cells.map((each) => (each.missing ? "not told" : each.text));

test("what a drive has several of can stand side by side", () => {
  const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
  expect(besidesOf(sheetOf(rill, "R-030"))).toEqual([]);
  expect(besidesOf(sheetOf(hollin, "H-090"))).toEqual(["sets"]);
  expect(besidesOf(sheetOf(rack, "P-06"))).toEqual(["axes"]);
  expect(factsOf(sheetOf(rack, "P-06")).axes).toEqual([1, 2]);
});

describe("parameter sets", () => {
  test("one row for each parameter, a column for each set; what no set holds is left out", () => {
    const data = sheetOf(hollin, "H-090");
    const beside = sideBySide(data, "sets");
    expect(beside.columns.map((each) => [each.title, each.source])).toEqual([
      ["Set 1", "record"],
      ["Set 2", "record"],
      ["Set 3", "record"],
    ]);
    const inSets = rowsOf(data).filter((each) => each.set);
    expect(rowsOf(beside)).toHaveLength(inSets.length / 3);
    expect(new Set(rowsOf(beside).map((each) => each.code)).size).toBe(inSets.length / 3);
    expect(beside.groups.some((each) => /set \d/.test(each.title))).toBe(false);
    expect(rowsOf(beside).some((each) => each.differs)).toBe(false);
  });
  test("where one holds something else the row differs, and the odd one out is marked", () => {
    const beside = sideBySide(sheetOf(hollin, "H-090", { "H.lim.1/2": 900 }), "sets");
    const row = rowsOf(beside).find((each) => each.code === "H.lim.1")!;
    expect([row.differs, row.notDefault, row.cells.map((each) => each.odd ?? false)]).toEqual([
      true,
      true,
      [false, true, false],
    ]);
    expect(rowsOf(beside).filter((each) => each.differs)).toHaveLength(1);
  });
  test("what one set did not tell is not told, and differs from nothing", () => {
    const beside = sideBySide(sheetOf(hollin, "H-090", {}, ["H.lim.1/3"]), "sets");
    expect(texts(beside, "H.lim.1").at(-1)).toBe("not told");
    expect(rowsOf(beside).find((each) => each.code === "H.lim.1")!.differs).toBe(false);
  });
});

test("axes of a rack: their groups stand once, without an axis in their words; what they share is left out", () => {
  const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
  const [first] = rack.parameters.filter((each) => each.axis === 1 && each.kind === "setting");
  const other = rack.parameters.find((each) => each.axis === 2 && each.base === first!.base)!;
  const data = sheetOf(rack, "P-06", { [first!.code]: 3, [other.code]: 4 });
  const beside = sideBySide(data, "axes");
  expect(beside.columns.map((each) => each.title)).toEqual(["Axis 1", "Axis 2"]);
  expect(new Set(texts(beside, first!.base)).size).toBe(2);
  expect(
    beside.groups.every((each) => each.axis === 0 && !/Axis \d/.test(`${each.trail} ${each.title}`)),
  ).toBe(true);
  const shared = rowsOf(data).length - 2 * rowsOf(beside).length;
  expect(shared).toBe(data.groups.filter((each) => each.axis === 0).flatMap((each) => each.rows).length);
});
