import type { Row, ValueColumns } from "./table";

/** One drive of a list that has several beside each other. */
export interface DriveColumn {
  column: number;
  tag: string;
}

/** Rows above the heading in which a drive may be named: what lies further up is no head of its column. */
const LOOK_ABOVE = 20;

/**
 * The columns of a list that are each of a drive: by what `tagOf` recognises in the heading, or in a row above it. Empty unless there are several: one column alone is found
 * by its heading. A tag that stands over two columns is ambiguous, and of no column.
 */
export function drivesInColumns(
  rows: readonly Row[],
  { headRow, columns }: { headRow: number; columns: ValueColumns },
  tagOf: (cell: string) => string | undefined,
): DriveColumn[] {
  const taken = new Set([columns.code, columns.name, columns.unit]);
  const above = rows.slice(Math.max(0, headRow - LOOK_ABOVE), headRow + 1).reverse();
  const width = Math.max(0, ...above.map((each) => each.cells.length));
  const found = Array.from({ length: width }, (_, column): DriveColumn | undefined => {
    if (taken.has(column)) return undefined;
    const tags = above.flatMap(({ cells }) => tagOf((cells[column] ?? "").trim()) ?? []);
    return tags[0] === undefined ? undefined : { column, tag: tags[0] };
  }).filter((each) => each !== undefined);
  const once = found.filter(({ tag }) => found.filter((each) => each.tag === tag).length === 1);
  return once.length > 1 ? once : [];
}

/** The one column of a list without a heading for its values that names a drive: what stands under it are that one's values. Undefined where none does, or several. */
export function columnOfOneDrive(
  head: readonly string[],
  columns: ValueColumns,
  tagOf: (cell: string) => string | undefined,
): number | undefined {
  if (columns.value !== undefined || columns.raw !== undefined) return undefined;
  const taken = new Set(Object.values(columns));
  const named = head.flatMap((cell, i) => (!taken.has(i) && tagOf(cell.trim()) !== undefined ? [i] : []));
  return named.length === 1 ? named[0] : undefined;
}
