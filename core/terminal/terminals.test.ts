import { expect, test } from "@jest/globals";
import { definitionFor, loadDefinition } from "@/core/definition";
import type { RawValue } from "@/core/value";
import { definitions, hollin, plover, rill, runnel } from "@/families/testing";
import { terminalsOf, terminalStateCodes } from "./terminals";

const of = (definition: typeof rill, values: Array<[string, RawValue]>, name: string) =>
  terminalsOf(definition, new Map(values)).find((each) => each.name === name);

test("every family says its terminals, each under a name of its own", () => {
  for (const definition of definitions) {
    const names = terminalsOf(definition, new Map()).map((each) => each.name);
    expect(names.length).toBeGreaterThan(8);
    expect(new Set(names).size).toBe(names.length);
  }
});
test("a switched input: its function in words, its own bit of the state, what is set for it", () => {
  const values: Array<[string, RawValue]> = [
    ["3t", 11],
    ["10y", 0b100],
    ["8t", 5],
  ];
  expect(of(rill, values, "SWITCH 3")).toEqual({
    name: "SWITCH 3",
    kind: "switched-input",
    does: { code: "3t", name: "Input 3", text: "External trip" },
    state: { code: "10y", name: "State of the inputs", text: "on" },
    amount: undefined,
    settings: [{ code: "8t", name: "Filter of the inputs", text: "5 ms" }],
  });
  expect(of(rill, values, "SWITCH 2")).toMatchObject({ does: undefined, state: { text: "off" } });
});
test.each([
  [2, 500, "12.00 mA"],
  [2, 0, "4.00 mA"],
  [1, 500, "10.00 mA"],
  [0, 1000, "10.00 V"],
])("an analogue one of kind %i at %i per mille is %s", (kind, state, amount) => {
  expect(
    of(
      rill,
      [
        ["11t", kind],
        ["12y", state],
      ],
      "SIGNAL 1",
    ),
  ).toMatchObject({ amount });
});
test("an analogue input is for whoever looks at it; nobody is said only when all were asked", () => {
  expect(
    of(
      rill,
      [
        ["1f", 1],
        ["18c", 0],
      ],
      "SIGNAL 1",
    )?.does,
  ).toEqual({
    code: "1f, 18c",
    name: "",
    text: "Source of the reference, Source of the actual value",
  });
  expect(of(rill, [["1f", 3]], "SIGNAL 1")?.does).toBeUndefined();
  const none = (rill.file.terminals ?? []).find((each) => each.name === "SIGNAL 1")!.usedBy!;
  const all = none.map((each): [string, RawValue] => [each.code, 3]);
  expect(of(rill, all, "SIGNAL 1")?.does).toMatchObject({ text: "nobody looks at it" });
});
test("volts below nought, and a kind without volts or milliamperes", () => {
  expect(
    of(
      runnel,
      [
        ["TM311", 1],
        ["DG115", 2500],
      ],
      "LEVEL 1",
    )?.amount,
  ).toBe("-5.00 V");
  expect(
    of(
      hollin,
      [
        ["H.ain.11", 4],
        ["H.now.14", 500],
      ],
      "GAUGE 1",
    )?.amount,
  ).toBeUndefined();
});
test("what was not read, and what nobody tells, is not off", () => {
  expect(of(rill, [["3t", 1]], "SWITCH 3")).toMatchObject({ state: undefined, amount: undefined });
  expect(of(rill, [], "METER")).toMatchObject({ does: undefined, state: undefined });
});
test("each axis has its own, and bits of a word of 32", () => {
  const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
  const values: Array<[string, RawValue]> = [
    ["60FD.00", 2 ** 16],
    ["2:60FD.00", 2 ** 31 + 2 ** 17],
  ];
  expect(of(rack, values, "Axis 1: WIRE 1")?.state?.text).toBe("on");
  expect(of(rack, values, "Axis 2: WIRE 1")?.state?.text).toBe("off");
  expect(of(rack, values, "Axis 2: WIRE 2")?.state).toMatchObject({ code: "2:60FD.00", text: "on" });
  expect(terminalStateCodes(rack)).toEqual(expect.arrayContaining(["60FD.00", "2:60FD.00", "2:2042.05"]));
});
test("a code that is none is refused", () => {
  const file = { ...rill.file, terminals: [{ name: "X", kind: "switched-input", does: "99z" }] };
  expect(() => loadDefinition(JSON.stringify(file), "x.json")).toThrow(/the code of a parameter/);
});
