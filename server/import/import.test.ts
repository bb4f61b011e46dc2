import { deflateRawSync } from "node:zlib";
import * as XLSX from "@e965/xlsx";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import ExcelJS from "exceljs";
import type { ImportChoices, UploadView } from "@/core/contract";
import { rill } from "@/families/testing";
import { tables, type OpenDatabase } from "@/server/database";
import { DefinitionShelf } from "@/server/definitions";
import { readJournal } from "@/server/journal";
import { emptyDatabase } from "@/server/testing/database";
import { Imports } from "./imports";
import { readApart } from "./read-apart";

let database: OpenDatabase;
beforeAll(async () => {
  database = await emptyDatabase();
  await database.db.insert(tables.user).values({ id: "p", name: "Ines Varga", email: "ines@example.test" });
});
afterAll(() => database.close());

const person = { id: "p", name: "Ines Varga", sessionId: "s" };
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const LIST = "Code;Name;Register;Type;Scale;Unit;Default\nP1;Up time;100;u16;0,1;s;5\nP2;Grüße;101;u16;;;1\n";
const about = {
  vendor: "Thornbury",
  family: "Lark",
  about: "",
  firmwareFrom: "0",
  supply: "",
  identity: [{ field: "family" as const, address: 60_000, type: "u16" as const, equals: 7 }],
};
const newImports = (): { imports: Imports; shelf: DefinitionShelf } => {
  const shelf = new DefinitionShelf([rill]);
  return { shelf, imports: new Imports(database.db, shelf) };
};
async function open(imports: Imports, name: string, content: Uint8Array): Promise<UploadView> {
  const opened = await imports.open(name, content);
  if (!opened.ok) throw new Error(opened.trouble.text);
  return opened.value;
}
const chosen = (view: UploadView): ImportChoices => ({
  ...view.guess,
  about: { ...view.guess.about!, ...about },
});

async function workbook(fill: (sheet: ExcelJS.Worksheet) => void): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  fill(book.addWorksheet("Registers"));
  return new Uint8Array(await book.xlsx.writeBuffer());
}

/** A compound file with these parts and nothing in them that makes sense; half of one without any. */
function compound(...parts: string[]): Uint8Array {
  const file = XLSX.CFB.utils.cfb_new();
  for (const each of parts) XLSX.CFB.utils.cfb_add(file, `/${each}`, Buffer.alloc(5000, "x"));
  const bytes = XLSX.CFB.write(file, { type: "buffer" }) as Uint8Array;
  return parts.length > 0 ? bytes : bytes.slice(0, 100);
}

