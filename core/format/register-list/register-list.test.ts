import { describe, expect, test } from "@jest/globals";
import { loadDefinition } from "@/core/definition";
import type { Imported } from "../imported";
import { readAddress, readChoices, readDecimal, readRange, readType } from "./cells";
import { about, link } from "./testing";
import { definitionFromList, guessColumns } from "./index";

function imported(lines: string[], base: 0 | 1 = 0): Imported {
  const rows = lines.map((each, i) => ({ line: i + 1, cells: each.split("|").map((cell) => cell.trim()) }));
  return definitionFromList(rows, { ...guessColumns(rows.map((each) => each.cells)), base }, about, link);
}
const HEAD =
  "No | Parameter name | Register | Data type | Scale | Unit | Range | Default | Selection | R/W | Menu";

describe("columns are guessed from their headings, wherever these stand", () => {
  test("English, under a title", () => {
    const guess = guessColumns([
      ["Lark drive, list of registers"],
      [],
      HEAD.split("|").map((each) => each.trim()),
    ]);
    expect(guess).toEqual({
      headRow: 2,
      mapping: {
        code: 0,
        name: 1,
        address: 2,
        type: 3,
        scale: 4,
        unit: 5,
        range: 6,
        default: 7,
        choices: 8,
        access: 9,
        group: 10,
      },
    });
  });
  test("German", () => {
    expect(
      guessColumns([["Nr", "Bezeichnung", "Adresse", "Datentyp", "Einheit", "Werkseinstellung"]]).mapping,
    ).toEqual({ code: 0, name: 1, address: 2, type: 3, unit: 4, default: 5 });
  });
  test("a description beside a name is help", () => {
    expect(guessColumns([["Address", "Name", "Description"]]).mapping).toEqual({
      address: 0,
      name: 1,
      help: 2,
    });
  });
});

describe("cells as people write them", () => {
  test.each([
    ["40001", 0, { address: 0, input: false }],
    ["30011", 0, { address: 10, input: true }],
    ["400102", 1, { address: 101, input: false }],
    ["0x1F4", 0, { address: 500, input: false }],
    ["1F4h", 0, { address: 500, input: false }],
    ["12", 1, { address: 11, input: false }],
    ["0", 1, undefined],
    ["70000", 0, undefined],
    ["P12", 0, undefined],
  ] as const)("register %s, counted from %i", (text, base, expected) => {
    const listed = /^[34]\d{4,5}$/.test(text);
    expect(readAddress(text, { base, radix: 10, numbering: listed ? "listed" : "plain" })).toEqual(expected);
  });
  test.each([
    ["UINT16", "u16"],
    ["signed int 32", "i32"],
    ["REAL", "float32"],
    ["word", "u16"],
    ["DINT", "i32"],
    ["string(16)", "text"],
    ["bitfield", "bits16"],
    ["LINT", "i64"],
    ["INT", "i16"],
  ])("type %s", (text, type) => {
    expect(readType(text)?.type).toBe(type);
  });
  test.each([
    ["float CDAB", { type: "float32", wordOrder: "low-first" }],
    ["UINT32 (BADC)", { type: "u32", wordOrder: "high-first, bytes-swapped" }],
    ["i32_dcba", { type: "i32", wordOrder: "low-first, bytes-swapped" }],
  ])("type %s, with its order", (text, typed) => {
    expect(readType(text)).toEqual(typed);
  });
  test("a type nobody knows is none", () => {
    expect(readType("BCD")).toBeUndefined();
  });
  test.each([
    ["0,5", 0.5],
    ["-3.2 s", -3.2],
    ["1e3", 1000],
    ["n/a", undefined],
    ["1.2.3", undefined],
  ])("number %s", (text, value) => {
    expect(readDecimal(text)).toBe(value);
  });
  test.each([
    ["0..100", { min: 0, max: 100 }],
    ["0.1 to 600.0 s", { min: 0.1, max: 600 }],
    ["-10 … 10", { min: -10, max: 10 }],
    ["0-50", { min: 0, max: 50 }],
    ["0: Off", undefined],
  ])("range %s", (text, range) => {
    expect(readRange(text)).toEqual(range);
  });
  test.each([
    ["0=Off; 1=On", ["Off", "On"]],
    ["0: Coast, 1: Ramp, quick, 2: DC", ["Coast", "Ramp, quick", "DC"]],
    ["0=No\n1=Yes", ["No", "Yes"]],
    ["none", []],
  ])("choices %j", (text, words) => {
    expect(readChoices(text).map((each) => each.text)).toEqual(words);
  });
});

