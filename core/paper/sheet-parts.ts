import type { SheetData, SheetRow } from "@/core/sheet";
import type { PaperColumn, PaperPart } from "./paper";

export const PAPER_ROWS = ["all", "not-default", "differences"] as const;
/** Which rows of a sheet are printed. */
export type PaperRows = (typeof PAPER_ROWS)[number];

export interface SheetParts {
  parts: PaperPart[];
  /** How many rows are printed, and how many the sheet has. */
  shown: number;
  of: number;
}

/** A sheet as parts of a paper: one for each group, in the sheet's order, with its columns and their difference; groups without a row are left out. */
export function sheetParts(data: SheetData, which: PaperRows): SheetParts {
  const says = data.groups.some((group) =>
    group.rows.some((row) => row.by !== undefined || row.verdict !== undefined),
  );
  const columns: PaperColumn[] = [
    { title: "Code", width: 2, mono: true },
    { title: "Parameter", width: 4 },
    ...data.columns.map(({ title }): PaperColumn => ({ title, width: 4, mono: true })),
    ...(says ? [{ title: "Difference", width: 3 }] : []),
  ];
  const parts = data.groups.flatMap((group): PaperPart[] => {
    const rows = group.rows.filter((row) => onPaper(row, which)).map((row) => cellsOf(row, says));
    return rows.length > 0 ? [{ title: titleOf(group), columns, rows }] : [];
  });
  const count = (all: ReadonlyArray<{ rows: readonly unknown[] }>): number =>
    all.reduce((sum, each) => sum + each.rows.length, 0);
  return { parts, shown: count(parts), of: count(data.groups) };
}

/** Where it stands, from the outermost group on. */
const titleOf = ({ trail, title }: SheetData["groups"][number]): string =>
  trail && trail !== title ? `${trail} · ${title}` : title;

/** Whether a row is printed. */
export function onPaper(row: SheetRow, which: PaperRows): boolean {
  if (which === "not-default") return row.notDefault;
  return which === "all" || (row.differs && !row.moving);
}

function cellsOf(row: SheetRow, says: boolean): string[] {
  const values = row.cells.map(({ text, unit, meaning, missing, volatile }) => {
    if (missing) return meaning || "no value";
    const value = [[text, unit].filter(Boolean).join(" "), meaning].filter(Boolean).join(" · ");
    return volatile ? `${value} (not permanent)` : value;
  });
  return [row.code, row.name, ...values, ...(says ? [row.verdict ?? row.by ?? ""] : [])];
}
