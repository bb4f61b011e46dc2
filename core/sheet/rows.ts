import type { Column, Source } from "@/core/compare";
import { compareColumns, verdict, VERDICTS } from "@/core/compare";
import { defaultFor, type Definition } from "@/core/definition";
import { formatValue, type FormattedValue, type RawValue } from "@/core/value";

/** One cell of a sheet, ready to draw. */
export interface Cell extends FormattedValue {
  missing?: boolean;
  /** Among three or more columns: another value than most of them have. */
  odd?: boolean;
  /** Words rather than a figure: drawn from the left. */
  words?: boolean;
  /** Not known to be in the drive's permanent memory. */
  volatile?: boolean;
}

export interface SheetRow {
  code: string;
  name: string;
  help: string;
  kind: string;
  cells: Cell[];
  notDefault: boolean;
  differs: boolean;
  moving: boolean;
  readOnly: boolean;
  /** Difference of the last column to the first, in words. */
  by?: string;
  /** Default, record and drive in one word, where all three are there. */
  verdict?: string;
  /** Lower-case text that a search looks through: code, name, unit, meaning and value. */
  search: string;
}

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
  columns: SheetColumn[];
  /** Whether there is something to compare beside a default. */
  compares: boolean;
  groups: SheetGroup[];
}

/**
 * Makes a sheet of columns: one row for each parameter, in the definition's groups, formatted once.
 * The first column is the one that is compared with the default. A sheet of defaults alone shows what a family has: parameters without a default too.
 */
export function buildSheet(definition: Definition, rating: string | undefined, columns: Column[]): SheetData {
  const groups = new Map<string, SheetGroup>();
  for (const group of definition.groups)
    groups.set(group.id, {
      id: group.id,
      title: group.title,
      trail: group.trail.slice(0, -1).join(" · "),
      axis: definition.axes.length > 1 ? group.axis : 0,
      rows: [],
    });
  // The factory default stands beside for reading; what differs is what the other columns hold. Defaults alone are compared with each other.
  const holding = columns.flatMap((each, i) => (each.source === "default" ? [] : [i]));
  const compared = holding.length > 0 ? holding : columns.map((_, i) => i);
  const severalPositions = new Set(columns.flatMap((each) => each.at ?? [])).size > 1;
  for (const row of compareColumns(definition, columns, { every: holding.length === 0 })) {
    const { parameter } = row;
    const standard = defaultFor(definition, parameter, rating);
    const names = severalPositions && parameter.type === "text";
    const most = compared.length > 2 ? mostCommon(compared.map((i) => row.cells[i])) : undefined;
    const cells = row.cells.map((raw, i): Cell => {
      if (raw === undefined) return { text: "", unit: "", meaning: "", missing: true };
      const cell: Cell = formatValue(parameter, raw);
      if (most !== undefined && compared.includes(i) && raw !== most && !row.moving && !names)
        cell.odd = true;
      if (parameter.type === "text") cell.words = true;
      if (columns[i]!.volatile?.has(parameter.code)) cell.volatile = true;
      return cell;
    });
    const main = row.cells[0];
    // What was not read is not told; it differs from nothing.
    const held = compared.map((i) => row.cells[i]).filter((raw) => raw !== undefined);
    groups.get(parameter.group)!.rows.push({
      code: parameter.code,
      name: parameter.name,
      help: parameter.help,
      kind: parameter.kind,
      cells,
      notDefault: main !== undefined && standard !== undefined && main !== standard && !row.moving,
      differs: !row.moving && !names && held.some((raw) => raw !== held[0]),
      moving: row.moving,
      readOnly: parameter.readOnly,
      // Beside a default, the difference says how far the value is from it.
      by:
        row.by === undefined
          ? undefined
          : signed(
              columns.length === 2 && columns[1]!.source === "default" ? -row.by : row.by,
              parameter.unit,
            ),
      verdict:
        names && held.some((raw) => raw !== held[0])
          ? "each its own"
          : verdictOf(columns, standard, row.cells),
      search: [
        parameter.code,
        parameter.name,
        parameter.unit ?? "",
        group(definition, parameter.group),
        ...cells.flatMap((cell) => [cell.text, cell.meaning]),
      ]
        .join(" ")
        .toLowerCase(),
    });
  }
  return {
    columns: columns.map(({ title, source }) => ({ title, source })),
    compares: compared.length > 1,
    groups: [...groups.values()].filter((each) => each.rows.length > 0),
  };
}

/** The value that more than half of the columns have; undefined when there is none. */
function mostCommon(values: Array<RawValue | undefined>): RawValue | undefined {
  return values.find(
    (value) => value !== undefined && values.filter((each) => each === value).length * 2 > values.length,
  );
}

function group(definition: Definition, id: string): string {
  return definition.groups.find((each) => each.id === id)?.trail.join(" ") ?? "";
}

function signed(by: number, unit: string | undefined): string {
  const text = Number(by.toPrecision(10)).toString();
  return `${by > 0 ? "+" : ""}${text}${unit ? ` ${unit}` : ""}`;
}

function verdictOf(
  columns: Column[],
  standard: RawValue | undefined,
  cells: Array<RawValue | undefined>,
): string | undefined {
  const recorded = columns.findIndex((each) => each.source === "record");
  const live = columns.findIndex((each) => each.source === "live");
  if (recorded < 0 || live < 0) return undefined;
  const said = verdict(standard, cells[recorded], cells[live]);
  // As recorded needs no word: what stands alone in its column is what somebody has to look at.
  return said === "as-recorded" || said === "never-set" ? undefined : VERDICTS[said];
}

/** What a person wants to see of a sheet. */
export interface SheetFilter {
  text: string;
  onlyNotDefault: boolean;
  onlyDifferences: boolean;
}

/** The rows that a filter leaves, group by group; groups with none are left out. Words of the text must all be found. */
export function filterSheet(
  groups: SheetGroup[],
  { text, onlyNotDefault, onlyDifferences }: SheetFilter,
): SheetGroup[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0 && !onlyNotDefault && !onlyDifferences) return groups;
  const left: SheetGroup[] = [];
  for (const group of groups) {
    const rows = group.rows.filter(
      (row) =>
        (!onlyNotDefault || row.notDefault) &&
        (!onlyDifferences || row.differs) &&
        words.every((word) => row.search.includes(word)),
    );
    if (rows.length > 0) left.push({ ...group, rows });
  }
  return left;
}
