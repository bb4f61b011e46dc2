import { format } from "date-fns";
import Papa from "papaparse";

type Cell = string | number | Date | undefined;
export type Columns<L> = ReadonlyArray<readonly [heading: string, value: (line: L) => Cell]>;

/** Lines as CSV in UTF-8 with its mark, so that spreadsheets read it rightly. No cell is taken for a formula when it is opened. */
export function tableCsv<L>(columns: Columns<L>, lines: readonly L[]): string {
  const cell = (value: Cell): string | number =>
    value instanceof Date ? format(value, "yyyy-MM-dd HH:mm") : (value ?? "");
  const fields = columns.map(([heading]) => heading);
  const data = lines.map((line) => columns.map(([, value]) => cell(value(line))));
  return `\ufeff${Papa.unparse({ fields, data }, { escapeFormulae: true })}\r\n`;
}

/** Lines as a spreadsheet: headings that stay, a filter, widths that fit, texts that stay text and dates that are dates. */
export async function tableWorkbook<L>(
  name: string,
  columns: Columns<L>,
  lines: readonly L[],
): Promise<Uint8Array> {
  // A second and a half to load: only for whom it is made.
  const { default: ExcelJS } = await import("exceljs");
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(name, { views: [{ state: "frozen", ySplit: 1 }] });
  sheet.addRow(columns.map(([heading]) => heading)).font = { bold: true };
  for (const line of lines) sheet.addRow(columns.map(([, value]) => value(line) ?? null));
  sheet.autoFilter = {
    from: { row: 1, column: 1 },
    to: { row: Math.max(1, lines.length + 1), column: columns.length },
  };
  columns.forEach(([heading, value], i) => {
    const shown = lines.map(value);
    const longest = Math.max(
      heading.length,
      ...shown.map((each) => (each instanceof Date ? 16 : String(each ?? "").length)),
    );
    const column = sheet.getColumn(i + 1);
    column.width = Math.min(48, longest + 2);
    if (shown.some((each) => each instanceof Date)) column.numFmt = "yyyy-mm-dd hh:mm";
  });
  return new Uint8Array(await book.xlsx.writeBuffer());
}

/** Rows of any length as CSV, as `tableCsv` writes it. */
export function rowsCsv(rows: ReadonlyArray<ReadonlyArray<string | number>>): string {
  return `\ufeff${Papa.unparse(rows as (string | number)[][], { escapeFormulae: true })}\r\n`;
}

/** Rows of any length as a spreadsheet; every text stays text. */
export async function rowsWorkbook(
  name: string,
  rows: ReadonlyArray<ReadonlyArray<string | number>>,
): Promise<Uint8Array> {
  const { default: ExcelJS } = await import("exceljs");
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(name);
  for (const row of rows) sheet.addRow([...row]);
  [14, 34, 34, 16, 8, 28, 18].forEach((width, i) => (sheet.getColumn(i + 1).width = width));
  return new Uint8Array(await book.xlsx.writeBuffer());
}
