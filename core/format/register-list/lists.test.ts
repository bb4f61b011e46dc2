import { describe, expect, test } from "@jest/globals";
import { loadDefinition } from "@/core/definition";
import { about, link } from "./testing";
import { definitionFromList, guessColumns, type ListOptions } from "./index";

/** A list as an engineer wrote it, and what came of it: by code, and what is asked. */
function read(text: string, more: Partial<ListOptions> = {}) {
  const rows = text
    .trim()
    .split("\n")
    .map((each, i) => ({ line: i + 1, cells: each.split("|").map((cell) => cell.trim()) }));
  const made = definitionFromList(
    rows,
    { ...guessColumns(rows.map((each) => each.cells)), base: 0, ...more },
    about,
    link,
  );
  const definition = loadDefinition(JSON.stringify(made.file), "lark");
  const asked = made.notes.filter((each) => each.line === 0).map((each) => each.what);
  return { of: (code: string) => definition.byCode.get(code), notes: made.notes, asked, definition };
}

describe("registers as engineers write them", () => {
  test.each<[string, string, number[]]>([
    ["old numbering throughout", "40001\n40002\n40110", [0, 1, 109]],
    ["with a cross", "4x00101\n4x00102\n4x00200", [100, 101, 199]],
    ["with a colon", "4:00101\n4:00102\n4:00200", [100, 101, 199]],
    ["six digits", "400001\n400002\n465536", [0, 1, 65_535]],
    ["of a programmable controller", "16#64\n16#65\n16#FF", [100, 101, 255]],
    ["with a dollar", "$0064\n$0065\n$00FF", [100, 101, 255]],
    ["hexadecimal without a mark, as its letters show", "0010\n001A\n00FF", [16, 26, 255]],
    ["with an h behind", "10h\n1Ah\nFFh", [16, 26, 255]],
    ["decimal", "0\n5\n29000", [0, 5, 29_000]],
  ])("%s", (_, addresses, expected) => {
    const { definition, asked } = read(
      `Register | Name | Type\n${addresses
        .split("\n")
        .map((each, i) => `${each} | P${i} | u16`)
        .join("\n")}`,
    );
    expect(definition.parameters.map((each) => each.address)).toEqual(expected);
    expect(asked).not.toContain("Registers");
  });
  test("registers above 40000 among others are themselves, and that is asked; a person says otherwise", () => {
    const list = "Register | Name | Type\n100 | A | u16\n40960 | B | u16\n50000 | C | u16";
    const guessed = read(list);
    expect(guessed.definition.parameters.map((each) => each.address)).toEqual([100, 40_960, 50_000]);
    expect(guessed.asked).toContain("Registers");
    const told = read(list, { numbering: "listed" });
    expect(told.definition.parameters.map((each) => each.address)).toContain(959);
    expect(told.asked).not.toContain("Registers");
  });
  test("leading zeros may be hexadecimal: asked, and as a person says", () => {
    const list = "Register | Name | Type\n0010 | A | u16\n0020 | B | u16";
    expect(read(list).asked).toContain("Registers");
    expect(read(list).of("A10")!.address).toBe(10);
    expect(read(list, { radix: 16 }).of("A16")!.address).toBe(16);
  });
  test("a heading says hexadecimal", () => {
    expect(
      read("Address (hex) | Name | Type\n0010 | A | u16\n0020 | B | u16").definition.parameters.map(
        (each) => each.address,
      ),
    ).toEqual([16, 32]);
  });
  test("first to last: as many registers as its type takes, or it is left out", () => {
    const { of, notes } = read(
      "Register | Code | Type\n110-111 | P1 | u32\n112-113 | P2 | u16\n114-115 | P3 | \n0 | P4 | u16",
    );
    expect(of("P1")).toMatchObject({ address: 110, registers: 2 });
    expect(of("P2")).toBeUndefined();
    expect(notes.find((each) => each.line === 3)!.reason).toContain("2 registers, and a u16 takes 1");
    expect(of("P3")).toMatchObject({ address: 114, type: "u32" });
  });
});