/** A zip archive with one part that is `size` zeros, and says it has `claimed` bytes. */
function bomb(size: number, claimed = size, part = "xl/workbook.xml"): Uint8Array {
  const name = Buffer.from(part);
  const data = deflateRawSync(Buffer.alloc(size), { level: 1 });
  const head = (signature: number, central: boolean): Buffer => {
    const all = Buffer.alloc(central ? 46 : 30);
    const at = central ? 2 : 0;
    all.writeUInt32LE(signature, 0);
    all.writeUInt16LE(20, 4 + at);
    all.writeUInt16LE(8, 8 + at);
    all.writeUInt32LE(data.length, 18 + at);
    all.writeUInt32LE(claimed, 22 + at);
    all.writeUInt16LE(name.length, 26 + at);
    return all;
  };
  const local = Buffer.concat([head(0x04034b50, false), name, data]);
  const central = Buffer.concat([head(0x02014b50, true), name]);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(1, 8);
  end.writeUInt16LE(1, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(local.length, 16);
  return new Uint8Array(Buffer.concat([local, central, end]));
}

test("where a person says what tells of the motor and of the permission, the definition says so too; else it is not told", async () => {
  const { imports } = newImports();
  const view = await open(imports, "lark.csv", bytes(LIST));
  const fileOf = (choices: ImportChoices) => {
    const made = imports.preview(view.id, choices);
    if (!made.ok) throw new Error(made.trouble.text);
    return made.value.definition.file;
  };
  expect(fileOf(chosen(view))).toMatchObject({ state: {} });
  expect(fileOf(chosen(view)).permission).toBeUndefined();
  const told = {
    ...about,
    signs: { running: { address: 200, bit: 1 }, tripped: { address: 201, equals: 0, inverted: true } },
    permission: { given: { address: 202, equals: 1 }, howTo: "Hold OPEN.", withoutIt: "trips" as const },
  };
  expect(fileOf({ ...chosen(view), about: told })).toMatchObject({
    state: told.signs,
    permission: { ...told.permission, by: "keypad" },
  });
});

describe("whatever a file is, it is read as it was meant or refused in words", () => {
  const utf16 = (text: string): Uint8Array =>
    new Uint8Array(Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, "utf16le")]));
  test.each([
    ["UTF-8", bytes(LIST)],
    ["UTF-8 with mark", bytes(`\ufeff${LIST}`)],
    ["UTF-16", utf16(LIST)],
    ["Latin-1", new Uint8Array(Buffer.from(LIST, "latin1"))],
  ])("a list in %s", async (encoding, content) => {
    const read = await readApart("lark.csv", content);
    expect(read).toMatchObject({ ok: true, upload: { kind: "list", encoding } });
    expect(read.ok && read.upload.kind === "list" && read.upload.sheets[0]!.rows[2]!.cells[1]).toBe("Grüße");
  });
  test.each<[string, string, Uint8Array, RegExp]>([
    ["an empty file", "a.csv", new Uint8Array(0), /is empty/],
    ["nothing but empty lines", "a.csv", bytes("\n\n  \n"), /nothing but empty lines/],
    ["a program", "a.csv", Uint8Array.from({ length: 4000 }, (_, i) => i % 256), /no text file/],
    ["50 MB", "a.eds", new Uint8Array(50 * 1024 * 1024).fill(65), /50 MB/],
    ["a letter", "a.txt", bytes("Dear Sir\nplease find enclosed\n"), /looks like a definition/],
    ["an archive of something else", "a.xlsx", bomb(10, 10, "photos/cabinet.raw"), /holds no spreadsheet/],
    ["a spreadsheet of zeros", "a.xlsx", bomb(10), /could not be read/],
    ["a damaged spreadsheet", "a.xlsx", Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]), /can be opened/],
    ["half a file of the old kind", "a.xls", compound(), /could not be read/],
    ["a letter of the old kind", "a.doc", compound("WordDocument"), /could not be read/],
    [
      "a spreadsheet locked with a password",
      "a.xlsx",
      compound("EncryptedPackage"),
      /locked with a password/,
    ],
    [
      "a spreadsheet that unfolds to 200 MB",
      "a.xlsx",
      bomb(200 * 1024 * 1024),
      /Unpacked, this file would take 200 MB/,
    ],
  ])("%s", async (_what, name, content, reason) => {
    const read = await readApart(name, content);
    expect(!read.ok && read.reason).toMatch(reason);
    expect(!read.ok && read.remedy.length).toBeGreaterThan(10);
  });
  test("a spreadsheet that lies about its size ends its own thread and nothing else", async () => {
    expect(await readApart("a.xlsx", bomb(400 * 1024 * 1024, 1000))).toMatchObject({ ok: false });
  });
  test("a spreadsheet with nothing in it", async () => {
    expect(await readApart("a.xlsx", await workbook(() => undefined))).toMatchObject({
      ok: false,
      reason: "There is nothing in any of its sheets.",
    });
  });
  test.each(["xlsx", "ods", "biff8"] as const)(
    "a sheet named History, with numbers, texts, dates and empty rows, as .%s",
    async (bookType) => {
      const sheet = XLSX.utils.aoa_to_sheet([
        ["Code", "Register", "Scale", "Since", "On"],
        [],
        ["007", 40_001, 0.1, new Date(Date.UTC(2026, 2, 14)), true],
      ]);
      // No program writes a sheet of that name, some read none; it is changed in the file, whose parts are not packed.
      const written = Buffer.from(
        XLSX.write(XLSX.utils.book_new(sheet, "Histori"), { bookType, type: "buffer" }) as Uint8Array,
      );
      // The old kind writes it with two bytes a letter.
      const renamed = ["", "\0"].reduce(
        (text, between) => text.replaceAll([..."Histori"].join(between), [..."History"].join(between)),
        written.toString("latin1"),
      );
      const content = Buffer.from(renamed, "latin1");
      const read = await readApart(`a.${bookType}`, content);
      if (!read.ok || read.upload.kind !== "list") throw new Error(JSON.stringify(read));
      expect(read.upload.sheets).toEqual([
        {
          name: "History",
          notes: [],
          rows: [
            { line: 1, cells: ["Code", "Register", "Scale", "Since", "On"] },
            { line: 3, cells: ["007", "40001", "0.1", "2026-03-14", "true"] },
          ],
        },
      ]);
    },
  );
  test("formulas in a spreadsheet: the saved result is taken, and said", async () => {
    const content = await workbook((sheet) => {
      sheet.addRow(["Code", "Name", "Register", "Type"]);
      sheet.addRow(["P1", "Up time", { formula: "50*2", result: 100 }, "u16"]);
    });
    const { imports } = newImports();
    const view = await open(imports, "lark.xlsx", content);
    const preview = imports.preview(view.id, chosen(view));
    if (!preview.ok) throw new Error(preview.trouble.text);
    expect(preview.value.definition.byCode.get("P1")!.address).toBe(100);
    const ofLines = preview.value.notes.filter((each) => each.line > 0);
    expect(ofLines).toMatchObject([{ line: 2, verdict: "note", reason: "This is a formula." }]);
  });
  test("100,000 lines: what is more than a drive has is left out, and said", async () => {
    const { imports } = newImports();
    const view = await open(
      imports,
      "long.csv",
      bytes(
        `Code,Name,Register,Type\n${Array.from({ length: 100_000 }, (_, i) => `P${i},Name ${i},${i % 65_536},u16`).join("\n")}\n`,
      ),
    );
    const preview = imports.preview(view.id, chosen(view));
    expect(preview).toMatchObject({ ok: true, value: { taken: 8_000 } });
    expect(preview.ok && preview.value.notes.map((each) => [each.line, each.verdict])).toEqual([
      [0, "note"],
      [8_002, "left-out"],
      [20_001, "left-out"],
    ]);
  });
  test.each<[string, string, Uint8Array, RegExp]>([
    ["100,000 columns", "a.csv", bytes(`Code;Name\n${"a;".repeat(100_000)}`), /more than 300 columns/],
    [
      "one line of 7 MB",
      "a.eds",
      bytes(`[FileInfo]\n${"a".repeat(7_000_000)}`),
      /more than 100000 characters/,
    ],
    ["a definition 100,000 deep", "a.json", bytes(`{"a":${"[".repeat(100_000)}`), /nested more than 40 deep/],
  ])("%s is refused at once, and what comes after it is read", async (_, name, content, reason) => {
    const [hostile, fine] = await Promise.all([
      readApart(name, content),
      readApart("b.csv", bytes("Code;Register\nP1;5\n")),
    ]);
    expect(hostile).toMatchObject({ ok: false, reason: expect.stringMatching(reason) as unknown });
    expect(fine).toMatchObject({ ok: true });
  });
  test("a sheet of 16,000 columns is refused", async () => {
    const sheet = XLSX.utils.aoa_to_sheet([Array.from({ length: 16_000 }, (_, i) => i)]);
    const content = XLSX.write(
      { SheetNames: ["A"], Sheets: { A: sheet } },
      { type: "array", bookType: "xlsx" },
    ) as ArrayBuffer;
    expect(await readApart("a.xlsx", new Uint8Array(content))).toMatchObject({
      ok: false,
      reason: expect.stringContaining("more than 300 columns") as unknown,
    });
  });
  test("rows are counted in lines of the file, also behind a cell with line breaks", async () => {
    const read = await readApart("a.csv", bytes('Code,Choices,Register\nP1,"0=No\n1=Yes",5\nP2,,6\n'));
    expect(
      read.ok &&
        read.upload.kind === "list" &&
        read.upload.sheets[0]!.rows.map((each) => each.line).slice(0, 3),
    ).toEqual([1, 2, 4]);
  });
});

