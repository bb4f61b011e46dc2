/** Unpacks one spreadsheet in a thread of its own, whose memory is capped: a file that unfolds to gigabytes ends this thread and nothing else. */
import { parentPort, workerData } from "node:worker_threads";
import * as XLSX from "@e965/xlsx";

const MOST_ROWS = 120_000;
const MOST_FORMULAS = 2000;
const workbook = XLSX.read(workerData.bytes, {
  dense: true,
  cellDates: true,
  cellHTML: false,
  cellText: false,
  sheetRows: MOST_ROWS + 1,
});
parentPort.postMessage(
  workbook.SheetNames.map((name) => {
    const data = workbook.Sheets[name]["!data"] ?? [];
    const rows = [];
    const formulas = [];
    for (let at = 0; at < data.length && rows.length < MOST_ROWS; at++) {
      const cells = Array.from(data[at] ?? [], textOf);
      if (cells.every((each) => each === "")) continue;
      rows.push({ line: at + 1, cells });
      for (const [column, cell] of (data[at] ?? []).entries())
        if (cell?.f && formulas.length < MOST_FORMULAS)
          formulas.push({ line: at + 1, column: column + 1, formula: cell.f.slice(0, 80) });
    }
    return { name, rows, formulas, cut: data.length > MOST_ROWS };
  }),
);

/** A cell as text: a formula's saved result, a date as a date, an error as what the sheet shows ("#N/A"). */
function textOf(cell) {
  if (cell?.v === undefined || cell.v === null) return "";
  if (cell.t === "e") return cell.w ?? "";
  return cell.v instanceof Date ? cell.v.toISOString().slice(0, 10) : String(cell.v);
}
