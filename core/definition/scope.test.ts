import { expect, test } from "@jest/globals";
import {
  countOf,
  definitionFor,
  EVERYTHING,
  isEverything,
  partsOf,
  withinScope,
  type Scope,
} from "@/core/definition";
import { hollin, plover, rill } from "@/families/testing";

const rack = definitionFor(plover, { firmware: "2.4", axes: 3, options: [] });
const mill = definitionFor(hollin, { firmware: "5.2", axes: 1, options: ["netmod"] });
const codes = (definition: typeof rack, scope: Scope): string[] =>
  withinScope(definition, scope).map((each) => each.code);

test("everything is everything, in the definition's order", () => {
  expect(withinScope(rill, EVERYTHING)).toBe(rill.parameters);
  expect(isEverything({ options: true })).toBe(true);
  expect(isEverything({ axes: [] })).toBe(false);
});

test("one axis of a rack: its own values, none of the others' and none of the whole rack's", () => {
  const second = withinScope(rack, { axes: [2] });
  expect(second.length).toBeGreaterThan(200);
  expect(new Set(second.map((each) => each.axis))).toEqual(new Set([2]));
  const parts = [0, 1, 2, 3].flatMap((axis) => codes(rack, { axes: [axis] }));
  expect(parts).toEqual(rack.parameters.map((each) => each.code));
});

test("one parameter set, and what no set holds", () => {
  const third = codes(mill, { sets: [3] });
  expect(third.every((each) => each.endsWith("/3"))).toBe(true);
  expect(codes(mill, { sets: [0, 1, 2, 3] })).toEqual(mill.parameters.map((each) => each.code));
});

test("without the options' own parameters: as many as the drive has without them", () => {
  const bare = definitionFor(hollin, { firmware: "5.2", axes: 1, options: [] });
  expect(codes(mill, { options: false })).toEqual(bare.parameters.map((each) => each.code));
  expect(mill.parameters.length).toBeGreaterThan(bare.parameters.length);
});

test("a group is meant with all that stands below it", () => {
  const [outer] = mill.file.groups.filter((each) => (each.groups?.length ?? 0) > 0);
  const inner = outer!.groups!.map((each) => each.id);
  expect(codes(mill, { groups: [outer!.id] })).toEqual(codes(mill, { groups: inner }));
  expect(codes(mill, { groups: [inner[0]!] }).length).toBeLessThan(codes(mill, { groups: inner }).length);
});

test("narrowed twice is narrowed by both", () => {
  const both = codes(mill, { sets: [2], groups: ["rmp"] });
  expect(both.length).toBeGreaterThan(0);
  expect(both).toEqual(
    codes(mill, { sets: [2] }).filter((each) => codes(mill, { groups: ["rmp"] }).includes(each)),
  );
});

test("what is counted for a person to choose from is what would be kept", () => {
  const cases: Array<[typeof rack, Scope]> = [
    [rack, EVERYTHING],
    [rack, { axes: [0, 2] }],
    [rack, { groups: [partsOf(rack).groups[3]!.id] }],
    [mill, { sets: [0, 2] }],
    [mill, { options: false }],
    [
      mill,
      {
        sets: [1],
        options: false,
        groups: partsOf(mill)
          .groups.slice(0, 2)
          .map((each) => each.id),
      },
    ],
    [rill, { axes: [3], sets: [2] }],
  ];
  for (const [definition, scope] of cases)
    expect(countOf(partsOf(definition), scope)).toBe(withinScope(definition, scope).length);
  expect(partsOf(rack).axes).toEqual([1, 2, 3]);
  expect(partsOf(mill)).toMatchObject({ axes: [], sets: [1, 2, 3], options: true });
  expect(partsOf(rill)).toMatchObject({ axes: [], sets: [], options: false });
});
