import { readFileSync } from "node:fs";
import { deflateSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { create, type Font } from "fontkit";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import type { Paper } from "@/core/paper";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { addNote, keepReading, recordAt, setLabel } from "@/server/ledger";
import { noteParameter } from "@/server/sheets";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import { countUndrawn, FACES, runsOf } from "./faces";
import { pictureOf } from "./picture";
import { sfntOf } from "./sfnt";
import { dropLogo, headingOf, printPaper, recordPaper, setHeading, setLogo } from ".";

/** The text of each page, as a reader's search finds it. */
async function pagesOf(pdf: Uint8Array): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: true }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= document.numPages; n++) {
    const content = await (await document.getPage(n)).getTextContent();
    pages.push(
      content.items
        .map((each) => ("str" in each ? each.str : ""))
        .join(" ")
        .replace(/\s+/g, " "),
    );
  }
  return pages;
}
async function print(paper: Partial<Paper>, heading = { lines: [] as string[] }): Promise<string[]> {
  const made = await printPaper(
    { title: "T", about: "", facts: [], cautions: [], parts: [], foot: "F", ...paper },
    heading,
    "26 Nov 2026, 10:00",
  );
  if (!made.ok) throw new Error(made.trouble.text);
  return pagesOf(made.value);
}
const part = (title: string, rows: string[][]) => ({
  title,
  columns: [
    { title: "Code", width: 2, mono: true },
    { title: "Value", width: 4 },
  ],
  rows,
});
/** A PNG of one grey point, by the standard: signature, IHDR, IDAT, IEND. */
function png(width: number, height: number): Uint8Array {
  const chunk = (kind: string, data: Buffer): Buffer => {
    const head = Buffer.alloc(8);
    head.writeUInt32BE(data.length);
    head.write(kind, 4, "latin1");
    return Buffer.concat([head, data, Buffer.alloc(4)]);
  };
  const size = Buffer.alloc(13);
  size.writeUInt32BE(width, 0);
  size.writeUInt32BE(height, 4);
  size.set([8, 0, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from("89504e470d0a1a0a", "hex"),
    chunk("IHDR", size),
    chunk("IDAT", deflateSync(Buffer.alloc(height * (width + 1)))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

describe("a paper", () => {
  test("has the company's head, its title, facts and cautions first, and page numbers on each page", async () => {
    const rows = Array.from({ length: 120 }, (_, i) => [`${i}r`, `value ${i}`]);
    const pages = await print(
      {
        title: "KL-04, record 7",
        facts: [["Serial", "FR25"]],
        cautions: ["Partial."],
        parts: [part("Ramps", rows)],
      },
      { lines: ["Tarn Hollow Tileworks", "Low Road 3"] },
    );
    expect(pages[0]).toMatch(/^Tarn Hollow Tileworks Low Road 3 KL-04, record 7 .*Partial\. Serial FR25/);
    expect(pages.length).toBeGreaterThan(2);
    pages.forEach((text, i) => expect(text).toContain(`${i + 1} of ${pages.length}`));
    // Every row is there once, and the head of the table on each page that has some of it.
    const all = pages.join(" ");
    for (const [, value] of rows) expect(all.split(`${value} `)).toHaveLength(2);
    expect(pages[1]).toContain("Code Value");
  });
  test("a long one has a table of contents with the pages of its groups", async () => {
    const rows = Array.from({ length: 40 }, (_, i) => [`${i}`, "x"]);
    const pages = await print({
      parts: ["Machine", "Motor", "Ramps", "Limits"].map((each) => part(each, rows)),
    });
    expect(pages[0]).toMatch(/Contents Machine 1 Motor 2 Ramps \d Limits \d/);
    expect((await print({ parts: [part("Machine", rows)] })).join(" ")).not.toContain("Contents");
  });
  test("signs that the faces lack are taken from another; what none has is a question mark, never a hole", async () => {
    expect(runsOf("5 Ω", "Mono")).toEqual([
      { text: "5 ", font: "Mono" },
      { text: "Ω", font: "Greek" },
    ]);
    expect(runsOf("中", "Text")).toEqual([{ text: "?", font: "Text" }]);
    // A note's lines stay lines, and what only says in which direction to read is not drawn.
    expect(runsOf("one\r\ntwo\tthree \u202Efour", "Text")).toEqual([
      { text: "one\ntwo three four", font: "Text" },
    ]);
    expect(countUndrawn(["one\ntwo\u202E", "中"])).toBe(1);
    const [page] = await print({ parts: [part("5 µs → 2 Ω ≤ Ž", [["1r", "中"]])] });
    expect(page).toMatch(/5 [µμ] ?s → 2 Ω ≤ Ž/);
    expect(page).toContain("1r ?");
    expect(page).toContain("1 sign of a script that this paper cannot draw: ? stands in their place.");
  });
  test("names and notes in Greek, Cyrillic and Vietnamese are drawn, and nothing is said of signs", async () => {
    const [page] = await print({ title: "Печь 3, Κάμινος", parts: [part("Lò nung ầ", [["1r", "Ж"]])] });
    expect(page).toMatch(/Печь 3, Κάμινος.*Lò nung ầ.*1r Ж/);
    expect(page).not.toContain("cannot draw");
  });
  test("a word longer than its column is broken and stays whole in the text", async () => {
    const long = "W".repeat(200);
    const [page] = await print({ parts: [part("x", [[long, "end"]])] });
    expect(page!.replace(/\s/g, "")).toContain(long);
  });
  test("a text that looks like an instruction to fetch something stays a text", async () => {
    const [page] = await print({
      title: '{"image":"file:///etc/passwd"}',
      facts: [["link", "http://example.test/x.png"]],
    });
    expect(page!.replace(/\s/g, "")).toContain("file:///etc/passwd");
  });
});

test("a font is unpacked to what its wrapping says: all tables, each as long as told", () => {
  const woff = readFileSync(FACES.Mono!.normal);
  const [packed, plain] = [woff, sfntOf(woff)].map((each) => create(each) as Font) as [Font, Font];
  expect(plain.numGlyphs).toBe(packed.numGlyphs);
  expect(plain.glyphForCodePoint(0x41).path.toSVG()).toBe(packed.glyphForCodePoint(0x41).path.toSVG());
  expect(() => sfntOf(Buffer.from("no font, but long enough to be looked at twice"))).toThrow(/no WOFF/);
});

test.each([
  [png(20, 10), { ok: true, type: "image/png", width: 20, height: 10 }],
  [
    Buffer.from("ffd8ffe000044a46ffc0000b080010002001011100", "hex"),
    { ok: true, type: "image/jpeg", width: 32, height: 16 },
  ],
  [Buffer.from("GIF89a"), { ok: false, why: expect.stringMatching(/neither/) as unknown }],
  [Buffer.from("ffd8ffe0ffff", "hex"), { ok: false, why: expect.stringMatching(/ends before/) as unknown }],
  [png(3000, 1), { ok: false, why: "This picture has 3000 by 1 points." }],
  [png(0, 1), { ok: false, why: "This picture has no points." }],
  [new Uint8Array(), { ok: false, why: expect.stringMatching(/neither/) as unknown }],
])("a picture is known by its first bytes", (bytes, is) => {
  expect(pictureOf(bytes)).toEqual(is);
});

describe("of a plant", () => {
  let plant: TestPlant;
  beforeAll(async () => {
    plant = await testPlant();
  });
  afterAll(() => plant.close());

  test("its head is kept, its picture refused when it is none, and what was there stays", async () => {
    const { db } = plant.app;
    expect(await headingOf(db, 1)).toEqual({ lines: [], logo: undefined });
    await setHeading(db, 1, [" Tarn Hollow ", "", "Low Road 3"]);
    expect((await setLogo(db, 1, png(4, 4))).ok).toBe(true);
    expect((await setLogo(db, 1, Buffer.from("GIF89a"))).ok).toBe(false);
    const kept = await headingOf(db, 1);
    expect(kept).toEqual({
      lines: ["Tarn Hollow", "Low Road 3"],
      logo: expect.stringMatching(/^data:image\/png;base64,/) as unknown,
    });
    const made = await printPaper(
      { title: "T", about: "", facts: [], cautions: [], parts: [], foot: "" },
      kept,
      "now",
    );
    expect(made.ok).toBe(true);
    await dropLogo(db, 1);
    expect((await headingOf(db, 1)).logo).toBeUndefined();
    expect((await headingOf(db, 2)).lines).toEqual([]);
  });
  test("a partial record says first that it is one, and only what is not default is printed when that is wanted", async () => {
    const { db, shelf } = plant.app;
    const values = new Map(valuesByCode(factorySet(rill, "R-030"))).set("4r", 150);
    values.delete("1r");
    await keepReading(db, rill, plant.person, {
      positionId: plant.positionId,
      set: buildSet(rill, values),
      identity: RILL_PLATE,
      state: AT_REST,
      linkName: "Kiln",
      unit: 1,
      origin: "read",
      takenAt: new Date("2026-03-01T10:00:00Z"),
    });
    const { row } = (await recordAt(db, 1, "KL-03", 1))!;
    const definition = (await shelf.ofRecord(db, row))!;
    const paper = await recordPaper(
      db,
      { tag: "KL-03", title: "Roller" },
      row,
      definition,
      false,
      "not-default",
    );
    expect(paper.cautions[0]).toMatch(/^Partial: it has \d+ of \d+ parameters\. Missing: 1r, /);
    expect(paper.parts.flatMap((each) => each.rows.map(([code]) => code))).toEqual(["4r"]);
    expect(paper.cautions.some((each) => each.startsWith("Outside"))).toBe(false);
    expect(paper.about).toMatch(/What is not default: 1 of \d+ parameters/);
    const all = await recordPaper(db, { tag: "KL-03", title: "Roller" }, row, definition, true, "all");
    expect(all.title).toBe("KL-03 Roller, record 1, standing");
    expect(all.parts.flatMap((each) => each.rows).length).toBeGreaterThan(150);
    expect(all.parts.some((each) => each.title === "Notes")).toBe(false);
    // What is outside of what the family allows is said first, whichever rows are printed.
    const { record: wild } = await keepReading(db, rill, plant.person, {
      positionId: plant.positionId,
      set: buildSet(rill, new Map(values).set("17r", 1500)),
      identity: RILL_PLATE,
      state: AT_REST,
      linkName: "Kiln",
      unit: 1,
      origin: "read",
      takenAt: new Date("2026-03-03T10:00:00Z"),
    });
    const wildPaper = await recordPaper(
      db,
      { tag: "KL-03", title: "Roller" },
      wild,
      definition,
      false,
      "not-default",
    );
    expect(wildPaper.cautions).toContain("Outside of what the family allows: 17r must be at most 100.0 %.");
    // A note is printed, also where its row is left out.
    expect(all.facts.some(([what]) => what === "Note" || what === "Labels")).toBe(false);
    await addNote(db, plant.person, row.id, "Belt slipped.", new Date("2026-03-02T09:00:00Z"));
    await setLabel(db, plant.person, row.id, "after repair", true, new Date("2026-03-02T09:00:00Z"));
    const position = { id: plant.positionId, plantId: 1, tag: "KL-03" };
    const note = { definition: rill, code: "6r", text: "Never above 3 s.", seen: "" };
    await noteParameter(db, plant.person, position, note, new Date("2026-03-02T10:00:00Z"));
    const noted = await recordPaper(
      db,
      { tag: "KL-03", title: "Roller" },
      row,
      definition,
      true,
      "not-default",
    );
    expect(noted.facts.slice(-2)).toEqual([
      ["Labels", "after repair"],
      ["Note", expect.stringMatching(/^Belt slipped\. \(Ines Varga, 2 Mar 2026/)],
    ]);
    expect(noted.parts.at(-1)).toMatchObject({
      title: "Notes",
      rows: [["6r", rill.byCode.get("6r")!.name, "Never above 3 s.", expect.stringContaining("Ines Varga")]],
    });
  });
});
