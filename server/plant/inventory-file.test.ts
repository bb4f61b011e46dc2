import { expect, test } from "@jest/globals";
import ExcelJS from "exceljs";
import Papa from "papaparse";
import type { InventoryLine } from "@/core/contract";
import { inventoryCsv, inventoryWorkbook } from "./inventory-file";

const LINE: InventoryLine = {
  area: "Kiln",
  tag: "KL-01",
  title: 'Roller, "left"',
  definition: "fennimore-rill-4",
  vendor: "Fennimore",
  family: "Rill",
  rating: "Rill 3 kW",
  supply: "3 × 400 V",
  firmware: "3.10",
  serial: '=HYPERLINK("x")',
  powerPart: "",
  axes: undefined,
  fitted: "1: Supply module; 2: Axis module",
  whereabouts: "fitted",
  place: "",
  answersAt: "Kiln bus, address 11",
  alike: "KL-08",
  recordedAt: new Date(2026, 2, 14, 16, 20).getTime(),
  record: 7,
};

test("CSV: read back as it was, with its mark, and no cell taken for a formula", () => {
  const text = inventoryCsv([LINE]);
  expect(text.startsWith("\ufeff")).toBe(true);
  const [row] = Papa.parse<Record<string, string>>(text.slice(1), { header: true }).data;
  expect(row).toMatchObject({
    Position: "KL-01",
    Title: 'Roller, "left"',
    Supply: "3 × 400 V",
    Firmware: "3.10",
    "Answers at": "Kiln bus, address 11",
    "At the same address": "KL-08",
    "Last record": "7",
    Recorded: "2026-03-14 16:20",
  });
  expect(row!["Serial number"]).toBe('\'=HYPERLINK("x")');
});

test("spreadsheet: versions stay text, dates are dates, headings stay in sight", async () => {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load((await inventoryWorkbook([LINE])).buffer as ArrayBuffer);
  const sheet = book.getWorksheet("Inventory")!;
  const cell = (heading: string) => {
    for (let i = 1; i <= sheet.columnCount; i++)
      if (sheet.getCell(1, i).value === heading) return sheet.getCell(2, i);
    throw new Error(heading);
  };
  expect(cell("Firmware").value).toBe("3.10");
  expect(cell("Serial number").type).toBe(ExcelJS.ValueType.String);
  expect(cell("Recorded").value).toBeInstanceOf(Date);
  expect(sheet.views[0]).toMatchObject({ state: "frozen", ySplit: 1 });
});
