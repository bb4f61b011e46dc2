import type { SheetRow } from "./row";
import type { SheetColumn } from "./rows";

/**
 * Rows as text that a spreadsheet takes: a head, then a line each with code, name, and for every column the figure and what stands behind it (unit, or what a choice means).
 * Example: "1r⇥Acceleration time⇥2.50⇥s".
 */
export function copyText(columns: readonly SheetColumn[], rows: readonly SheetRow[]): string {
  const head = ["Code", "Name", ...columns.flatMap(({ title }) => [title, ""])];
  const lines = rows.map(({ code, name, cells }) => [
    code,
    name,
    ...cells.flatMap((cell) => (cell.missing ? ["", ""] : [cell.text.trim(), cell.meaning || cell.unit])),
  ]);
  return [head, ...lines].map((line) => line.map(oneCell).join("\t")).join("\n");
}

/** No tab or line break may tear a cell in two, and a text that begins like a formula must stay a text. */
function oneCell(text: string): string {
  const plain = text.replace(/[\t\r\n]+/g, " ");
  return /^[=@]|^[-+](?!\d+(\.\d+)?$)/.test(plain) ? `'${plain}` : plain;
}
