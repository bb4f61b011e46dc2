import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import Papa from "papaparse";
import { definitionFor, type Definition } from "@/core/definition";
import { buildSet, factorySet, recordHashes, setHash, type ParameterSet } from "@/core/set";
import { emptyRaw, isFloat, isText, rawFromBits, veiled, type Parameter, type RawValue } from "@/core/value";
import { definitions, plover, rill } from "@/families/testing";
import { readEds } from "../eds";
import {
  dateIn,
  fittingOfFile,
  guessFamily,
  guessValueColumns,
  readDcf,
  readJsonValues,
  readValueRows,
  RECORD_DOCUMENT,
  takeValues,
  valueRows,
  writeDcf,
  writeRecordDocument,
  type RecordDocument,
  type ValuesAbout,
  type ValuesFile,
} from ".";

/** Any value that a drive may hold there, by 64 bits at random. */
function anyRaw({ type, length }: Parameter, bits: bigint): RawValue {
  if (isText(type)) {
    const count = Number(bits % BigInt(length + 1));
    const bytes = Array.from({ length: count }, (_, i) => Number((bits >> BigInt(i % 50)) & 0xffn) || 1);
    return type === "text" ? String.fromCharCode(...bytes) : Buffer.from(bytes).toString("hex").toUpperCase();
  }
  if (isFloat(type)) return rawFromBits(type === "float32" ? "u32" : "u64", bits);
  return rawFromBits(type, bits);
}

/** A set of a family with any values in nearly all of its parameters; the bits are drawn from a seed by splitmix64. */
function anySet(definition: Definition): fc.Arbitrary<ParameterSet> {
  return fc.bigInt({ min: 0n, max: 2n ** 64n - 1n }).map((seed) => {
    let state = seed;
    const next = (): bigint => {
      state = BigInt.asUintN(64, state + 0x9e3779b97f4a7c15n);
      let z = state;
      z = BigInt.asUintN(64, (z ^ (z >> 30n)) * 0xbf58476d1ce4e5b9n);
      z = BigInt.asUintN(64, (z ^ (z >> 27n)) * 0x94d049bb133111ebn);
      return z ^ (z >> 31n);
    };
    const values = new Map<string, RawValue>();
    for (const each of definition.parameters)
      if (next() % 9n > 0n) values.set(each.code, veiled(each, anyRaw(each, next())));
    return buildSet(definition, values);
  });
}

const aboutOf = (definition: Definition): ValuesAbout => ({
  definition: definition.id,
  position: "KL-03",
  record: 7,
  takenAt: "2026-03-14T16:20:00.000Z",
  serial: "=1+1",
  firmware: definition.fitting.firmware,
  axes: definition.axes.length || undefined,
  options: [...definition.fitting.options],
});

function documentOf(definition: Definition, set: ParameterSet): RecordDocument {
  const { all, settings } = recordHashes(definition, set);
  return {
    calmLedgerRecord: RECORD_DOCUMENT,
    uid: "u",
    position: "KL-03",
    number: 7,
    takenAt: "2026-03-14T16:20:00.000Z",
    takenBy: "Ines Varga",
    origin: "read",
    drive: {
      serial: "F1",
      ratingName: "",
      supply: "",
      firmware: definition.fitting.firmware,
      axes: definition.axes.length || undefined,
      options: definition.fitting.options.map((id) => ({ id, name: id })),
    },
    definition: { id: definition.id, version: definition.version },
    expected: 1,
    present: 1,
    missing: [],
    hashAll: all,
    hashSettings: settings,
    trip: null,
    warnings: [],
    running: false,
    volatile: null,
    link: "",
    unit: 1,
    jobNumber: "",
    groups: set.pieces.map(({ group, axis, set: number, values }) => ({ group, axis, set: number, values })),
  };
}

/** What is kept of a file that is taken for what it is most likely. */
function taken(file: ValuesFile): { definition: Definition; set: ParameterSet; notes: string[] } {
  const [best] = guessFamily(definitions, file);
  const definition = definitionFor(best!.definition, fittingOfFile(best!.definition, file));
  const { values, notes } = takeValues(definition, file.values, best!.meant);
  return {
    definition,
    set: buildSet(definition, values),
    notes: notes.map((each) => `${each.line}: ${each.what} ${each.reason}`),
  };
}

