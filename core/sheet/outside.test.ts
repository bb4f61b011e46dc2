import { describe, expect, test } from "@jest/globals";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { definitions, hollin, rill } from "@/families/testing";
import { buildSheet, factsOf, filterSheet, NO_FILTER, packSheet, sideBySide, unpackSheet } from ".";

const factory = valuesByCode(factorySet(rill, "R-030"));
const column = (title: string, changed: Record<string, RawValue> = {}): Column => ({
  id: title,
  title,
  source: "record",
  values: new Map([...factory, ...Object.entries(changed)]),
});
const sheetOf = (...columns: Column[]) =>
  buildSheet(rill, "R-030", [...columns, { id: "d", title: "Default", source: "default", values: factory }]);
const outsideIn = (sheet: ReturnType<typeof sheetOf>) =>
  Object.fromEntries(
    sheet.groups
      .flatMap((each) => each.rows)
      .flatMap((row) => (row.outside ? [[row.code, row.outside]] : [])),
  );

describe("what a family does not allow", () => {
  test("out of range, no choice, against a rule: each is said on its row", () => {
    const sheet = sheetOf(column("Record 3", { "17r": 1500, "13r": 9, "3f": 6000, "4f": 5000 }));
    const rule = "The lowest frequency must not be above the highest.";
    expect(outsideIn(sheet)).toEqual({
      "17r": "17r must be at most 100.0 %.",
      "13r": "9 is none of the choices of 13r.",
      "3f": rule,
      "4f": rule,
    });
    expect(factsOf(sheet).outside).toBe(4);
    const left = filterSheet(sheet, { ...NO_FILTER, outside: true });
    expect(left.groups.flatMap((each) => each.rows.map((row) => row.code))).toEqual(
      expect.arrayContaining(["17r", "13r", "3f", "4f"]),
    );
    expect(left.groups.flatMap((each) => each.rows)).toHaveLength(4);
    expect(outsideIn(unpackSheet(packSheet(sheet)))).toEqual(outsideIn(sheet));
  });
  test("of several columns it says which; a default beside them is never asked", () => {
    const sheet = sheetOf(column("Record 3"), column("Record 4", { "17r": 1500 }));
    expect(outsideIn(sheet)).toEqual({ "17r": "Record 4: 17r must be at most 100.0 %." });
  });
  test("what the drive gives by itself is never outside, even where the list says a range", () => {
    let asked = 0;
    for (const definition of definitions) {
      const rating = [...definition.ratings.keys()][0]!;
      const values = valuesByCode(factorySet(definition, rating));
      for (const each of definition.parameters) {
        if (!each.readOnly && !NOT_SETTINGS.has(each.kind)) continue;
        if (each.rawMax === undefined && !each.choices) continue;
        values.set(each.code, 32_001);
        asked += 1;
      }
      const sheet = buildSheet(definition, rating, [
        { id: "r", title: "Record 1", source: "record", values },
      ]);
      expect(outsideIn(sheet)).toEqual({});
    }
    expect(asked).toBeGreaterThan(10);
  });
  test("one set of several is said where sets stand side by side", () => {
    const values = valuesByCode(factorySet(hollin, "H-090"));
    const limited = hollin.parameters.find(
      (each) => each.set === 2 && each.rawMax !== undefined && !each.choices,
    )!;
    values.set(limited.code, limited.rawMax! + 1);
    const beside = sideBySide(
      buildSheet(hollin, "H-090", [{ id: "r", title: "Record 5", source: "record", values }]),
      "sets",
    );
    const said = beside.groups.flatMap((each) => each.rows).flatMap((row) => row.outside ?? []);
    expect(said).toEqual([expect.stringContaining(limited.code)]);
  });
  test("as it leaves the factory no family is outside of itself, whatever its rating", () => {
    for (const definition of definitions)
      for (const rating of definition.ratings.keys()) {
        const values = valuesByCode(factorySet(definition, rating));
        const sheet = buildSheet(definition, rating, [
          { id: "r", title: "Record 1", source: "record", values },
        ]);
        expect([definition.id, rating, outsideIn(sheet)]).toEqual([definition.id, rating, {}]);
      }
  });
});
