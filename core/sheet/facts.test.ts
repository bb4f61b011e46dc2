import { expect, test } from "@jest/globals";
import * as fc from "fast-check";
import { definitionFor } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { definitions, hollin, plover } from "@/families/testing";
import { buildSheet, factsOf } from ".";

test("one walk finds what walks for each would find, whatever is set otherwise", () => {
  const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
  for (const definition of [...definitions, rack]) {
    const rating = [...definition.ratings.keys()][0]!;
    const factory = valuesByCode(factorySet(definition, rating));
    fc.assert(
      fc.property(fc.subarray([...factory.keys()]), (codes) => {
        const values = new Map(factory);
        for (const code of codes) values.set(code, values.get(code) === 1 ? 2 : 1);
        const sheet = buildSheet(definition, rating, [
          { id: "a", title: "A", source: "record", values },
          { id: "b", title: "B", source: "live", values: factory },
          { id: "d", title: "D", source: "default", values: factory },
        ]);
        const rows = sheet.groups.flatMap((each) => each.rows);
        const found = factsOf(sheet);
        expect(found.rows).toBe(rows.length);
        expect(found.notDefault).toBe(rows.filter((each) => each.notDefault).length);
        expect(found.differs).toBe(rows.filter((each) => each.differs).length);
        expect(found.untold).toBe(rows.filter((each) => each.untold).length);
        expect(found.verdicts).toBe(rows.some((each) => each.verdict !== undefined));
        expect(found.longestCode).toBe(Math.max(...rows.map((each) => each.code.length)));
        expect(found.longestName).toBe(Math.max(...rows.map((each) => each.name.length)));
        expect([...found.kinds.values()].reduce((sum, each) => sum + each, 0)).toBe(rows.length);
        expect(factsOf(sheet)).toBe(found);
      }),
      { numRuns: 8 },
    );
  }
});

test("sets and axes are told by their numbers; what all share is none", () => {
  const of = (definition: typeof hollin) => {
    const rating = [...definition.ratings.keys()][0]!;
    const values = valuesByCode(factorySet(definition, rating));
    const { sets, axes } = factsOf(
      buildSheet(definition, rating, [{ id: "a", title: "A", source: "record", values }]),
    );
    return { sets, axes };
  };
  expect(of(hollin)).toEqual({ sets: [1, 2, 3], axes: [] });
  expect(of(definitionFor(plover, { ...plover.fitting, axes: 3 }))).toEqual({ sets: [], axes: [1, 2, 3] });
});
