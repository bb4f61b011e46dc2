import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { loadDefinition } from "@/core/definition";
import type { ImportAbout, Imported } from "../imported";
import { readNumber } from "./number";
import { definitionFromEds, identityFromEds, readEds } from "./index";

const about = (text: string): ImportAbout => ({
  vendor: "Thornbury",
  family: "Wren",
  about: "A small servo.",
  firmwareFrom: "0",
  supply: "",
  identity: identityFromEds(readEds(text)),
});
const imported = (text: string, node = 5): Imported => definitionFromEds(readEds(text), about(text), node);
const HEAD = `[FileInfo]
FileVersion=2
[DeviceInfo]
VendorName=Thornbury
VendorNumber=0x4711
ProductName=Wren
ProductNumber=12
RevisionNumber=0x20001
[MandatoryObjects]
SupportedObjects=2
1=0x1000
2=0x1018
[1000]
ParameterName=Device type
DataType=7
AccessType=ro
DefaultValue=0x20192
[1018]
ParameterName=Identity
ObjectType=9
SubNumber=5
[1018sub0]
ParameterName=Number of entries
DataType=5
AccessType=const
DefaultValue=4
[1018sub1]
ParameterName=Vendor
DataType=7
AccessType=ro
[1018sub4]
ParameterName=Serial number
DataType=7
AccessType=ro
`;
/** The line behind the head. */
const AFTER = HEAD.split("\n").length;
const object = (index: string, lines: string): string => `[${index}]\nParameterName=Thing\n${lines}\n`;
const noteOn = (made: Imported, pattern: RegExp) =>
  made.notes
    .filter((each) => pattern.test(`${each.what} ${each.reason}`))
    .map((each) => [each.line, each.verdict]);

describe("numbers of a data sheet", () => {
  test.each([
    ["10", 10n, false],
    ["0x1F", 31n, false],
    ["017", 15n, false],
    ["0", 0n, false],
    ["-5", -5n, false],
    ["$NODEID+0x180", 0x180n, true],
    ["$nodeid + 0x200", 0x200n, true],
    ["0x600+$NODEID", 0x600n, true],
    ["$NODEID", 0n, true],
  ] as const)("%s", (text, value, addsNode) => {
    expect(readNumber(text)).toEqual({ value, addsNode });
  });
  test.each(["", "abc", "09", "0x", "1.5", "$NODE+1"])("%j is none", (text) => {
    expect(readNumber(text)).toBeUndefined();
  });
  test("decimal, hexadecimal and octal say the same number", () => {
    fc.assert(
      fc.property(fc.nat(), (value) => {
        for (const text of [String(value), `0x${value.toString(16)}`, `0${value.toString(8)}`])
          expect(readNumber(text)?.value).toBe(BigInt(value));
      }),
    );
  });
});

describe("what is taken", () => {
  test("identity, objects, limits, defaults, and a definition that loads", () => {
    const made = imported(
      `${HEAD}${object("6083", "ObjectType=7\nDataType=0x0007\nAccessType=rw\nDefaultValue=5000\nLowLimit=1\nHighLimit=0xFFFFFFFF")}${object("6041", "DataType=6\nAccessType=ro")}`,
    );
    const definition = loadDefinition(JSON.stringify(made.file), "wren");
    expect(made.file.identity).toEqual([
      { field: "family", address: "1018.01", type: "u32", equals: 0x4711 },
      { field: "family", address: "1018.02", type: "u32", equals: 12 },
      { field: "serial", address: "1018.04", type: "u32" },
    ]);
    expect(definition.byCode.get("6083.00")).toMatchObject({
      type: "u32",
      rawMin: 1,
      rawDefault: 5000,
      kind: "setting",
      readOnly: false,
    });
    expect(definition.byCode.get("6083.00")!.rawMax).toBeUndefined();
    expect(definition.byCode.get("1000.00")).toMatchObject({ kind: "measured", readOnly: true });
    expect(made.file.state).toMatchObject({ running: { address: "6041.00", bit: 2 } });
    expect(made.notes).toEqual([]);
  });
  test("the mode of operation is a setting that is written only while the motor stands, on every axis, and it is said", () => {
    const made = imported(
      HEAD +
        object("6060", "DataType=2\nAccessType=rw") +
        object("6860", "DataType=2\nAccessType=rw") +
        object("6061", "DataType=2\nAccessType=ro"),
    );
    const { byCode } = loadDefinition(JSON.stringify(made.file), "wren");
    expect(["6060.00", "6860.00", "6061.00"].map((code) => byCode.get(code)!.effect)).toEqual([
      "stopped-only",
      "stopped-only",
      "at-once",
    ]);
    expect(noteOn(made, /chooses the mode/)).toHaveLength(2);
  });
  test("what depends on the node's address is worked out for the usual one", () => {
    const made = imported(
      `${HEAD}${object("1400", "ObjectType=9\nSubNumber=1")}${object("1400sub1", "DataType=7\nAccessType=rw\nDefaultValue=$NODEID+0x200")}`,
      5,
    );
    expect(loadDefinition(JSON.stringify(made.file), "x").byCode.get("1400.01")).toMatchObject({
      rawDefault: 0x205,
      kind: "communication",
    });
  });
  test("an array described once, with names of its own", () => {
    const made = imported(
      `${HEAD}${object("2100", "ObjectType=8\nDataType=3\nAccessType=rw\nDefaultValue=-7\nCompactSubObj=3")}[2100Name]\nNrOfEntries=1\n2=Middle one\n`,
    );
    const definition = loadDefinition(JSON.stringify(made.file), "x");
    expect(
      ["2100.01", "2100.02", "2100.03"].map((code) => [
        definition.byCode.get(code)!.name,
        definition.byCode.get(code)!.rawDefault,
      ]),
    ).toEqual([
      ["Thing 1", -7],
      ["Thing: Middle one", -7],
      ["Thing 3", -7],
    ]);
  });
  test("a signed default that is written as bits, a 64-bit value, a float, a text", () => {
    const made = imported(
      `${HEAD}${object("2001", "DataType=3\nAccessType=rw\nDefaultValue=0xFFFF")}${object("2002", "DataType=0x1B\nAccessType=rw\nDefaultValue=18446744073709551615")}${object("2003", "DataType=8\nAccessType=rw\nDefaultValue=0.1")}${object("2004", "DataType=9\nAccessType=rw\nDefaultValue=hello")}`,
    );
    const definition = loadDefinition(JSON.stringify(made.file), "x");
    expect([1, 2, 3, 4].map((i) => definition.byCode.get(`200${i}.00`)!.rawDefault)).toEqual([
      -1,
      "18446744073709551615",
      0x3dcccccd,
      "hello",
    ]);
  });
});

