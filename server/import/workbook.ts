import type * as XLSX from "@e965/xlsx";
import type yauzl from "yauzl";
import { MOST, type LineNote } from "@/core/format";

/** One sheet of a workbook. */
export interface WorkbookSheet {
  name: string;
  rows: Array<{ line: number; cells: string[] }>;
  notes: LineNote[];
}

export type Opened = { ok: true; sheets: WorkbookSheet[] } | { ok: false; reason: string; remedy: string };

/** The part that says that an archive is a spreadsheet: Office Open XML, OpenDocument. */
const WORKBOOKS = ["xl/workbook.xml", "content.xml"];
const LARGEST_UNPACKED = 120 * 1024 * 1024;
const MOST_PARTS = 2000;
const MOST_FORMULAS = 2000;

/** Whether a file is a ZIP archive, as spreadsheets of today are. */
export const isArchive = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Whether a file is a compound file (MS-CFB 2.2): a spreadsheet of the old kind, or of today and locked with a password. */
export const isCompound = (bytes: Uint8Array): boolean => COMPOUND.every((each, i) => bytes[i] === each);
const COMPOUND = [0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1];

/**
 * Reads a spreadsheet; meant for a thread with a memory of its own. Of an archive the declared sizes are looked at first, then its real ones are counted; one of the old kind
 * is no larger inside than it is.
 */
export async function readWorkbook(bytes: Uint8Array): Promise<Opened> {
  // Most files are text: only a spreadsheet waits until what reads it is loaded.
  const [{ default: zip }, { read }] = await Promise.all([import("yauzl"), import("@e965/xlsx")]);
  const refused = isArchive(bytes) ? await lookInside(zip, Buffer.from(bytes)) : undefined;
  if (refused) return { ok: false, ...refused };
  try {
    return unpack(read, bytes);
  } catch (error) {
    const { message } = error as Error;
    if (/password|encrypt/i.test(message))
      return {
        ok: false,
        reason: "The spreadsheet is locked with a password.",
        remedy: "Open it in the program it was made with, take the password off, and save it again.",
      };
    return {
      ok: false,
      reason: `The spreadsheet could not be read (${message}).`,
      remedy: "Save it again as .xlsx or as CSV.",
    };
  }
}

/** Why the archive must not be unpacked; undefined when it may. */
function lookInside(
  zip: typeof yauzl,
  bytes: Buffer,
): Promise<{ reason: string; remedy: string } | undefined> {
  const damaged = {
    reason: "This is no spreadsheet that can be opened, or it is damaged.",
    remedy: "Open it in the program it was made with and save it again as .xlsx, or as CSV.",
  };
  return new Promise((resolve) => {
    zip.fromBuffer(bytes, { lazyEntries: true }, (error, archive) => {
      if (error || !archive) return resolve(damaged);
      let declared = 0;
      let real = 0;
      let parts = 0;
      let isWorkbook = false;
      archive.on("error", () => resolve(damaged));
      archive.on("end", () =>
        resolve(
          isWorkbook
            ? undefined
            : {
                reason: "This archive holds no spreadsheet.",
                remedy: "Choose an .xlsx or .ods file, a CSV file, a data sheet or a definition.",
              },
        ),
      );
      const tooLarge = (): void => {
        archive.close();
        resolve({
          reason: `Unpacked, this file would take ${Math.round(Math.max(declared, real) / 1024 / 1024)} MB or more. No parameter list does.`,
          remedy:
            "Do not open files from people you do not know. Otherwise save the one sheet you need as CSV.",
        });
      };
      archive.on("entry", (entry: yauzl.Entry) => {
        declared += entry.uncompressedSize;
        parts += 1;
        isWorkbook ||= WORKBOOKS.includes(entry.fileName);
        if (declared > LARGEST_UNPACKED || parts > MOST_PARTS) return tooLarge();
        // Declared sizes may lie: what really comes out is counted, and thrown away. A part longer than it said ends with an error.
        archive.openReadStream(entry, (failed, part) => {
          if (failed || !part) return resolve(damaged);
          part.on("data", (chunk: Buffer) => {
            real += chunk.length;
            if (real <= LARGEST_UNPACKED) return;
            part.destroy();
            tooLarge();
          });
          part.on("error", () => resolve(damaged));
          part.on("end", () => archive.readEntry());
        });
      });
      archive.readEntry();
    });
  });
}

function unpack(read: typeof XLSX.read, bytes: Uint8Array): Opened {
  const workbook = read(bytes, {
    dense: true,
    cellDates: true,
    cellHTML: false,
    cellText: false,
    sheetRows: MOST.rows + 1,
  });
  const sheets: WorkbookSheet[] = [];
  for (const name of workbook.SheetNames) {
    const data: Array<XLSX.CellObject[] | undefined> = workbook.Sheets[name]!["!data"] ?? [];
    const wide = data.findIndex((row) => (row?.length ?? 0) > MOST.columns);
    if (wide >= 0)
      return {
        ok: false,
        reason: `Row ${wide + 1} of sheet ${name} has more than ${MOST.columns} columns. No drive's list does.`,
        remedy: "Look whether it is the right file; save the one sheet you need as CSV.",
      };
    sheets.push(sheetOf(name, data));
  }
  return { ok: true, sheets };
}

function sheetOf(name: string, data: Array<XLSX.CellObject[] | undefined>): WorkbookSheet {
  const rows: WorkbookSheet["rows"] = [];
  const notes: LineNote[] = [];
  for (let at = 0; at < data.length && rows.length < MOST.rows; at++) {
    const cells = Array.from(data[at] ?? [], textOf);
    if (cells.every((each) => each === "")) continue;
    rows.push({ line: at + 1, cells });
    for (const [column, cell] of (data[at] ?? []).entries())
      if (cell?.f && notes.length < MOST_FORMULAS)
        notes.push({
          line: at + 1,
          verdict: "note",
          what: `Column ${column + 1}: =${cell.f.slice(0, 80)}`,
          reason: "This is a formula.",
          remedy: "Its last result, as it was saved, is taken.",
        });
  }
  if (data.length > MOST.rows)
    notes.push({
      line: 0,
      verdict: "left-out",
      what: name,
      reason: "The sheet has more rows than any parameter list.",
      remedy: "Further rows are passed over.",
    });
  return { name, rows, notes };
}

/** A cell as text: a formula's saved result, a date as a date, an error as what the sheet shows ("#N/A"). */
function textOf(cell: XLSX.CellObject | undefined): string {
  if (cell?.v === undefined || cell.v === null) return "";
  if (cell.t === "e") return cell.w ?? "";
  return cell.v instanceof Date ? cell.v.toISOString().slice(0, 10) : String(cell.v);
}
