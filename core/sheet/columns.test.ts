import { expect, test } from "@jest/globals";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { buildSheet, gridOf, headTitles, hideableOf, withoutColumns, type Hideable } from ".";

const column = (source: Column["source"], changed: Record<string, RawValue> = {}): Column => ({
  id: source,
  title: source,
  source,
  values: new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(changed)]),
});
const draft = buildSheet(rill, "R-030", [
  column("draft", { "4r": 200 }),
  column("record", { "4r": 180 }),
  column("default"),
]);
const without = (...hidden: Hideable[]) => withoutColumns(draft, new Set(hidden));

test("each column beside the first can be left out, and the words on differences; of two of one kind neither", () => {
  expect(hideableOf(draft).map((each) => each.what)).toEqual(["record", "default", "difference"]);
  expect(hideableOf(buildSheet(rill, "R-030", [column("record")]))).toEqual([]);
  const two = buildSheet(rill, "R-030", [
    column("live"),
    column("record"),
    column("record"),
    column("default"),
  ]);
  expect(hideableOf(two).map((each) => each.what)).toEqual(["default", "difference"]);
});

test("what is left out is not drawn; what differs stays marked as it was", () => {
  const left = without("default", "difference");
  expect(left.columns.map((each) => each.source)).toEqual(["draft", "record"]);
  const rows = left.groups.flatMap((each) => each.rows);
  expect(rows.every((each) => each.cells.length === 2)).toBe(true);
  expect(rows.find((each) => each.code === "4r")).toMatchObject({
    differs: true,
    notDefault: true,
    by: "+0.2 s (+11 %)",
  });
  expect([gridOf(draft).says, gridOf(left).says]).toEqual([true, false]);
});

test("the first column stays whatever is asked, and a sheet without anything left out is the same one", () => {
  expect(without("draft").columns).toEqual(draft.columns);
  expect(without()).toBe(draft);
  expect(without("live", "file")).toBe(draft);
});

test("above many columns what all of them end with is left out; above few, or where one is otherwise, it stays", () => {
  const titled = (...titles: string[]) =>
    headTitles(titles.map((title) => ({ title, source: "record" as const })));
  const standing = ["1", "2", "3", "4"].map((each) => `KL-0${each} record 7, standing`);
  expect(titled(...standing)).toEqual([
    "KL-01 record 7",
    "KL-02 record 7",
    "KL-03 record 7",
    "KL-04 record 7",
  ]);
  expect(titled(...standing.slice(0, 3))).toEqual(standing.slice(0, 3));
  expect(titled(...standing, "Factory default, 3 kW")).toContain("KL-01 record 7, standing");
  expect(titled(...standing, "File a.csv")).toContain("KL-01 record 7, standing");
});
