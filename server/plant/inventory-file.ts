import { format } from "date-fns";
import Papa from "papaparse";
import type { InventoryLine } from "@/core/contract";

const COLUMNS: Array<[heading: string, value: (line: InventoryLine) => string | number | Date | undefined]> =
  [
    ["Area", (each) => each.area],
    ["Position", (each) => each.tag],
    ["Title", (each) => each.title],
    ["Vendor", (each) => each.vendor],
    ["Family", (each) => each.family],
    ["Rating", (each) => each.rating],
    ["Supply", (each) => each.supply],
    ["Firmware", (each) => each.firmware],
    ["Serial number", (each) => each.serial],
    ["Power part", (each) => each.powerPart],
    ["Axes", (each) => each.axes],
    ["Options and modules", (each) => each.fitted],
    ["Whereabouts", (each) => each.whereabouts],
    ["Last record", (each) => each.record],
    ["Recorded", (each) => (each.recordedAt === undefined ? undefined : new Date(each.recordedAt))],
  ];

/** The inventory as CSV in UTF-8 with its mark, so that spreadsheets read it rightly. No cell is taken for a formula when it is opened. */
export function inventoryCsv(lines: readonly InventoryLine[]): string {
  const cell = (value: string | number | Date | undefined): string | number =>
    value instanceof Date ? format(value, "yyyy-MM-dd HH:mm") : (value ?? "");
  return `\ufeff${Papa.unparse({ fields: COLUMNS.map(([heading]) => heading), data: lines.map((line) => COLUMNS.map(([, value]) => cell(value(line)))) }, { escapeFormulae: true })}\r\n`;
}

/** The inventory as a spreadsheet: headings that stay, a filter, versions as text. */
export async function inventoryWorkbook(lines: readonly InventoryLine[]): Promise<Uint8Array> {
  // A second and a half to load: only for whom it is made.
  const { default: ExcelJS } = await import("exceljs");
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet("Inventory", { views: [{ state: "frozen", ySplit: 1 }] });
  sheet.addRow(COLUMNS.map(([heading]) => heading)).font = { bold: true };
  for (const line of lines) sheet.addRow(COLUMNS.map(([, value]) => value(line) ?? null));
  sheet.autoFilter = {
    from: { row: 1, column: 1 },
    to: { row: Math.max(1, lines.length + 1), column: COLUMNS.length },
  };
  COLUMNS.forEach(([heading, value], i) => {
    const longest = Math.max(
      heading.length,
      ...lines.map((line) => {
        const shown = value(line);
        return shown instanceof Date ? 16 : String(shown ?? "").length;
      }),
    );
    sheet.getColumn(i + 1).width = Math.min(48, longest + 2);
  });
  sheet.getColumn(COLUMNS.length).numFmt = "yyyy-mm-dd hh:mm";
  return new Uint8Array(await book.xlsx.writeBuffer());
}
