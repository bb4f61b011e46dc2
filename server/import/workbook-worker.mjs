/** Unpacks one spreadsheet in a thread of its own, whose memory is capped: a file that unfolds to gigabytes ends this thread and nothing else. */
import { parentPort, workerData } from "node:worker_threads";
import ExcelJS from "exceljs";

const MOST_ROWS = 120_000;
const workbook = new ExcelJS.Workbook();
await workbook.xlsx.load(workerData.bytes);
const sheets = workbook.worksheets.map((sheet) => {
  const rows = [];
  const formulas = [];
  sheet.eachRow({ includeEmpty: false }, (row, line) => {
    if (rows.length >= MOST_ROWS) return;
    const cells = [];
    row.eachCell({ includeEmpty: true }, (cell, column) => {
      if (cell.formula) formulas.push({ line, column, formula: String(cell.formula).slice(0, 80) });
      cells[column - 1] = textOf(cell.value);
    });
    rows.push({ line, cells: Array.from(cells, (each) => each ?? "") });
  });
  return { name: sheet.name, rows, formulas: formulas.slice(0, 2000), cut: sheet.rowCount > MOST_ROWS };
});
parentPort.postMessage(sheets);

function textOf(value) {
  if (value === null || value === undefined) return "";
  if (value instanceof Date) return value.toISOString().slice(0, 10);
  if (typeof value !== "object") return String(value);
  if ("richText" in value) return value.richText.map((each) => each.text).join("");
  if ("result" in value || "formula" in value || "sharedFormula" in value) return textOf(value.result);
  if ("text" in value) return textOf(value.text);
  return "error" in value ? String(value.error) : "";
}
