import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";
import type { QuestionAnswer, QuestionLine } from "./ask";

/** The answer as CSV: one line a position, those where it cannot be told among them and named so. */
export const answerCsv = (answer: QuestionAnswer): string => tableCsv(columnsOf(answer), answer.lines);

/** The answer as a spreadsheet. */
export const answerWorkbook = (answer: QuestionAnswer): Promise<Uint8Array> =>
  tableWorkbook("Answer", columnsOf(answer), answer.lines);

function columnsOf({ subjects }: QuestionAnswer): Columns<QuestionLine> {
  return [
    ["Position", (each) => each.tag],
    ["Title", (each) => each.title],
    ["Area", (each) => each.area],
    ["Family", (each) => each.family],
    ["Record", (each) => (each.partial ? `${each.record}, partial` : each.record)],
    ["Holds", (each) => (each.holds === "yes" ? "yes" : "cannot be told")],
    ...subjects.map((subject, i) => [subject, (each: QuestionLine) => each.cells[i]] as const),
  ];
}