const rowsOf = (text: string) =>
  (Papa.parse(text).data as string[][]).map((cells, i) => ({ line: i + 1, cells }));
const listOf = (text: string): ValuesFile => {
  const rows = rowsOf(text);
  return readValueRows(rows, guessValueColumns(rows));
};
const csvOf = (definition: Definition, set: ParameterSet): string =>
  Papa.unparse(valueRows(definition, set, aboutOf(definition)), { escapeFormulae: true });

const wholeRack = definitionFor(plover, { ...plover.fitting, axes: 4 });

test("a parameter whose value is missing is said; a title between the lines is not", () => {
  const { values, valueless } = listOf("Code,Value\nRamps,\n1r,2.5\n2r,\n");
  expect(values.map((each) => each.code)).toEqual(["1r"]);
  const { notes } = takeValues(rill, [...values, ...valueless!], "shown");
  expect(notes).toMatchObject([{ line: 4, what: "2r", reason: "There is no value." }]);
});

describe.each([
  ...definitions.map((each) => [each.title, each] as const),
  ["a rack of four axes", wholeRack] as const,
])("a record of %s comes back with the same hash", (_title, definition) => {
  test("through JSON", () => {
    fc.assert(
      fc.property(anySet(definition), (set) => {
        const back = taken(readJsonValues(writeRecordDocument(documentOf(definition, set)))!);
        expect(back.notes).toEqual([]);
        expect(setHash(back.set)).toBe(setHash(set));
      }),
      { numRuns: 8 },
    );
  });
  test("through CSV", () => {
    fc.assert(
      fc.property(anySet(definition), (set) => {
        const back = taken(listOf(csvOf(definition, set)));
        expect(back.notes).toEqual([]);
        expect(setHash(back.set)).toBe(setHash(set));
      }),
      { numRuns: 8 },
    );
  });
  if (definition.protocol === "canopen")
    test("through a device configuration file", () => {
      fc.assert(
        fc.property(anySet(definition), (set) => {
          const { text } = writeDcf(definition, set, aboutOf(definition), { device: 0, node: 3 });
          const eds = readEds(text);
          expect(eds.notes).toEqual([]);
          const back = taken(readDcf(eds));
          expect(back.notes).toEqual([]);
          expect(setHash(back.set)).toBe(setHash(set));
        }),
        { numRuns: 8 },
      );
    });
});

test("what is known of a record stands above its list and comes back", () => {
  const text = csvOf(rill, factorySet(rill, "R-3"));
  expect(text.split("\r\n").slice(0, 4)).toEqual([
    `Definition,${rill.id}`,
    "Position,KL-03",
    "Record,7",
    "Taken,2026-03-14T16:20:00.000Z",
  ]);
  expect(text).toContain(`Serial number,"'=1+1"`);
  expect(listOf(text).about).toMatchObject({ position: "KL-03", record: 7, serial: "=1+1" });
});

test("a device configuration file never hands a command or a secret to another program", () => {
  const set = factorySet(plover, undefined);
  const all = new Map(
    plover.parameters.map(({ code, type }) => [code, isText(type) ? "abc" : emptyRaw(type)]),
  );
  const { text, beside } = writeDcf(plover, buildSet(plover, all), aboutOf(plover), { device: 0, node: 1 });
  const commands = plover.parameters.filter((each) => each.kind === "command" || each.kind === "secret");
  expect(commands.length).toBeGreaterThan(0);
  const given = new Map(
    readEds(text).objects.map((each) => [each.index * 256 + each.sub, each.parameterValue]),
  );
  for (const each of commands) expect([each.code, given.get(each.address)]).toEqual([each.code, undefined]);
  expect(beside.length).toBeGreaterThanOrEqual(commands.length);
  expect(set.pieces.length).toBeGreaterThan(0);
});