describe("what does not fit is said, with its line, and the rest is taken", () => {
  const CASES: Array<[what: string, text: string, pattern: RegExp, line: number, verdict: string]> = [
    [
      "a duplicated section",
      `${HEAD}${object("2001", "DataType=6\nAccessType=rw")}${object("2001", "DataType=7\nAccessType=rw")}`,
      /stands already on line \d+/,
      AFTER + 4,
      "left-out",
    ],
    [
      "a missing name",
      `${HEAD}[2001]\nDataType=6\nAccessType=rw\n`,
      /ParameterName is missing/,
      AFTER,
      "left-out",
    ],
    ["a missing type", `${HEAD}${object("2001", "AccessType=rw")}`, /DataType is missing/, AFTER, "left-out"],
    [
      "a type that is no value",
      `${HEAD}${object("2001", "DataType=0xF\nAccessType=rw")}`,
      /domain/,
      AFTER,
      "left-out",
    ],
    [
      "an access nobody knows",
      `${HEAD}${object("2001", "DataType=6\nAccessType=maybe")}`,
      /"maybe"/,
      AFTER,
      "left-out",
    ],
    [
      "write only",
      `${HEAD}${object("2001", "DataType=6\nAccessType=wo")}`,
      /only be written/,
      AFTER,
      "left-out",
    ],
    [
      "a default too large for its type",
      `${HEAD}${object("2001", "DataType=5\nAccessType=rw\nDefaultValue=300")}`,
      /does not fit in type u8/,
      AFTER,
      "changed",
    ],
    [
      "a default outside its limits",
      `${HEAD}${object("2001", "DataType=6\nAccessType=rw\nDefaultValue=50\nHighLimit=20")}`,
      /outside its own limits/,
      AFTER,
      "changed",
    ],
    [
      "limits the wrong way round",
      `${HEAD}${object("2001", "DataType=6\nAccessType=rw\nLowLimit=9\nHighLimit=3")}`,
      /lower limit lies above/,
      AFTER,
      "changed",
    ],
    [
      "a number that is none",
      `${HEAD}${object("2001", "DataType=6\nAccessType=rw\nDefaultValue=12x")}`,
      /no number after CiA 306/,
      AFTER,
      "changed",
    ],
    [
      "an object listed and not described",
      HEAD.replace("2=0x1018", "2=0x1018\n3=0x1003"),
      /described nowhere/,
      13,
      "left-out",
    ],
    ["a line that is nothing", `${HEAD}just words\n`, /neither a section/, AFTER, "left-out"],
    ["a line before the first section", `a=1\n${HEAD}`, /before the first section/, 1, "left-out"],
    ["an endless line", `${HEAD}x=${"y".repeat(5000)}\n`, /5002 characters/, AFTER, "left-out"],
  ];
  test.each(CASES)("%s", (_what, text, pattern, line, verdict) => {
    const made = imported(text);
    expect(noteOn(made, pattern)).toContainEqual([line, verdict]);
    expect(loadDefinition(JSON.stringify(made.file), "x").byCode.has("1000.00")).toBe(true);
  });
  test("a sheet of more objects than any drive has is cut, and says from where", () => {
    const made = imported(
      `${HEAD}${Array.from({ length: 8100 }, (_, i) => object((0x2000 + i).toString(16), "DataType=6\nAccessType=rw")).join("")}`,
    );
    expect(made.taken).toBe(8000);
    expect(noteOn(made, /at most 8000 parameters/)).toHaveLength(1);
  });
  test("a configured device is said to be one", () => {
    expect(
      noteOn(
        imported(`${HEAD}${object("2001", "DataType=6\nAccessType=rw\nParameterValue=9")}`),
        /ParameterValue/,
      ),
    ).toEqual([[0, "note"]]);
  });
  test("whatever stands in the file, reading it never throws and never invents an object", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.constantFrom(
              "[6083]",
              "[6083sub1]",
              "ParameterName=a",
              "DataType=7",
              "AccessType=rw",
              "ObjectType=8",
              "CompactSubObj=999",
              "DefaultValue=$NODEID+",
              "=",
              "[",
              "[]",
            ),
            fc.string(),
          ),
        ),
        (lines) => {
          const eds = readEds(lines.join("\n"));
          for (const each of eds.objects) expect(each.index).toBe(0x6083);
        },
      ),
    );
  });
});

