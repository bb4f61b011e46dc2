import { PARAMETER_KINDS } from "@/core/value";
import { meetsAll, parseFind, possibleText, searchText, wordsLike } from "./find";
import type { SheetRow } from "./row";
import type { SheetData, SheetGroup } from "./rows";

/** What can be left out of a sheet as a whole: a kind of parameters, or those that follow the rating, of whatever kind. */
export const LEAVABLE = [...PARAMETER_KINDS, "rated"] as const;
export type Leavable = (typeof LEAVABLE)[number];

/** What a person wants to see of a sheet. All of it must hold. */
export interface SheetFilter {
  /** As it was typed: see `parseFind`. */
  text: string;
  /** Also rows that hold no such word, but whose parameter has a choice that does. */
  could?: boolean;
  notDefault: boolean;
  differences: boolean;
  /** Only what is outside of what the family allows. */
  outside?: boolean;
  /** What is left out. */
  without: readonly Leavable[];
  /** One axis alone; what the axes share is 0. */
  axis?: number;
  /** One parameter set alone; what no set holds is 0. */
  set?: number;
  /** Only these, axis and set included. */
  only?: ReadonlySet<string>;
  /** Only these too: what somebody wrote something down about. */
  noted?: ReadonlySet<string>;
  /** A list of codes without axis and set: only these, in this order, under this title. */
  list?: { title: string; codes: readonly string[] };
}

export const NO_FILTER: SheetFilter = { text: "", notDefault: false, differences: false, without: [] };

export interface Filtered {
  groups: SheetGroup[];
  /** Words that stand nowhere, and what was looked for instead. */
  instead: Array<{ typed: string; taken: string[] }>;
  /** How many rows more have a choice that says so, though it is not chosen; they are left out. */
  could: number;
  trouble?: string;
}

/** The rows that a filter leaves, group by group; groups with none are left out. A word that stands nowhere in the sheet is taken for those that are likest to it. */
export function filterSheet(data: SheetData, filter: SheetFilter): Filtered {
  const find = parseFind(filter.text, filter.text.trim() === "" ? [] : unitsOf(data));
  const instead: Filtered["instead"] = [];
  const words = find.words.map((typed) => {
    const taken = stands(typed, data.groups) ? [] : wordsLike(typed, data.groups);
    if (taken.length > 0) instead.push({ typed, taken });
    return taken.length > 0 ? taken : [typed];
  });
  const wanted = filter.list && new Set(filter.list.codes);
  const fits = (row: SheetRow, group: SheetGroup): boolean =>
    (!filter.notDefault || row.notDefault) &&
    (!filter.differences || row.differs) &&
    (!filter.outside || row.outside !== undefined) &&
    !filter.without.includes(row.kind) &&
    !(row.rated && filter.without.includes("rated")) &&
    (filter.axis === undefined || group.axis === filter.axis) &&
    (filter.set === undefined || (row.set ?? 0) === filter.set) &&
    (!filter.only || filter.only.has(row.code)) &&
    (!filter.noted || filter.noted.has(row.code)) &&
    (!wanted || wanted.has(row.base ?? row.code)) &&
    meetsAll(row, data.columns, find.conditions);
  const says = (text: string): boolean => words.every((each) => each.some((word) => text.includes(word)));
  const left = (textOf: typeof searchText): SheetGroup[] =>
    data.groups.flatMap((group) => {
      // Where nothing is looked for, no text is put together for it.
      const rows = group.rows.filter(
        (row) => (words.length === 0 || says(textOf(row, group))) && fits(row, group),
      );
      if (rows.length === group.rows.length) return [group];
      return rows.length > 0 ? [{ ...group, rows }] : [];
    });
  const holding = filter.could ? [] : left(searchText);
  const possible = words.length === 0 && !filter.could ? holding : left(possibleText);
  // Where nothing holds the words, what could hold them is what is meant.
  const groups = holding.length === 0 ? possible : holding;
  const could = countRows(possible) - countRows(groups);
  return {
    groups: filter.list ? listed(groups, filter.list) : groups,
    instead,
    could,
    ...(find.trouble === undefined ? {} : { trouble: find.trouble }),
  };
}

const units = new WeakMap<SheetData, string[]>();

/** The units that stand in a sheet. */
function unitsOf(data: SheetData): string[] {
  let found = units.get(data);
  if (!found) {
    const all = data.groups.flatMap((group) =>
      group.rows.flatMap((row) => row.cells.map((cell) => cell.unit)),
    );
    found = [...new Set(all)].filter(Boolean);
    units.set(data, found);
  }
  return found;
}

function stands(word: string, groups: readonly SheetGroup[]): boolean {
  return groups.some((group) => group.rows.some((row) => possibleText(row, group).includes(word)));
}

const countRows = (groups: readonly SheetGroup[]): number =>
  groups.reduce((sum, each) => sum + each.rows.length, 0);

/** The rows of a list in its order, under its title; where there are several axes, each axis by itself. */
function listed(
  groups: readonly SheetGroup[],
  { title, codes }: NonNullable<SheetFilter["list"]>,
): SheetGroup[] {
  const at = new Map(codes.map((code, i) => [code, i]));
  const axes = new Map<number, SheetRow[]>();
  for (const { axis, rows } of groups) axes.set(axis, [...(axes.get(axis) ?? []), ...rows]);
  return [...axes]
    .sort(([one], [other]) => one - other)
    .map(([axis, rows]) => ({
      id: `list/${axis}`,
      title: axis > 0 ? `${title}, axis ${axis}` : title,
      trail: "",
      axis,
      rows: rows.toSorted((one, other) => at.get(one.base ?? one.code)! - at.get(other.base ?? other.code)!),
    }));
}
