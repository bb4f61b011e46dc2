import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Column } from "@/core/compare";
import { definitionFor } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { hollin, plover, rill } from "@/families/testing";
import { factsOf } from "./facts";
import { filterSheet, NO_FILTER } from "./filter";
import { buildSheet } from "./rows";

const column = (source: Column["source"], changed: Record<string, RawValue> = {}): Column => ({
  id: source,
  title: source,
  source,
  values: new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(changed)]),
});
/** Acceleration 2.50 s, deceleration 18.0 s by its scale, stop by coasting; beside it the defaults. */
const sheet = buildSheet(rill, "R-030", [column("record", { "1r": 250, "13r": 1 }), column("default")]);
const find = (text: string, more = {}): string[] =>
  filterSheet(sheet, { ...NO_FILTER, text, ...more }).groups.flatMap((each) =>
    each.rows.map((one) => one.code),
  );

test("only some codes, together with whatever else holds", () => {
  const only = new Set(["1r", "13r", "4r"]);
  expect(find("", { only })).toEqual(["1r", "4r", "13r"]);
  expect(find("", { only, notDefault: true })).toEqual(["1r", "13r"]);
  expect(find("coast", { only: new Set(["1r"]) })).toEqual([]);
});

describe("finding by words", () => {
  test.each([
    ["4r", "4r"],
    ["coast", "13r"],
    ["deceleration emergency", "9r"],
    ["2.50", "1r"],
    ["2,50", "1r"],
    ["brake resistor", "14r"],
    ["guarded overload", "1g"],
    // What it could be set to, too: one looks for where.
    ["three wires", "10t"],
  ])("%s finds %s", (text, code) => {
    expect(find(text)).toContain(code);
  });
  test("what holds the word comes; what could be set to it is counted, and shown when it is wanted", () => {
    const found = filterSheet(sheet, { ...NO_FILTER, text: "ramp" });
    const codes = found.groups.flatMap((each) => each.rows.map((one) => one.code));
    expect(codes).toContain("1r");
    expect(codes).not.toContain("4t");
    expect(found.could).toBeGreaterThan(0);
    const all = find("ramp", { could: true });
    expect(all).toContain("4t");
    expect(all).toHaveLength(codes.length + found.could);
  });
  test("all words must be there, and groups without rows go", () => {
    expect(find("deceleration nonsense")).toEqual([]);
    expect(find("", { notDefault: true })).toEqual(["1r", "13r"]);
    expect(find("kiln of nowhere")).toEqual([]);
  });
  test("a word that stands nowhere is taken for the likest, and that is said", () => {
    const found = filterSheet(sheet, { ...NO_FILTER, text: "decelaration emergency" });
    expect(found.instead).toEqual([{ typed: "decelaration", taken: ["deceleration"] }]);
    expect(found.groups.flatMap((each) => each.rows.map((one) => one.code))).toEqual(["9r"]);
    expect(find("resitor")).toContain("14r");
    // A code that does not exist is not taken for another one.
    expect(filterSheet(sheet, { ...NO_FILTER, text: "99r" })).toEqual({ groups: [], instead: [], could: 0 });
  });
});