describe("what a data sheet says in its own way", () => {
  const sheet = (extra: string, device = "VendorNumber=0x123\nProductNumber=7") =>
    readEds(`[FileInfo]\nFileName=x.eds\n[DeviceInfo]\nVendorName=T\nProductName=W\n${device}\n${extra}`);
  const object = (more: string) => `[2001]\nParameterName=Gain\nObjectType=7\nAccessType=rw\n${more}`;
  const about = { vendor: "T", family: "W", about: "", firmwareFrom: "0", supply: "", identity: [] };
  const specOf = (extra: string) => {
    const made = definitionFromEds(sheet(extra), about, 1);
    return { spec: made.file.groups[0]!.parameters![0]!, notes: made.notes };
  };
  test.each([
    ["0x3F800000", 1],
    ["0xC0000000", -2],
    ["1.5", 1.5],
    ["-2e3", -2000],
  ])("a real number's default %s is %d", (text, value) => {
    expect(specOf(object(`DataType=0x0008\nDefaultValue=${text}`)).spec.default).toBe(value);
  });
  test.each([
    ["0x0011", "DefaultValue=0x3FF8000000000000", "float64", 1.5],
    ["0x0011", "DefaultValue=-0.1", "float64", -0.1],
    ["0x0010", "DefaultValue=-8388608", "i24", -8388608],
    ["0x0019", "DefaultValue=0xFFFFFFFFFFFF", "u48", 281474976710655],
    ["0x000A", "DefaultValue=0a 1b", "octets", "0A1B"],
  ])("data type %s, %s: %s", (number, line, type, value) => {
    const { spec, notes } = specOf(object(`DataType=${number}\n${line}`));
    expect(spec).toMatchObject({ type, default: value });
    // Nothing is said of what the file does not have.
    expect(notes.filter((each) => each.what.includes("2001"))).toEqual([]);
  });
  test("a real number that is none is said", () => {
    const { spec, notes } = specOf(object("DataType=0x0008\nDefaultValue=1,5"));
    expect(spec.default).toBeUndefined();
    expect(notes.some((each) => each.what.includes("DefaultValue=1,5"))).toBe(true);
  });
  test("limits of 64 bits that could not be kept exactly are said, not dropped", () => {
    const { spec, notes } = specOf(object("DataType=0x001B\nLowLimit=5\nHighLimit=18446744073709551000"));
    expect(spec).toMatchObject({ min: 5 });
    expect(spec.max).toBeUndefined();
    expect(notes.find((each) => each.what.includes("HighLimit"))!.reason).toContain("cannot be kept exactly");
  });
  test("sub-indexes without their object, and modules, are said", () => {
    const { notes } = sheet(
      "[2005sub1]\nParameterName=A\n[2005sub2]\nParameterName=B\n[M1ModuleInfo]\nProductName=M\n[M1SubExt2005]\nParameterName=C",
    );
    expect(notes.filter((each) => each.verdict === "left-out").map((each) => each.what)).toEqual([
      "[2005sub1] and 1 more",
      "[M1ModuleInfo] and 1 more",
    ]);
  });
  test("vendor number 0 tells nobody: it is no identity, and is asked", () => {
    const eds = sheet("", "VendorNumber=0\nProductNumber=0");
    expect(identityFromEds(eds)).toEqual([]);
    expect(eds.notes.filter((each) => each.what.endsWith("Number=0"))).toHaveLength(2);
  });
});