test("a list becomes a definition that loads, with what each row says", () => {
  const made = imported([
    HEAD,
    "P1 | Up time | 40101 | uint16 | 0.1 | s | 0.1..600 | 5 | | RW | Ramps",
    "P2 | Way to stop | 40102 | uint16 | | | | Ramp | 0=Coast; 1=Ramp | RW | Ramps",
    "P3 | Current | 30003 | int16 | 1/100 | A | | | | R | Now",
    "P4 | Hours | 40104 | uint32 | | h | | | | R | Now",
  ]);
  // Only what the list as a whole does not tell is asked.
  expect(made.notes.map((each) => [each.line, each.what])).toEqual([
    [0, "Input registers"],
    [0, "Values of several registers"],
  ]);
  const definition = loadDefinition(JSON.stringify(made.file), "lark");
  expect(definition.byCode.get("P1")).toMatchObject({
    address: 100,
    unit: "s",
    rawMin: 1,
    rawMax: 6000,
    rawDefault: 50,
    decimals: 1,
  });
  expect(definition.byCode.get("P2")).toMatchObject({
    rawDefault: 1,
    choices: [
      { value: 0, text: "Coast" },
      { value: 1, text: "Ramp" },
    ],
  });
  expect(definition.byCode.get("P3")).toMatchObject({
    address: 2,
    kind: "measured",
    readOnly: true,
    decimals: 2,
  });
  expect(definition.groups.map((each) => each.title)).toEqual(["Ramps", "Now"]);
});

describe("a row that does not fit is said, with its line, and the others are taken", () => {
  const GOOD = "P1 | Up time | 100 | u16 | 0.1 | s | 0..600 | 5 | | RW | Ramps";
  const CASES: Array<[what: string, row: string, pattern: RegExp, verdict: string]> = [
    ["no register", "P2 | Heading | | | | | | | | | ", /no register in this row/, "left-out"],
    [
      "a register that is none",
      "P2 | x | 99999 | u16 | | | | | | RW | ",
      /"99999" is no register/,
      "left-out",
    ],
    ["a type nobody knows", "P2 | x | 7 | BCD | | | | | | RW | ", /"BCD" is no type/, "left-out"],
    ["a code twice", "P1 | x | 7 | u16 | | | | | | RW | ", /stands already on line 2/, "left-out"],
    [
      "a register twice",
      "P2 | x | 100 | u16 | | | | | | RW | ",
      /belongs to P1 already \(line 2\)/,
      "left-out",
    ],
    ["a 32-bit value over its neighbour", "P2 | x | 99 | u32 | | | | | | RW | ", /belongs to P1/, "left-out"],
    [
      "a default outside its range",
      "P2 | x | 7 | u16 | | | 0..10 | 50 | | RW | ",
      /do not fit each other/,
      "changed",
    ],
    [
      "a default between two steps",
      "P2 | x | 7 | u16 | 0.5 | s | | 0.7 | | RW | ",
      /do not fit each other/,
      "changed",
    ],
    [
      "a default that is no number",
      "P2 | x | 7 | u16 | | | | lots | | RW | ",
      /"lots" is no number/,
      "changed",
    ],
    ["a scale that is none", "P2 | x | 7 | u16 | fast | | | | | RW | ", /"fast" is no step/, "changed"],
    ["write only", "P2 | x | 7 | u16 | | | | | | W | ", /only be written/, "left-out"],
  ];
  test.each(CASES)("%s", (_what, row, pattern, verdict) => {
    const made = imported([HEAD, GOOD, row, "P9 | last | 900 | u16 | | | | | | RW | "]);
    expect(
      made.notes.filter((each) => pattern.test(each.reason)).map((each) => [each.line, each.verdict]),
    ).toEqual([[3, verdict]]);
    const definition = loadDefinition(JSON.stringify(made.file), "x");
    expect(definition.byCode.has("P1") && definition.byCode.has("P9")).toBe(true);
    expect(definition.byCode.has("P2")).toBe(verdict === "changed");
  });
});
