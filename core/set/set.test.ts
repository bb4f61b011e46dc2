import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  buildSet,
  completenessOf,
  completenessOfMade,
  factorySet,
  pieceHash,
  recordHashes,
  valuesByCode,
} from "@/core/set";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";

const factory = () => valuesByCode(factorySet(rill, "R-030"));
const hashes = (values: Map<string, RawValue>) => recordHashes(rill, buildSet(rill, values));

describe("content hashes", () => {
  test("do not depend on the order of reading", () => {
    const entries = [...factory()];
    fc.assert(
      fc.property(fc.shuffledSubarray(entries, { minLength: entries.length }), (shuffled) => {
        expect(hashes(new Map(shuffled))).toEqual(hashes(new Map(entries)));
      }),
      { numRuns: 30 },
    );
  });
  test("change with any single setting", () => {
    const before = hashes(factory());
    fc.assert(
      fc.property(
        fc.constantFrom(
          ...rill.parameters.filter((each) => each.kind !== "measured" && each.kind !== "counter"),
        ),
        (parameter) => {
          const values = factory();
          const raw = values.get(parameter.code);
          values.set(parameter.code, typeof raw === "number" ? raw + 1 : `${raw}x`);
          const after = hashes(values);
          expect(after.all).not.toBe(before.all);
          expect(after.settings).not.toBe(before.settings);
        },
      ),
    );
  });
  test("of the settings do not see measured values and counters", () => {
    const values = factory();
    const before = hashes(values);
    values.set("1y", 4250);
    values.set("15y", 12345);
    expect(hashes(values).settings).toBe(before.settings);
    expect(hashes(values).all).not.toBe(before.all);
  });
  test("tell a number from the same digits as text, and one group from another", () => {
    const piece = { axis: 0, set: 0, group: "A", values: { X: 1 } };
    expect(pieceHash("d", piece)).not.toBe(pieceHash("d", { ...piece, values: { X: "1" } }));
    expect(pieceHash("d", piece)).not.toBe(pieceHash("d", { ...piece, group: "B" }));
    expect(pieceHash("d", piece)).not.toBe(pieceHash("e", piece));
  });
  test("one changed group changes one piece", () => {
    const values = factory();
    const before = buildSet(rill, values).pieces.map((each) => pieceHash(rill.id, each));
    values.set("4r", 120);
    const after = buildSet(rill, values).pieces.map((each) => pieceHash(rill.id, each));
    expect(after.filter((each) => !before.includes(each))).toHaveLength(1);
  });
});

test("completeness names what is missing, in the definition's order", () => {
  const values = new Map<string, RawValue>(rill.parameters.map((each) => [each.code, 0]));
  expect(completenessOf(rill, buildSet(rill, values))).toMatchObject({
    complete: true,
    missing: [],
    present: rill.parameters.length,
  });
  values.delete("4r");
  values.delete("1a");
  values.set("Z999", 1);
  expect(completenessOf(rill, buildSet(rill, values))).toMatchObject({
    complete: false,
    missing: ["1a", "4r"],
    present: rill.parameters.length - 2,
  });
});

test("in values that no drive was read for, what only a drive tells is not missing; what they have counts", () => {
  const settings = factory();
  const measured = rill.parameters.find((each) => each.kind === "measured")!.code;
  expect(settings.has(measured)).toBe(false);
  const whole = completenessOfMade(rill, buildSet(rill, settings));
  expect(whole).toMatchObject({ missing: [], complete: true, present: settings.size });
  expect(completenessOf(rill, buildSet(rill, settings)).missing).toContain(measured);
  settings.set(measured, 1);
  settings.delete("4r");
  expect(completenessOfMade(rill, buildSet(rill, settings))).toMatchObject({
    missing: ["4r"],
    present: whole.present,
    expected: whole.expected + 1,
  });
});