describe("lists of other programs", () => {
  const speed = rill.parameters.find((each) => each.unit === "Hz" && !each.readOnly)!;
  const choice = rill.parameters.find((each) => each.choices && each.choices.length > 2 && !each.readOnly)!;
  const take = (text: string) => taken(listOf(text));
  const filler = rill.parameters.slice(0, 12).map((each) => `${each.code};x`);

  test.each([
    ["decimal comma, unit in its own column", `Nr.;Bezeichnung;Wert;Einheit\n${speed.code};;12,5;Hz\n`],
    ["decimal point, unit behind the value", `Parameter,Name,Value\n${speed.code.toUpperCase()},,12.5 Hz\n`],
    ["a title above the columns", `Backup of mill 3\n\nCode,Actual value\n ${speed.code} ,12.50\n`],
  ])("%s", (_what, text) => {
    const { definition, set } = take(text);
    expect(definition.id).toBe(rill.id);
    expect(set.pieces.flatMap((each) => Object.values(each.values))).toEqual([
      12.5 / (Number(speed.scale.num) / Number(speed.scale.den)),
    ]);
  });

  test("a choice by its text, by its number, by both", () => {
    const [first] = choice.choices!;
    for (const value of [first!.text, String(first!.value), `${first!.value} - ${first!.text}`]) {
      const { set } = take(`Code,Value\n${choice.code},"${value}"\n`);
      expect(set.pieces[0]!.values).toEqual({ [choice.base]: first!.value });
    }
  });

  test("half of its lines wrong: each is named with its reason, what fits is taken", () => {
    const { set, notes } = take(
      `Code,Value\n${speed.code},5\n${speed.code},6\nnothing-like-it,1\n${choice.code},perhaps\n`,
    );
    expect(set.pieces.flatMap((each) => Object.keys(each.values))).toEqual([speed.base]);
    expect(notes).toHaveLength(3);
    expect(notes.join("\n")).toMatch(/stands already on line 2/);
    expect(notes.join("\n")).toMatch(/no parameter of this code/);
    expect(notes.join("\n")).toMatch(/none of the choices/);
  });

  test("a comma that may stand between thousands is not guessed at where others have a point", () => {
    const other = rill.parameters.find(({ code }) => code === "1m")!;
    const lines = (value: string): string => `Code,Value,Unit\n${speed.code},${value},Hz\n`;
    const { notes, set } = take(`${lines("12.5")}${other.code},"1,500",W\n`);
    expect(set.pieces.flatMap((each) => Object.keys(each.values))).toEqual([speed.base]);
    expect(notes[0]).toMatch(/1,500 may be 1500 or 1\.500: other values of this file have a point/);
    // Where they have a comma it is theirs.
    expect(take(`${lines('"12,5"')}${other.code},"1,500",kW\n`).notes).toEqual([]);
  });

  test("a value that was changed by hand beside its raw value is not guessed at", () => {
    // What stands before a comma is not all of it.
    const five = (5 * Number(speed.scale.den)) / Number(speed.scale.num);
    for (const byHand of ["30.0", '"5,4"']) {
      const { notes, set } = take(`Code,Value,Unit,Raw\n${speed.code},${byHand},Hz,${five}\n`);
      expect(set.pieces).toEqual([]);
      expect(notes[0]).toMatch(/its raw value says 5/);
    }
  });

  test("raw numbers are told from shown ones by which of them fit", () => {
    const scaled = rill.parameters.filter(
      (each) => each.scale.den > 1n && !each.choices && each.rawDefault !== undefined,
    );
    const text = `Code,Value\n${scaled.map((each) => `${each.code},${each.rawMax ?? each.rawDefault}`).join("\n")}\n`;
    expect(guessFamily(definitions, listOf(text))[0]).toMatchObject({
      definition: { id: rill.id },
      meant: "raw",
    });
  });

  test("what belongs to no family is nobody's", () => {
    expect(
      guessFamily(definitions, listOf(`Code,Value\n${filler.map((_, i) => `Z${i}.${i},1`).join("\n")}\n`)),
    ).toEqual([]);
    expect(guessFamily(definitions, listOf("Code,Value\n"))).toEqual([]);
  });

  test("a value that the type cannot hold, and a secret in clear", () => {
    const secret = definitions
      .flatMap((each) => each.parameters.map((parameter) => ({ each, parameter })))
      .find(({ parameter }) => parameter.kind === "secret")!;
    const { values, notes } = takeValues(
      secret.each,
      [{ line: 2, code: secret.parameter.code, name: "", text: "1234" }],
      "shown",
    );
    expect([...values.values()]).toEqual([]);
    expect(notes[0]!.reason).toMatch(/secret/);
    const raw = takeValues(
      secret.each,
      [{ line: 2, code: secret.parameter.code, name: "", raw: 1234 }],
      "shown",
    );
    expect([...raw.values.values()]).toEqual([1]);
    expect(
      takeValues(rill, [{ line: 1, code: speed.code, name: "", raw: 70_000 }], "raw").notes[0]!.reason,
    ).toMatch(/no raw value of type/);
  });
});

