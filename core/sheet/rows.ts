import { compareColumns, type Column, type Row, type Source } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { rowMaker, type RowMaker, type SheetRow } from "./row";

export interface SheetGroup {
  id: string;
  title: string;
  trail: string;
  /** The axis it belongs to; 0 for what the axes share, and for a drive that has but one. */
  axis: number;
  rows: SheetRow[];
}

export interface SheetColumn {
  title: string;
  source: Source;
}

export interface SheetData {
  /** The definition's id: whose parameters these are. */
  family: string;
  /** The definition's short list, codes without axis and set; empty where it brings none. */
  essentials: string[];
  columns: SheetColumn[];
  /** Sets or axes of one drive stand side by side. */
  beside?: boolean;
  /** Only its first rows of those that differ; the rest is on its way. */
  coming?: boolean;
  /** No words are said on how rows differ. */
  silent?: boolean;
  /** Whether there is something to compare beside a default. */
  compares: boolean;
  groups: SheetGroup[];
}

/**
 * Makes a sheet of columns: one row for each parameter, in the definition's groups, formatted once.
 * The first column is the one that is compared with the default. A sheet of defaults alone shows what a family has: parameters without a default too.
 * `only` names the parameters whose rows are wanted; what is said of them still takes all values into account.
 */
export function buildSheet(
  definition: Definition,
  rating: string | undefined,
  columns: readonly Column[],
  only?: ReadonlySet<string>,
): SheetData {
  const maker = rowMaker(definition, rating, columns);
  const every = maker.holding.length === 0;
  return sheetOf(
    definition,
    columns,
    maker,
    compareColumns(definition, columns, { every })
      .filter(({ parameter }) => !only || only.has(parameter.code))
      .map((row) => ({ row, made: maker.make(row) })),
  );
}

/**
 * The first rows of the same sheet that differ, as many as are asked for: of thousands of rows only these are formatted, so that somebody has them to read while
 * the whole sheet is being made. Undefined where none does.
 */
export function buildHead(
  definition: Definition,
  rating: string | undefined,
  columns: readonly Column[],
  most: number,
): SheetData | undefined {
  const maker = rowMaker(definition, rating, columns);
  const rows: MadeRow[] = [];
  for (const row of compareColumns(definition, columns)) {
    if (row.difference === "same") continue;
    const made = maker.make(row);
    if (made.differs) rows.push({ row, made });
    if (rows.length === most) break;
  }
  return rows.length > 0 ? { ...sheetOf(definition, columns, maker, rows), coming: true } : undefined;
}

interface MadeRow {
  row: Row;
  made: SheetRow;
}

function sheetOf(
  definition: Definition,
  columns: readonly Column[],
  { compared }: RowMaker,
  rows: readonly MadeRow[],
): SheetData {
  const groups = new Map<string, SheetGroup>();
  for (const group of definition.groups)
    groups.set(group.id, {
      id: group.id,
      title: group.title,
      trail: group.trail.slice(0, -1).join(" · "),
      axis: definition.axes.length > 1 ? group.axis : 0,
      rows: [],
    });
  for (const { row, made } of rows) groups.get(row.parameter.group)!.rows.push(made);
  return {
    family: definition.id,
    essentials: definition.file.essentials ?? [],
    columns: columns.map(({ title, source }) => ({ title, source })),
    compares: compared.length > 1,
    groups: [...groups.values()].filter((each) => each.rows.length > 0),
  };
}
