import { describe, expect, test } from "@jest/globals";
import { addressOf, definitionFor, type Address, type Definition } from "@/core/definition";
import { decodeState } from "@/core/drive";
import { definitions, plover, rill } from "@/families/testing";

/** The state of a drive whose status words hold this; every other word is 0. */
function stateWith(definition: Definition, words: Array<[Address, number, axis?: number]>) {
  return decodeState(definition, (address, axis) => {
    const found = words.find(
      ([at, , of]) => addressOf(at) === addressOf(address) && (of === undefined || of === axis),
    );
    return found?.[1] ?? 0;
  });
}

describe("what is missing before it runs", () => {
  test("each condition that its sign gives, in the definition's order, with where to look", () => {
    const missing = stateWith(rill, [
      [48, 0b0],
      [52, 0b101],
    ]).missing!;
    expect(missing.map((each) => each.text)).toEqual([
      "The safe-off circuit is open",
      "Nothing commands it to run",
      "The reference is zero",
    ]);
    expect(missing.every((each) => each.look.length > 10 && each.axis === undefined)).toBe(true);
  });
  test("a run command that stands is nothing that is missing", () => {
    expect(stateWith(rill, [[48, 0b10]]).missing).toEqual([]);
  });
  test("of a rack each axis says what it lacks", () => {
    const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
    const { missing } = stateWith(rack, [
      ["5F80.04", 0b001, 1],
      ["5F80.04", 0b1001, 2],
    ]);
    expect(missing).toMatchObject([{ axis: 2, text: "It has not been homed" }]);
  });
  test("a definition that does not say how the drive tells: not told, never nothing", () => {
    const { missing: _, ...state } = rill.file.state;
    const untold = { ...rill, file: { ...rill.file, state } };
    expect(stateWith(untold, [[52, 0b1111]]).missing).toBeUndefined();
  });
  test("every family that ships names a run command among it", () => {
    for (const { id, file } of definitions) {
      const { missing, runCommand } = file.state;
      const named = missing?.some(
        (each) => each.inverted && each.address === runCommand?.address && each.bit === runCommand.bit,
      );
      expect([id, named]).toEqual([id, true]);
    }
  });
});

test("a trip says what it may come from and what to do, as its definition has it; an unknown one says nothing", () => {
  const known = stateWith(rill, [
    [48, 0b1000],
    [49, 21],
  ]).trip!;
  expect(known).toMatchObject({
    number: 21,
    causes: rill.file.trips.find((each) => each.number === 21)!.causes,
    remedies: ["Lengthen 1r", "Measure motor and cable without the drive"],
  });
  const unknown = stateWith(rill, [
    [48, 0b1000],
    [49, 999],
  ]).trip!;
  expect(unknown.causes).toBeUndefined();
});
