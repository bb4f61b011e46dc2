import { onPaper, quantityPart, sheetParts, type Paper, type PaperRows } from "@/core/paper";
import type { QuantityLine } from "@/core/quantity";
import { factsOf, saidOutside, type SheetData } from "@/core/sheet";
import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";
import { outsideCautions } from "./outside";

/** What stands side by side: by codes, or by what values mean. */
export type SideBySide =
  { by: "code"; sheet: SheetData } | { by: "meaning"; titles: string[]; lines: QuantityLine[] };

/** A comparison on paper. `left` says what could not be put beside the others, and why. */
export function comparePaper(what: SideBySide, which: PaperRows, left: readonly string[]): Paper {
  const titles = what.by === "code" ? what.sheet.columns.map((each) => each.title) : what.titles;
  const base = {
    title: "Compared",
    cautions: [...left],
    facts: [] as Paper["facts"],
    foot: titles.join(" | "),
  };
  if (what.by === "meaning") {
    const lines =
      which === "differences" ? what.lines.filter((each) => each.verdict !== "alike") : what.lines;
    return {
      ...base,
      about: `${titles.join(", ")}: ${lines.length} of ${what.lines.length} common quantities.`,
      parts: lines.length > 0 ? [quantityPart(titles, lines)] : [],
    };
  }
  const { parts, shown, of } = sheetParts(what.sheet, which);
  base.cautions.push(...outsideCautions(saidOutside(what.sheet)));
  const { untold } = factsOf(what.sheet);
  if (untold > 0)
    base.cautions.push(
      `Of ${untold} parameters it is not told whether they differ: one column holds them, and another has no value for them.`,
    );
  return { ...base, about: `${titles.join(", ")}: ${shown} of ${of} parameters.`, parts };
}

interface Line {
  cells: Array<string | number | undefined>;
}

/** The same as CSV or spreadsheet: figures as figures, with their unit in a column of its own. */
export async function compareTable(
  what: SideBySide,
  which: PaperRows,
  format: "csv" | "xlsx",
): Promise<string | Uint8Array> {
  const { headings, lines } = what.by === "code" ? byCode(what.sheet, which) : byMeaning(what, which);
  const columns: Columns<Line> = headings.map((heading, i) => [heading, (line: Line) => line.cells[i]]);
  return format === "csv" ? tableCsv(columns, lines) : tableWorkbook("Compared", columns, lines);
}

function byCode(sheet: SheetData, which: PaperRows): { headings: string[]; lines: Line[] } {
  const { outside } = factsOf(sheet);
  const lines = sheet.groups.flatMap((group) =>
    group.rows
      .filter((row) => onPaper(row, which))
      .map((row): Line => {
        const unit = row.cells.find((each) => each.unit !== "")?.unit ?? "";
        const values = row.cells.map(({ text, meaning, missing }) => {
          if (missing) return undefined;
          return meaning === "" && text.trim() !== "" && Number.isFinite(Number(text)) && unit !== ""
            ? Number(text)
            : [text, meaning].filter(Boolean).join(" · ");
        });
        const told = [row.verdict ?? row.by ?? "", ...(outside > 0 ? [row.outside] : [])];
        return { cells: [group.title, row.code, row.name, unit, ...values, ...told] };
      }),
  );
  const titles = sheet.columns.map((each) => each.title);
  const told = ["Difference", ...(outside > 0 ? ["Outside of what is allowed"] : [])];
  return { headings: ["Group", "Code", "Parameter", "Unit", ...titles, ...told], lines };
}

function byMeaning(
  what: Extract<SideBySide, { by: "meaning" }>,
  which: PaperRows,
): { headings: string[]; lines: Line[] } {
  const { columns, rows } = quantityPart(
    what.titles,
    which === "differences" ? what.lines.filter((each) => each.verdict !== "alike") : what.lines,
  );
  return { headings: columns.map((each) => each.title), lines: rows.map((cells) => ({ cells })) };
}
