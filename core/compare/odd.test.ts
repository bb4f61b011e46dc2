import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { compareColumns, oddOnes, type Column } from ".";

const twin = (changed: Record<string, RawValue>, source: Column["source"] = "record"): Column => ({
  id: "twin",
  title: "twin",
  source,
  values: new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(changed)]),
});
const odd = (...columns: Column[]) =>
  oddOnes(compareColumns(rill, columns), columns).map(({ parameter, who, value, others, count }) => [
    parameter.code,
    who,
    value,
    others,
    count,
  ]);

test("one alone, or two against four, stand apart; what each has for itself does not", () => {
  const six = [120, 180, 180, 180, 180, 180].map((raw, i) =>
    twin({ "4r": raw, "1r": i < 2 ? 300 : 250, "1a": `Roller ${i}`, "1n": i, "13m": 100 * i, "5r": i * 7 }),
  );
  expect(odd(...six)).toEqual([
    ["1r", [0, 1], 300, 250, 4],
    ["4r", [0], 120, 180, 5],
  ]);
});

test("halves, two columns, a default beside them and a value that was not read make nobody odd", () => {
  expect(odd(...[1, 1, 2, 2].map((raw) => twin({ "4r": raw })))).toEqual([]);
  expect(odd(twin({ "4r": 1 }), twin({ "4r": 2 }))).toEqual([]);
  expect(odd(twin({ "4r": 1 }), twin({ "4r": 1 }), twin({ "4r": 2 }, "default"))).toEqual([]);
  const unread = twin({});
  const values = new Map([...unread.values].filter(([code]) => code !== "4r"));
  expect(odd(twin({ "4r": 1 }), twin({ "4r": 2 }), twin({ "4r": 2 }), { ...unread, values })).toEqual([]);
});

test("whatever they hold: those that stand apart are fewer, and all of them have what is said", () => {
  fc.assert(
    fc.property(fc.array(fc.nat(2), { minLength: 3, maxLength: 8 }), (raws) => {
      const columns = raws.map((raw) => twin({ "4r": raw }));
      for (const { who, value, others, count } of oddOnes(compareColumns(rill, columns), columns)) {
        expect(who.length).toBeLessThan(count);
        expect(who.length + count).toBe(raws.length);
        raws.forEach((raw, i) => expect(raw).toBe(who.includes(i) ? value : others));
      }
    }),
  );
});
