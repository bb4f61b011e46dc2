import type { Source } from "@/core/compare";
import { factsOf } from "./facts";
import type { Hideable } from "./hideable";
import type { SheetColumn, SheetData } from "./rows";

/** What of a sheet somebody may want to leave out, with its title: a column beside the first that is the only one of its kind, and the words on differences. */
export function hideableOf(data: SheetData): Array<{ what: Hideable; title: string }> {
  const { columns, beside } = data;
  if (beside) return [];
  const alone = (source: Source): boolean => columns.filter((each) => each.source === source).length === 1;
  const found = columns
    .slice(1)
    .flatMap(({ source, title }) => (alone(source) ? [{ what: source, title }] : []));
  return columns.length > 1 ? [...found, { what: "difference", title: saysTitle(data) }] : [];
}

/** What is said last of a row, as the heading of its column: a verdict, where default, record and drive stand in one row. */
export function saysTitle(data: SheetData): "Verdict" | "Difference" {
  return factsOf(data).verdicts ? "Verdict" : "Difference";
}

/** A sheet without the columns that somebody leaves out. What differs, and by how much, stays as it is: it is only not drawn. */
export function withoutColumns(data: SheetData, hidden: ReadonlySet<Hideable>): SheetData {
  const leaves = hideableOf(data).filter(({ what }) => hidden.has(what));
  if (leaves.length === 0) return data;
  const gone = new Set(leaves.map((each) => each.what));
  const stays = (i: number): boolean => i === 0 || !gone.has(data.columns[i]!.source);
  return {
    ...data,
    ...(gone.has("difference") ? { silent: true } : {}),
    columns: data.columns.filter((_, i) => stays(i)),
    groups: data.groups.map((group) => ({
      ...group,
      rows: group.rows.map((row) => ({ ...row, cells: row.cells.filter((_, i) => stays(i)) })),
    })),
  };
}

/**
 * The titles of columns as they stand above them: where more than three stand beside each other, without what all of them have behind their last comma, since that tells
 * none from another. Example: "KL-01 record 7, standing" and "KL-02 record 7, standing" are "KL-01 record 7" and "KL-02 record 7".
 */
export function headTitles(columns: readonly SheetColumn[]): string[] {
  const titles = columns.map((each) => each.title);
  const ends = new Set(titles.map((each) => /^.+(, [^,]+)$/.exec(each)?.[1]));
  const [end] = ends;
  if (titles.length <= 3 || ends.size > 1 || end === undefined) return titles;
  return titles.map((each) => each.slice(0, -end.length));
}
