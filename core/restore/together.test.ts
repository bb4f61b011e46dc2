import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { plansTogether } from "./together";

const plan = (writes: Record<string, number>, leftOut: string[] = []) => ({
  writes: Object.entries(writes).map(([code, to]) => ({ code, from: 0, to })),
  leftOut: leftOut.map((code) => ({ code, reason: "hand" as const })),
});
const alike = (rows: ReturnType<typeof plansTogether>) => rows.map((each) => [each.code, each.alike]);

test("of one record: written to all, or already so, is alike; left out somewhere is not", () => {
  const rows = plansTogether(
    [plan({ "1r": 250, "4r": 180 }), plan({ "1r": 250, "3t": 1 }, ["4r"]), plan({ "4r": 180 })],
    true,
  );
  expect(alike(rows)).toEqual([
    ["1r", true],
    ["4r", false],
    ["3t", true],
  ]);
  expect(rows[1]!.cells).toEqual([
    { does: "write", from: 0, to: 180 },
    { does: "leave" },
    { does: "write", from: 0, to: 180 },
  ]);
});

test("each its own record: a value that differs is not alike, nor one of which only some plans tell", () => {
  const rows = plansTogether(
    [plan({ "1r": 250, "4r": 180 }), plan({ "1r": 260 }), plan({ "1r": 250 })],
    false,
  );
  expect(alike(rows)).toEqual([
    ["1r", false],
    ["4r", false],
  ]);
  expect(alike(plansTogether([plan({ "1r": 250 }), plan({ "1r": 250 })], false))).toEqual([["1r", true]]);
});

test("each its own record: what one holds already counts, where that is known", () => {
  const plans = [plan({ "1r": 250, "4r": 180 }), plan({})];
  expect(alike(plansTogether(plans, false, [{}, { "1r": 250, "4r": 170 }]))).toEqual([
    ["1r", true],
    ["4r", false],
  ]);
  // What is left out stays as it is, whatever the record says.
  expect(alike(plansTogether([plan({ "1r": 250 }), plan({}, ["1r"])], false, [{}, { "1r": 250 }]))).toEqual([
    ["1r", false],
  ]);
});

test("a drive that has no plan yet is no reason why the others differ", () => {
  const [row] = plansTogether([plan({ "1r": 250 }), undefined, plan({ "1r": 250 })], false);
  expect(row).toMatchObject({ alike: true, cells: [{ to: 250 }, undefined, { to: 250 }] });
  expect(plansTogether([undefined, undefined], true)).toEqual([]);
});

test("whatever the plans are, every write of each stands in exactly one cell of its own column", () => {
  const plans = fc.array(
    fc.option(fc.dictionary(fc.constantFrom("1r", "4r", "3t", "1a"), fc.integer({ min: 0, max: 3 })), {
      nil: undefined,
    }),
    { maxLength: 6 },
  );
  fc.assert(
    fc.property(plans, fc.boolean(), (given, one) => {
      const rows = plansTogether(
        given.map((each) => each && plan(each)),
        one,
      );
      expect(new Set(rows.map((each) => each.code)).size).toBe(rows.length);
      given.forEach((each, column) => {
        const written = rows.flatMap(({ code, cells }) => {
          const cell = cells[column];
          return cell?.does === "write" ? [[code, cell.to]] : [];
        });
        expect(written.sort()).toEqual(Object.entries(each ?? {}).sort());
      });
    }),
  );
});
