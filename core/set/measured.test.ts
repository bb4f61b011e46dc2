import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor, type Definition } from "@/core/definition";
import {
  buildSet,
  joinMeasured,
  partMeasured,
  recordHashes,
  setHash,
  settingsOnly,
  type Piece,
} from "@/core/set";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { definitions, plover, rill } from "@/families/testing";

const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });

/** Some of a definition's parameters, with any values. */
const anyValues = (definition: Definition): fc.Arbitrary<Map<string, RawValue>> =>
  fc
    .array(
      fc.tuple(
        fc.constantFrom(...definition.parameters.map((each) => each.code)),
        fc.oneof(fc.integer(), fc.string()),
      ),
      { maxLength: 120 },
    )
    .map((entries) => new Map(entries));

test.each([...definitions, rack].map((each) => [each.id, each] as const))(
  "%s: what is parted is the same again when it is put together, whatever was read",
  (_, definition) => {
    fc.assert(
      fc.property(anyValues(definition), (values) => {
        const set = buildSet(definition, values);
        const { settled, measured } = partMeasured(definition, set.pieces);
        const joined = joinMeasured(settled, measured);
        expect(joined).toEqual(set.pieces);
        expect(setHash({ ...set, pieces: joined })).toBe(setHash(set));
        expect(settled).toEqual(settingsOnly(definition, set).pieces);
        for (const { axis, set: inSet, values: moving } of measured)
          for (const code of Object.keys(moving)) {
            const found = definition.parameters.find(
              (each) => each.base === code && each.set === inSet && [axis, 0, 1].includes(each.axis),
            );
            expect(NOT_SETTINGS.has(found!.kind)).toBe(true);
          }
      }),
      { numRuns: 40 },
    );
  },
);

test("a reading in which only what is measured has moved shares all its pieces with the one before", () => {
  const reading = (speed: number) =>
    buildSet(rill, new Map([...rill.parameters.map((each) => [each.code, 1] as const), ["1y", speed]]));
  const [one, other] = [reading(100), reading(101)].map((set) => partMeasured(rill, set.pieces));
  expect(one!.settled).toEqual(other!.settled);
  expect(one!.measured).not.toEqual(other!.measured);
  expect(recordHashes(rill, reading(100)).settings).toBe(recordHashes(rill, reading(101)).settings);
});

test("pieces with something to set and something measured are parted within", () => {
  const pieces: Piece[] = [
    { axis: 1, set: 0, group: "t1", values: { "1r": 250, "1y": 7 } },
    { axis: 1, set: 0, group: "y1", values: { "2y": 8 } },
  ];
  const { settled, measured } = partMeasured(rill, pieces);
  expect(settled).toEqual([{ ...pieces[0]!, values: { "1r": 250 } }]);
  expect(measured).toEqual([
    { ...pieces[0]!, values: { "1y": 7 }, at: 0 },
    { ...pieces[1]!, at: 1 },
  ]);
  expect(joinMeasured(settled, measured)).toEqual(pieces);
});