describe("JSON of other programs", () => {
  const some = rill.parameters.filter((each) => each.unit === "Hz" && !each.readOnly).slice(0, 6);
  const pairs = some.map(({ code }) => [code, "12.5 Hz"] as const);
  test.each([
    ["an object of codes", { drive: { name: "x", made: 2019 }, parameters: Object.fromEntries(pairs) }],
    ["a list of objects", some.map(({ code }) => ({ Number: code, Value: 12.5, Unit: "Hz" }))],
    [
      "a list somewhere inside",
      { export: { drives: [{ params: pairs.map(([id, setting]) => ({ id, setting })) }] } },
    ],
  ])("%s", (_what, content) => {
    const { set, notes } = taken(readJsonValues(JSON.stringify(content))!);
    expect(notes).toEqual([]);
    expect(set.pieces.flatMap((each) => Object.keys(each.values)).sort()).toEqual(
      some.map((each) => each.base).sort(),
    );
  });
  test.each(["[1,2", "{}", "[]", "null", '"text"', '{"calmLedgerRecord":99}', '{"calmLedgerRecord":1}'])(
    "%s holds no values",
    (text) => {
      expect(readJsonValues(text)).toBeUndefined();
    },
  );
});

describe("a device configuration file of another program", () => {
  const head = "[FileInfo]\n[DeviceInfo]\nVendorName=x\n[DeviceComissioning]\nNodeID=0x05\n";
  const object = (index: string, type: string, value: string): string =>
    `[${index}]\nParameterName=n\nObjectType=0x7\nDataType=${type}\nAccessType=rw\nParameterValue=${value}\n`;
  test.each([
    ["6083", "0x0007", "5000", 5000],
    ["6083", "0x0007", "0x1388", 5000],
    ["6065", "0x0007", "$NODEID+0x600", 0x605],
    ["607C", "0x0004", "0xFFFFFFFE", -2],
    ["2000", "0x0008", "1.5", 0x3fc00000],
    ["2000", "0x0008", "0x3FC00000", 0x3fc00000],
    ["2000", "0x001B", "18446744073709551615", "18446744073709551615"],
  ])("%s of type %s holding %s", (index, type, value, raw) => {
    expect(readDcf(readEds(head + object(index, type, value))).values[0]).toMatchObject({ raw });
  });
  test("a value that is none is left out with its line", () => {
    const { values, notes } = readDcf(readEds(head + object("6083", "0x0005", "300")));
    expect(values).toEqual([]);
    expect(notes.at(-1)).toMatchObject({ line: 6, reason: "This is no value of type u8." });
  });
});

describe("when a file was made, by what stands in its name", () => {
  const local = (...parts: [number, number, number, number?, number?]) =>
    new Date(parts[0], parts[1] - 1, parts[2], parts[3] ?? 0, parts[4] ?? 0);
  test.each([
    ["KL-03 2024-03-14.csv", "2024-03-14", local(2024, 3, 14)],
    ["backup_20240314_1620.json", "20240314_1620", local(2024, 3, 14, 16, 20)],
    ["Sicherung 14.3.2024 6:05.csv", "14.3.2024 6:05", local(2024, 3, 14, 6, 5)],
  ])("%s", (text, given, at) => {
    expect(dateIn(text)).toEqual({ given, at });
  });
  test.each(["KL-03.csv", "2024-02-31", "serial 120240314", "99.99.2024", ""])("%s names none", (text) => {
    expect(dateIn(text)).toBeUndefined();
  });
});
