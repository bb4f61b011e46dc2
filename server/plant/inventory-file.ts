import type { InventoryLine } from "@/core/contract";
import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";

const COLUMNS: Columns<InventoryLine> = [
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
  ["Lies", (each) => each.place],
  ["Answers at", (each) => (each.untried ? `${each.answersAt}, not tried yet` : each.answersAt)],
  ["At the same address", (each) => each.alike],
  ["Last record", (each) => each.record],
  ["It is partial", (each) => (each.partial ? "yes" : undefined)],
  ["Recorded", (each) => (each.recordedAt === undefined ? undefined : new Date(each.recordedAt))],
];

/** The inventory as CSV. */
export const inventoryCsv = (lines: readonly InventoryLine[]): string => tableCsv(COLUMNS, lines);

/** The inventory as a spreadsheet. */
export const inventoryWorkbook = (lines: readonly InventoryLine[]): Promise<Uint8Array> =>
  tableWorkbook("Inventory", COLUMNS, lines);