describe("keeping a definition", () => {
  test("versions count up, the old one stays with its records, the same again adds nothing", async () => {
    const { imports, shelf } = newImports();
    const first = await open(imports, "lark.csv", bytes(LIST));
    expect(await imports.keep(person, first.id, chosen(first))).toEqual({
      ok: true,
      value: { id: "thornbury-lark", version: "1", same: false },
    });
    const again = await open(imports, "lark.csv", bytes(LIST));
    expect(await imports.keep(person, again.id, chosen(again))).toEqual({
      ok: true,
      value: { id: "thornbury-lark", version: "1", same: true },
    });
    const changed = await open(imports, "lark-new.csv", bytes(`${LIST}P3;New one;102;u16;;;\n`));
    expect(await imports.keep(person, changed.id, chosen(changed))).toMatchObject({
      ok: true,
      value: { version: "2", same: false },
    });
    expect(shelf.get("thornbury-lark").parameters).toHaveLength(3);
    const old = await shelf.ofRecord(database.db, {
      definitionId: "thornbury-lark",
      definitionVersion: "1",
      firmware: "1.0",
      facts: {},
    });
    expect(old!.parameters).toHaveLength(2);
    // A program started anew finds what was imported.
    const later = new DefinitionShelf([rill]);
    await later.loadKept(database.db);
    expect(later.get("thornbury-lark").version).toBe("2");
    expect(later.importOf("thornbury-lark")).toMatchObject({ source: "lark-new.csv", byName: "Ines Varga" });
    expect((await readJournal(database.db, 1)).map((each) => each.text)).toEqual([
      "Imported Thornbury Lark, version 2, 3 parameters, from lark-new.csv.",
      "Imported Thornbury Lark, version 1, 2 parameters, from lark.csv.",
    ]);
  });
  test("our own format: a faulty file names every fault, a good one replaces what ships", async () => {
    const { imports, shelf } = newImports();
    const wrong = await open(imports, "rill.json", bytes(JSON.stringify({ ...rill.file, vendor: 5 })));
    expect(imports.preview(wrong.id, {})).toMatchObject({
      ok: false,
      trouble: { text: expect.stringMatching(/vendor: found 5/) as unknown },
    });
    const good = await open(
      imports,
      "rill.json",
      bytes(JSON.stringify({ ...rill.file, about: "Corrected." })),
    );
    expect(imports.preview(good.id, {})).toMatchObject({
      ok: true,
      value: { before: { version: rill.version, shipped: true, same: false } },
    });
    expect(await imports.keep(person, good.id, {})).toMatchObject({ ok: true, value: { version: "1.8" } });
    expect(shelf.get(rill.id).file.about).toBe("Corrected.");
  });
  test.each<[string, (choices: ImportChoices) => ImportChoices, RegExp]>([
    [
      "nobody said how the family is told",
      (each) => ({ ...each, about: { ...each.about!, identity: [] } }),
      /How does a drive tell/,
    ],
    [
      "no column holds the register",
      (each) => ({ ...each, list: { ...each.list!, mapping: { code: 0 } } }),
      /No column/,
    ],
    [
      "another column is taken for the register",
      (each) => ({ ...each, list: { ...each.list!, mapping: { address: 1 } } }),
      /Not one parameter/,
    ],
    [
      "an address of the other protocol",
      (each) => ({
        ...each,
        about: {
          ...each.about!,
          identity: [{ field: "family", address: "1018.02", type: "u32", equals: 1 }],
        },
      }),
      /identity\[0\]\.address/,
    ],
  ])("is refused while %s", async (_what, change, words) => {
    const { imports } = newImports();
    const view = await open(imports, "lark.csv", bytes(LIST));
    const preview = imports.preview(view.id, change(chosen(view)));
    expect(!preview.ok && preview.trouble.text).toMatch(words);
  });
});
