import { expect, test } from "@jest/globals";
import * as fc from "fast-check";
import { hollin, plover, runnel } from "@/families/testing";
import { definitionFor } from "./layout";
import { together } from "./together";

const codes = (of: { parameters: ReadonlyArray<{ code: string }> }): string[] =>
  of.parameters.map(({ code }) => code);

test("of two firmwares all parameters of either, each in its group behind its neighbour; of one alone the very same", () => {
  const [old, later] = ["1.8", "2.1"].map((firmware) =>
    definitionFor(runnel, { ...runnel.fitting, firmware }),
  );
  const both = together([old!, later!]);
  expect(new Set(codes(both))).toEqual(new Set([...codes(old!), ...codes(later!)]));
  expect(both.byCode.get("MO321")!.name).toBe("Stiffness of the observer");
  const group = both.groups.find((each) => each.id === both.byCode.get("MO321")!.group)!;
  expect(codes(group).slice(-3)).toEqual(expect.arrayContaining(["MO321", "MO322"]));
  expect(together([old!])).toBe(old);
  expect(together([old!, old!])).toBe(old);
});

test("whatever is fitted: nothing twice, nothing lost, and the first one's order kept", () => {
  const fitting = fc.record({
    axes: fc.integer({ min: 1, max: 4 }),
    firmware: fc.constantFrom("2.1", "2.4"),
  });
  fc.assert(
    fc.property(fc.array(fitting, { minLength: 1, maxLength: 4 }), (fittings) => {
      const [first, ...others] = fittings.map((each) =>
        definitionFor(plover, { ...plover.fitting, ...each }),
      );
      const all = together([first!, ...others]);
      expect(new Set(codes(all)).size).toBe(all.parameters.length);
      expect(new Set(codes(all))).toEqual(new Set([first!, ...others].flatMap(codes)));
      expect(codes(all).filter((each) => first!.byCode.has(each))).toEqual(codes(first!));
      const groups = new Set(all.groups.map(({ id }) => id));
      expect(all.parameters.every((each) => groups.has(each.group))).toBe(true);
      expect(all.groups.flatMap(codes).length).toBe(all.parameters.length);
    }),
    { numRuns: 20 },
  );
  const fitted = definitionFor(hollin, { ...hollin.fitting, options: ["netmod"] });
  const without = definitionFor(hollin, { ...hollin.fitting, options: [] });
  expect(codes(together([without, fitted])).length).toBe(fitted.parameters.length);
});
