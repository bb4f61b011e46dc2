import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  compareColumns,
  driftOf,
  numericDifference,
  onlyDifferences,
  verdict,
  type Column,
} from "@/core/compare";
import { definitionFor } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { floatToBits, type RawValue } from "@/core/value";
import { rill, runnel } from "@/families/testing";

const column = (id: string, values: Record<string, RawValue>): Column => ({
  id,
  title: id,
  source: "record",
  values: new Map(Object.entries(values)),
});
const codes = rill.parameters.map((each) => each.code);

describe("columns side by side", () => {
  test("a row says same, other value, or missing in one", () => {
    const rows = compareColumns(rill, [
      column("a", { "1r": 250, "4r": 180, "1a": "A" }),
      column("b", { "1r": 300, "4r": 180 }),
    ]);
    expect(rows.map((row) => [row.parameter.code, row.difference])).toEqual([
      ["1a", "missing"],
      ["1r", "value"],
      ["4r", "same"],
    ]);
  });
  test("with several columns one that differs is enough", () => {
    const rows = compareColumns(rill, [
      column("a", { "1r": 1 }),
      column("b", { "1r": 1 }),
      column("c", { "1r": 2 }),
    ]);
    expect(rows[0]!.difference).toBe("value");
  });
  test("measured values never count as a difference to look at", () => {
    const rows = compareColumns(rill, [column("a", { "1y": 1, "1r": 1 }), column("b", { "1y": 2, "1r": 2 })]);
    expect(onlyDifferences(rows).map((row) => row.parameter.code)).toEqual(["1r"]);
  });
  test("comparing with itself finds nothing, and the other way round the same rows", () => {
    const values = fc.dictionary(fc.constantFrom(...codes), fc.integer({ min: 0, max: 99 }));
    fc.assert(
      fc.property(values, values, (a, b) => {
        expect(onlyDifferences(compareColumns(rill, [column("a", a), column("a2", a)]))).toEqual([]);
        const there = compareColumns(rill, [column("a", a), column("b", b)]);
        const back = compareColumns(rill, [column("b", b), column("a", a)]);
        expect(back.map((row) => [row.parameter.code, row.difference])).toEqual(
          there.map((row) => [row.parameter.code, row.difference]),
        );
        for (const { parameter, cells } of there) {
          const by = numericDifference(parameter, cells[0], cells[1]);
          if (by !== undefined) expect(numericDifference(parameter, cells[1], cells[0])).toBeCloseTo(-by, 9);
        }
      }),
    );
  });
});

test("differences are in the value's unit, and only where a number means one", () => {
  const by = (code: string, from: RawValue, to: RawValue) =>
    numericDifference(rill.byCode.get(code)!, from, to);
  expect(by("4r", 180, 120)).toBe(-0.6);
  expect(by("8f", -100, 250)).toBe(3.5);
  expect(by("12c", floatToBits(0.1), floatToBits(0.35))).toBe(0.25);
  expect(by("13r", 0, 3)).toBeUndefined();
  expect(by("7t", 1, 3)).toBeUndefined();
  expect(by("1a", "a", "b")).toBeUndefined();
});

test.each<[RawValue | undefined, RawValue | undefined, RawValue | undefined, string]>([
  [500, 250, 250, "as-recorded"],
  [500, 250, 300, "changed"],
  [500, 250, 500, "back-to-default"],
  [500, 500, 500, "never-set"],
  [500, 500, 250, "changed"],
  [500, 250, undefined, "not-read"],
  [500, undefined, 250, "not-recorded"],
  [undefined, 3, 3, "as-recorded"],
])("default %p, recorded %p, in the drive %p: %s", (standard, recorded, live, expected) => {
  expect(verdict(standard, recorded, live)).toBe(expected);
});

test("drift counts settings that changed, fell back, or could not be read", () => {
  const standard = valuesByCode(factorySet(rill, "R-030"));
  const standing = new Map(standard).set("1r", 250).set("4r", 180).set("1b", 1350).set("1y", 0);
  const live = new Map(standing).set("1r", 500).set("4r", 99).set("1y", 4000);
  live.delete("1b");
  expect(driftOf(rill, standard, standing, live, rill)).toMatchObject({
    changed: ["4r"],
    backToDefault: ["1r"],
    notRead: ["1b"],
    lacks: [],
    unrecorded: [],
  });
});

test("of two firmwares drift says what only one of them has, and compares nothing of it", () => {
  const [before, after] = ["1.8", "2.1"].map((firmware) =>
    definitionFor(runnel, { ...runnel.fitting, firmware }),
  );
  const [standing, live] = [before!, after!].map((each) => valuesByCode(factorySet(each, "N-055")));
  const there = driftOf(after!, live!, standing!, live!, before!);
  expect(there.lacks).toContain("MO321");
  expect(there.unrecorded).toContain("AP207");
  expect([...there.changed, ...there.backToDefault, ...there.notRead]).toEqual([]);
  const back = driftOf(before!, standing!, live!, standing!, after!);
  expect([back.lacks, back.unrecorded, back.compared]).toEqual([
    there.unrecorded,
    there.lacks,
    there.compared,
  ]);
});
