import Papa from "papaparse";
import { decodeText, MOST, readEds, separatorOf, tooMuch, type EdsFile, type LineNote } from "@/core/format";
import { isArchive, isCompound, readWorkbook, type WorkbookSheet } from "./workbook";

/** What a file turned out to be. */
export type Upload =
  | { kind: "definition"; text: string; encoding: string }
  | { kind: "eds"; eds: EdsFile; encoding: string }
  | { kind: "list"; sheets: WorkbookSheet[]; encoding: string };

export type Read = { ok: true; upload: Upload } | { ok: false; reason: string; remedy: string };

/** Looks at a file that somebody wants to make a definition of. What it is follows from what is in it; its name only helps to tell CSV from other text. */
export async function readUpload(name: string, bytes: Uint8Array): Promise<Read> {
  if (isArchive(bytes) || isCompound(bytes)) {
    const opened = await readWorkbook(bytes);
    if (!opened.ok) return opened;
    const sheets = opened.sheets.filter((each) => each.rows.length > 0);
    if (sheets.length === 0)
      return {
        ok: false,
        reason: "There is nothing in any of its sheets.",
        remedy: "Choose the file that holds the list.",
      };
    return { ok: true, upload: { kind: "list", sheets, encoding: "spreadsheet" } };
  }
  const decoded = decodeText(bytes);
  if (!decoded.ok) return decoded;
  const { text, encoding } = decoded;
  if (text.trim() === "")
    return {
      ok: false,
      reason: "There is nothing but empty lines in the file.",
      remedy: "Save it again where it was made, then choose it once more.",
    };
  const most = tooMuch(text);
  if (most) return { ok: false, ...most };
  // "[FileInfo]" begins a data sheet; a list of objects is JSON.
  if (/^\s*(\{|\[\s*[[{"])/.test(text)) return { ok: true, upload: { kind: "definition", text, encoding } };
  if (/\.(eds|dcf)$/i.test(name) || /^\s*\[(FileInfo|DeviceInfo)\]/im.test(text.slice(0, 20_000)))
    return { ok: true, upload: { kind: "eds", eds: readEds(text), encoding } };
  const { rows, notes } = readCsv(text);
  if (rows.every((each) => each.cells.length < 2)) {
    return {
      ok: false,
      reason: "Nothing in this file looks like a definition, a data sheet or a list with columns.",
      remedy: "A list needs columns with a comma, semicolon or tab between them, and a register in each row.",
    };
  }
  return { ok: true, upload: { kind: "list", sheets: [{ name: "List", rows, notes }], encoding } };
}

function readCsv(text: string): { rows: WorkbookSheet["rows"]; notes: LineNote[] } {
  const rows: WorkbookSheet["rows"] = [];
  const parsed = Papa.parse<string[]>(text.trimEnd(), {
    delimiter: separatorOf(text),
    preview: MOST.rows + 1,
  });
  // A cell in quotes may hold line breaks: rows are counted in lines of the file.
  let line = 1;
  for (const cells of parsed.data) {
    rows.push({ line, cells });
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
  }
  const notes: LineNote[] = parsed.errors
    .filter((each) => each.type === "Quotes")
    .slice(0, 200)
    .map((each) => ({
      line: rows[each.row ?? 0]?.line ?? 0,
      verdict: "note",
      what: rows[each.row ?? 0]?.cells.join(" ").slice(0, 60) ?? "",
      reason: "A quotation mark is not closed.",
      remedy: "Look whether the row was cut at the right place.",
    }));
  if (rows.length > MOST.rows)
    notes.push({
      line: MOST.rows + 1,
      verdict: "left-out",
      what: "this and all further rows",
      reason: "The list has more rows than any drive has parameters.",
      remedy: "Take out what is no parameter.",
    });
  return { rows: rows.slice(0, MOST.rows), notes };
}
