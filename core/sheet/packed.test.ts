import { expect, test } from "@jest/globals";
import * as fc from "fast-check";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import { PARAMETER_KINDS } from "@/core/value";
import { definitions, rill } from "@/families/testing";
import { packSheet, unpackSheet } from "./packed";
import type { Cell, SheetRow } from "./row";
import { buildSheet } from "./rows";

test.each(definitions.map((each) => [each.title, each] as const))(
  "a sheet of %s comes out of its packing as it went in, at less than half the length",
  (_, definition) => {
    const rating = [...definition.ratings.keys()][0]!;
    const factory = valuesByCode(factorySet(definition, rating));
    const [first] = factory.keys();
    const columns: Column[] = [
      { id: "live", title: "Drive", source: "live", values: factory, volatile: new Set([first!]) },
      { id: "record", title: "Record", source: "record", values: new Map([...factory].slice(1)) },
      { id: "default", title: "Default", source: "default", values: factory },
    ];
    const sheet = buildSheet(definition, rating, columns);
    const packed = packSheet(sheet);
    expect(unpackSheet(packed)).toEqual(sheet);
    expect(packed.length).toBeLessThan(JSON.stringify(sheet).length / 2);
  },
);

test("whatever a row says is said again", () => {
  const some = fc.string({ unit: "grapheme" });
  const maybe = fc.option(fc.boolean(), { nil: undefined });
  const cell: fc.Arbitrary<Cell> = fc.record(
    { text: some, unit: some, meaning: some, missing: maybe, odd: maybe, words: maybe, volatile: maybe },
    { requiredKeys: ["text", "unit", "meaning"] },
  );
  const row: fc.Arbitrary<SheetRow> = fc.record(
    {
      code: some,
      name: some,
      help: some,
      kind: fc.constantFrom(...PARAMETER_KINDS),
      base: some,
      set: fc.nat(4),
      choices: some,
      cells: fc.array(cell, { maxLength: 3 }),
      notDefault: fc.boolean(),
      differs: fc.boolean(),
      moving: fc.boolean(),
      readOnly: fc.boolean(),
      by: some,
      verdict: some,
    },
    {
      requiredKeys: ["code", "name", "help", "kind", "cells", "notDefault", "differs", "moving", "readOnly"],
    },
  );
  fc.assert(
    fc.property(fc.array(row, { maxLength: 4 }), (rows) => {
      const sheet = {
        family: "f",
        essentials: ["a"],
        columns: [],
        compares: true,
        groups: [{ id: "g", title: "G", trail: "", axis: 1, rows }],
      };
      expect(unpackSheet(packSheet(sheet))).toEqual(sheet);
      expect(unpackSheet(sheet)).toBe(sheet);
    }),
  );
});

test("columns that hold the same are sent once", () => {
  const values = valuesByCode(factorySet(rill, "R-030"));
  const columns = Array.from({ length: 6 }, (_, i): Column => {
    const own = new Map(values).set("1r", i < 4 ? 250 : 500);
    return { id: String(i), title: `Record ${i + 1}`, source: "record", values: own };
  });
  const lengthOf = (count: number) => packSheet(buildSheet(rill, "R-030", columns.slice(0, count))).length;
  const sheet = buildSheet(rill, "R-030", columns);
  expect(unpackSheet(packSheet(sheet))).toEqual(sheet);
  // A further column of 198 parameters costs its title, and a sign for each of them.
  expect(lengthOf(4) - lengthOf(3)).toBeLessThan(198 * 2 + 60);
  const { cells } = sheet.groups.flatMap((each) => each.rows).find((each) => each.code === "1r")!;
  expect(cells.map((each) => [each.text.trim(), each.odd])).toEqual([
    ...Array.from({ length: 4 }, () => ["2.50", undefined]),
    ...Array.from({ length: 2 }, () => ["5.00", true]),
  ]);
});