describe("steps, limits and defaults", () => {
  const value = (code: string, list: string, more = {}) => {
    const { decimals, rawMax, rawDefault } = read(list, more).of(code)!;
    return { decimals, rawMax, rawDefault };
  };
  test.each([
    ["x10", "0.1..600.0", 1, 6000],
    ["×100", "0.10..60.00", 2, 6000],
    ["10^-2", "0.10..60.00", 2, 6000],
    ["10⁻¹", "0.1..600.0", 1, 6000],
    ["1/10", "0.1..600.0", 1, 6000],
    ["0,1", "0,1..600,0", 1, 6000],
    ["/10", "0.1..600.0", 1, 6000],
    ["x0.1", "0.1..600.0", 1, 6000],
  ])("a step told as %s", (scale, range, decimals, rawMax) => {
    const list = `Code | Register | Type | Scale | Range\nP1 | 0 | u16 | ${scale} | ${range}`;
    expect(value("P1", list)).toMatchObject({ decimals, rawMax });
  });
  test("a column of 1, 10 and 100 is what to divide by, and that is asked", () => {
    const list =
      "Code | Register | Type | Scaling | Max\nP1 | 0 | u16 | 10 | 60.0\nP2 | 1 | u16 | 100 | 1.00\nP3 | 2 | u16 | 1 | 9";
    expect(value("P1", list)).toMatchObject({ decimals: 1, rawMax: 600 });
    expect(value("P2", list)).toMatchObject({ decimals: 2, rawMax: 100 });
    expect(read(list).asked).toContain("Steps");
  });
  test("raw limits are known by what would not fit the register; without a sign it is asked", () => {
    const raw =
      "Code | Register | Type | Scale | Max | Default\nP1 | 0 | u16 | 0.1 | 60000 | 50\nP2 | 1 | u16 | 0.1 | 6000 | 50";
    expect(value("P1", raw)).toMatchObject({ rawMax: 60_000, rawDefault: 50 });
    expect(value("P2", raw)).toMatchObject({ rawMax: 6000, rawDefault: 50 });
    expect(read(raw).asked).not.toContain("Limits and defaults");
    const open = "Code | Register | Type | Scale | Max | Default\nP2 | 0 | u16 | 0.1 | 600 | 5";
    expect(read(open).asked).toContain("Limits and defaults");
    expect(value("P2", open)).toMatchObject({ rawMax: 6000, rawDefault: 50 });
    expect(value("P2", open, { limits: "raw" })).toMatchObject({ rawMax: 600, rawDefault: 5 });
  });
  test("10,000 is ten or ten thousand: it is not guessed", () => {
    const { of, notes } = read("Code | Register | Type | Max\nP1 | 0 | u16 | 10,000");
    expect(of("P1")!.rawMax).toBeUndefined();
    expect(notes.find((each) => each.line === 2)!.reason).toContain('"10,000" is no number');
  });
  test("a range in hexadecimal; one that is not understood is said", () => {
    const { of, notes } = read(
      "Code | Register | Type | Range\nP1 | 0 | u16 | 0x0000-0x00FF\nP2 | 1 | u16 | 5 up to P1",
    );
    expect(of("P1")).toMatchObject({ rawMin: 0, rawMax: 255 });
    expect(notes.find((each) => each.line === 3)!.reason).toContain("is no range that is understood");
  });
  test("without a type: a sign where a limit is negative, and the types are asked", () => {
    const { of, asked } = read("Code | Register | Range\nP1 | 0 | -100..100\nP2 | 1 | 0..100");
    expect([of("P1")!.type, of("P2")!.type]).toEqual(["i16", "u16"]);
    expect(asked).toContain("Types");
  });
});

describe("words of several languages", () => {
  test.each([
    ["RO", true],
    ["nur lesen", true],
    ["Lesen", true],
    ["lecture seule", true],
    ["L", true],
    ["R/W", false],
    ["Lesen/Schreiben", false],
    ["L/S", false],
    ["lecture/écriture", false],
    ["L/E", false],
    ["monitor", true],
  ])("%s", (word, readOnly) => {
    const { of, notes } = read(`Code | Register | Type | Access\nP1 | 0 | u16 | ${word}`);
    expect(of("P1")!.readOnly).toBe(readOnly);
    expect(notes.filter((each) => each.line > 0)).toEqual([]);
  });
  test("a word nobody knows is not taken for leave to write", () => {
    const { of, notes } = read("Code | Register | Type | Access\nP1 | 0 | u16 | C2");
    expect(of("P1")!.readOnly).toBe(true);
    expect(notes.find((each) => each.line === 2)).toMatchObject({ verdict: "changed" });
  });
  test("French headings, chapters as groups, units in brackets and behind a range", () => {
    const { of, definition } = read(`
      Variateur Lark, liste des registres
      Paramètre | Désignation | Adresse Modbus | Type de données | Plage | Réglage usine | Accès
      Rampes | | | | | |
      P1 | Temps [s] | 0 | u16 | 0..600 | 5 | L/E
      P2 | Courant | 1 | u16 | 0..100 A | 10 | L
      Réseau | | | | | |
      P3 | Adresse | 2 | u16 | 1..247 | 1 | L/E`);
    expect(definition.groups.map((each) => each.title)).toEqual(["Rampes", "Réseau"]);
    expect(of("P1")).toMatchObject({ name: "Temps", unit: "s", rawDefault: 5 });
    expect(of("P2")).toMatchObject({ unit: "A", readOnly: true });
    expect(of("P3")!.group).toBe(definition.groups[1]!.id);
  });
  test("bits told as choices are bits", () => {
    const { of, notes } = read(
      "Code | Register | Type | Choices\nP1 | 0 | u16 | Bit 0: Ready; Bit 1: Trip; Bit 7: Local",
    );
    expect(of("P1")).toMatchObject({ type: "bits16" });
    expect(of("P1")!.bits!.map((each) => each.bit)).toEqual([0, 1, 7]);
    expect(notes.some((each) => each.reason.includes("bits"))).toBe(true);
  });
  test("a kind in the list is its kind; a name that sounds like a command is a setting where the list says so", () => {
    const { of } = read(
      "Code | Name | Register | Type | Kind\nP1 | Reset delay | 0 | u16 | setting\nP2 | Reset | 1 | u16 | \nP3 | Anything | 2 | u16 | command",
    );
    expect(["P1", "P2", "P3"].map((each) => of(each)!.kind)).toEqual(["setting", "command", "command"]);
  });
});

test("that no write permission is asked for stands in a definition only where somebody said so", () => {
  const rows = [
    { line: 1, cells: ["Register", "Name"] },
    { line: 2, cells: ["0", "Up"] },
  ];
  const options: ListOptions = { ...guessColumns(rows.map((each) => each.cells)), base: 0 };
  const made = (said: object) => definitionFromList(rows, options, { ...about, ...said }, link).file;
  expect(made({})).not.toHaveProperty("asksNoPermission");
  expect(made({ asksNoPermission: true }).asksNoPermission).toBe(true);
  const permission = { given: { address: 9, bit: 0 }, howTo: "Press OK.", withoutIt: "refuses" };
  expect(made({ asksNoPermission: true, permission })).not.toHaveProperty("asksNoPermission");
});
