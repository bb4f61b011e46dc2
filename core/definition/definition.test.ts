import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import {
  compareFirmware,
  defaultFor,
  DefinitionError,
  definitionJsonSchema,
  firmwareFits,
  loadDefinition,
  parameterFor,
  type DefinitionFile,
} from "@/core/definition";
import { readFamilies } from "@/families/read";
import { definitions as laidOut } from "@/families/testing";

const text = readFileSync("families/fennimore/rill.json", "utf8");

/** Rill with something changed; gives the complaints about it. */
function complaints(change: (file: DefinitionFile & Record<string, unknown>) => void): string {
  const file = JSON.parse(text) as DefinitionFile & Record<string, unknown>;
  change(file);
  try {
    loadDefinition(JSON.stringify(file), "changed.json");
    return "";
  } catch (error) {
    if (!(error instanceof DefinitionError)) throw error;
    return error.message;
  }
}
const first = (file: DefinitionFile) => file.groups[0]!.groups![0]!.parameters!;

test("every family that ships is sound", () => {
  const families = readFamilies();
  expect(families.map((each) => each.id)).toContain("fennimore-rill-4");
  const rill = families.find((each) => each.id === "fennimore-rill-4")!;
  expect(rill.parameters.length).toBeGreaterThanOrEqual(180);
  expect(rill.groups.length).toBeGreaterThanOrEqual(9);
  expect(rill.file.ratings).toHaveLength(3);
  expect(laidOut).toEqual(families);
});

describe("a file that cannot be used is refused, and says where, what and how to mend it", () => {
  test.each<[string, (file: DefinitionFile & Record<string, unknown>) => void, RegExp[]]>([
    [
      "an unknown type",
      (file) => {
        (first(file)[1] as { type: string }).type = "u23";
      },
      [/parameters\[1\]\.type \(2a\)/, /"u23"/, /one of u8, i8, u16/],
    ],
    [
      "a duplicate code",
      (file) => {
        first(file)[2]!.code = "2a";
      },
      [/the code 2a again/, /stands first at groups\[0\]/],
    ],
    [
      "overlapping registers",
      (file) => {
        first(file)[1]!.type = "u32";
      },
      [/3a\.address: found register 1033, which 2a also uses \(1032 to 1033\)/],
    ],
    [
      "a default out of range",
      (file) => {
        first(file)[5]!.default = 40;
      },
      [/6a.*found 40, expected 6a must be at most 12\.0 kHz/],
    ],
    [
      "a default between two steps",
      (file) => {
        first(file)[5]!.default = 4.05;
      },
      [/found 4\.05/, /steps of 0\.1/],
    ],
    [
      "a choice without a number",
      (file) => {
        delete (first(file)[1]!.choices![0] as Partial<{ value: number }>).value;
      },
      [/choices\[0\]\.value \(2a\)/, /found nothing/, /Add it/],
    ],
    [
      "a text without a length",
      (file) => {
        delete first(file)[0]!.length;
      },
      [/length \(1a\)/],
    ],
    [
      "min above max",
      (file) => {
        first(file)[5]!.min = 13;
      },
      [/min 13 above max 12/],
    ],
    [
      "a rule about a code that is not there",
      (file) => {
        file.rules[0]!.lower = "Z999";
      },
      [/rules\[0\]\.lower: found Z999/],
    ],
    [
      "a rating's default for no parameter",
      (file) => {
        file.ratings[0]!.defaults!.Z1 = 3;
      },
      [/ratings\[0\] \(R-030\) Z1/],
    ],
    [
      "no way to tell the family",
      (file) => {
        file.identity = file.identity.filter((each) => each.field !== "family");
      },
      [/no field "family"/],
    ],
    [
      "something nobody knows",
      (file) => {
        file.colour = "blue";
      },
      [/colour/],
    ],
  ])("%s", (_name, change, patterns) => {
    const said = complaints(change);
    expect(said).toContain("changed.json cannot be used");
    for (const pattern of patterns) expect(said).toMatch(pattern);
  });
  test("no JSON at all", () => {
    expect(() => loadDefinition("{ not", "broken.json")).toThrow(/broken\.json.*\n.*text that is no JSON/);
  });
});

test("defaults and limits follow the rating", () => {
  const rill = loadDefinition(text, "rill.json");
  const power = rill.byCode.get("1m")!;
  expect(defaultFor(rill, power, "R-030")).toBe(300);
  expect(defaultFor(rill, power, "R-090")).toBe(900);
  expect(defaultFor(rill, power, "R-999")).toBe(300);
  expect(parameterFor(rill, power, "R-030").rawMax).toBe(450);
  expect(parameterFor(rill, power, undefined).rawMax).toBe(3000);
});

test("firmware is compared number by number", () => {
  expect(compareFirmware("3.10", "3.9")).toBeGreaterThan(0);
  expect(compareFirmware("3.0", "3")).toBe(0);
  expect(firmwareFits("3.99", { from: "3.0", below: "4.0" })).toBe(true);
  expect(firmwareFits("4.0", { from: "3.0", below: "4.0" })).toBe(false);
  expect(firmwareFits("2.9", { from: "3.0" })).toBe(false);
});

test("the published JSON Schema is that of the validation", () => {
  expect(JSON.parse(readFileSync("docs/definition.schema.json", "utf8"))).toEqual(definitionJsonSchema());
});

test("no two vendors number their trips alike, and what is expected without mains is one of them", () => {
  const families = readFamilies();
  const byVendor = new Map<string, Set<number>>();
  for (const { file } of families)
    for (const { number } of file.trips)
      byVendor.set(file.vendor, (byVendor.get(file.vendor) ?? new Set()).add(number));
  const numbers = [...byVendor.values()].flatMap((each) => [...each]);
  expect(byVendor.size).toBeGreaterThanOrEqual(3);
  expect(new Set(numbers).size).toBe(numbers.length);
  for (const { file } of families)
    expect(file.trips.map((each) => each.number)).toContain(file.withoutMains!.trip);
});