describe("finding by value", () => {
  test.each([
    ["acceleration > 2 s", ["1r", "5r"]],
    ["acceleration > 2000ms", ["1r", "5r"]],
    ["acceleration >= 2,5 s < 3 s", ["1r"]],
    ["ramp 2..3 s", ["1r"]],
    ["= coast", ["13r"]],
    ["stop = coast", ["13r"]],
  ])("%s", (text, codes) => {
    const found = find(text);
    expect(found).toEqual(expect.arrayContaining(codes.filter((code) => code !== "5r")));
    expect(found).not.toContain("4f");
  });
  test("what somebody holds is compared, and not the default beside it", () => {
    // The default of 1r is 5 s.
    expect(find("acceleration = 5 s")).not.toContain("1r");
    expect(find("acceleration != 5 s")).toContain("1r");
  });
  test("another quantity meets no condition: 50 A is no answer to 50 Hz", () => {
    for (const code of find("> 0 Hz")) {
      const row = sheet.groups.flatMap((each) => each.rows).find((each) => each.code === code)!;
      expect(row.cells[0]!.unit).toMatch(/^k?Hz$/);
    }
    expect(find("> 0 Hz")).toContain("4f");
  });
  test("what is not typed to its end leaves everything; what is no number is said", () => {
    expect(find(">")).toHaveLength(sheet.groups.flatMap((each) => each.rows).length);
    const found = filterSheet(sheet, { ...NO_FILTER, text: "> much" });
    expect(found.trouble).toBe('After > comes a number, as in "> 50 Hz": "much" is left out.');
    expect(found.groups).toEqual(sheet.groups);
  });
  test("whatever is typed, rows are only ever left out, and in their order", () => {
    const all = sheet.groups.flatMap((each) => each.rows.map((one) => one.code));
    const piece = fc.oneof(
      fc.constantFrom(">", "<", "=", "!=", "..", "2", "50 Hz", "coast", "ramp", "≥ 3", "-1,5", "%", "("),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
        const found = find(pieces.join(" "));
        expect(all.filter((code) => found.includes(code))).toEqual(found);
      }),
    );
  });
});

describe("filters combine", () => {
  test("kinds that are left out, and a list in its own order", () => {
    expect(find("", { without: ["measured", "counter"] })).not.toContain("1y");
    // What follows the rating is of several kinds, and left out by itself.
    const rated = rill.parameters.filter((each) => each.ratingDependent).map((each) => each.code);
    expect(rated.length).toBeGreaterThan(10);
    const shown = find("");
    expect(find("", { without: ["rated"] })).toEqual(shown.filter((code) => !rated.includes(code)));
    expect(factsOf(sheet).rated).toBe(shown.filter((code) => rated.includes(code)).length);
    const list = { title: "Mine", codes: ["13r", "1r", "4r"] };
    expect(find("", { list })).toEqual(["13r", "1r", "4r"]);
    expect(find("", { list, notDefault: true })).toEqual(["13r", "1r"]);
    expect(find("coast", { list, notDefault: true })).toEqual(["13r"]);
  });
  test("every family's essentials are there, in their order, and fit on a screen", () => {
    for (const definition of [rill, hollin, plover]) {
      const columns = [{ ...column("default"), values: valuesByCode(factorySet(definition, undefined)) }];
      const data = buildSheet(definition, undefined, columns);
      expect(data.essentials.length).toBeGreaterThan(15);
      const { groups } = filterSheet(data, {
        ...NO_FILTER,
        list: { title: "Essentials", codes: data.essentials },
      });
      const codes = groups.flatMap((each) => each.rows.map((one) => one.base ?? one.code));
      expect([...new Set(codes)].toSorted()).toEqual([...data.essentials].toSorted());
    }
  });
  test("one axis of a rack alone, and its essentials by axis", () => {
    const rack = definitionFor(plover, { ...plover.fitting, axes: 4 });
    const values = valuesByCode(factorySet(rack, undefined));
    const data = buildSheet(rack, undefined, [{ ...column("default"), values }]);
    const { groups } = filterSheet(data, { ...NO_FILTER, axis: 3 });
    expect(new Set(groups.map((each) => each.axis))).toEqual(new Set([3]));
    const list = { title: "Essentials", codes: data.essentials };
    expect(filterSheet(data, { ...NO_FILTER, list }).groups.map((each) => each.title)).toEqual([
      "Essentials",
      "Essentials, axis 1",
      "Essentials, axis 2",
      "Essentials, axis 3",
      "Essentials, axis 4",
    ]);
  });
  test("how many rows there are of each kind", () => {
    const { kinds } = factsOf(buildSheet(rill, "R-030", [column("default")]));
    expect([...kinds.values()].reduce((sum, each) => sum + each, 0)).toBe(rill.parameters.length);
    expect(kinds.get("motor")).toBeGreaterThan(5);
  });
});
