import type { ParameterKind } from "@/core/value";
import type { SheetData } from "./rows";

/** What is asked of a sheet as a whole. */
export interface SheetFacts {
  /** Its parameter sets, and its axes, by number; what all of them share is none. */
  sets: readonly number[];
  axes: readonly number[];
  /** How many rows it has, how many of them are not default, and how many differ. */
  rows: number;
  notDefault: number;
  differs: number;
  /** How many hold something outside of what the family allows. */
  outside: number;
  /** How many rows of each kind, in the order in which the kinds are met. */
  kinds: ReadonlyMap<ParameterKind, number>;
  /** Of how many it cannot be said whether they differ. */
  untold: number;
  /** How many follow the rating, of whatever kind. */
  rated: number;
  /** On some row stands a verdict. */
  verdicts: boolean;
  /** Characters of the longest code, and of the longest name. */
  longestCode: number;
  longestName: number;
  /** Of the longest text that stands beside a figure: of a choice, or a unit; and of the longest text that is a value itself. */
  longestMeaning: number;
  longestText: number;
}

/** A sheet stays as it is: one that has changed is another one. */
const known = new WeakMap<SheetData, SheetFacts>();

/** What is asked of a sheet as a whole, found in one walk through its rows and kept: of thousands, each walk counts. */
export function factsOf(data: SheetData): SheetFacts {
  const found = known.get(data) ?? walk(data);
  known.set(data, found);
  return found;
}

function walk({ groups }: SheetData): SheetFacts {
  const [sets, axes] = [new Set<number>(), new Set<number>()];
  const kinds = new Map<ParameterKind, number>();
  let [rows, notDefault, differs, outside, untold, rated] = [0, 0, 0, 0, 0, 0];
  let [longestCode, longestName, longestMeaning, longestText] = [0, 0, 0, 0];
  let verdicts = false;
  for (const group of groups) {
    axes.add(group.axis);
    for (const row of group.rows) {
      sets.add(row.set ?? 0);
      kinds.set(row.kind, (kinds.get(row.kind) ?? 0) + 1);
      rows += 1;
      if (row.notDefault) notDefault += 1;
      if (row.differs) differs += 1;
      if (row.outside !== undefined) outside += 1;
      if (row.untold) untold += 1;
      if (row.rated) rated += 1;
      verdicts ||= row.verdict !== undefined;
      longestCode = Math.max(longestCode, row.code.length);
      longestName = Math.max(longestName, row.name.length);
      for (const { words, text, meaning, missing } of row.cells) {
        if (missing) continue;
        if (words) longestText = Math.max(longestText, text.length);
        else longestMeaning = Math.max(longestMeaning, meaning.length);
      }
    }
  }
  return {
    sets: numbered(sets),
    axes: numbered(axes),
    rows,
    notDefault,
    differs,
    outside,
    kinds,
    untold,
    rated,
    verdicts,
    longestCode,
    longestName,
    longestMeaning,
    longestText,
  };
}

const numbered = (all: ReadonlySet<number>): number[] =>
  [...all].filter((each) => each > 0).sort((one, other) => one - other);

/** What of a sheet lies outside of what its family allows, in words, one for each row where something does. */
export function saidOutside({ groups }: SheetData): string[] {
  return groups.flatMap(({ rows }) => rows.flatMap((each) => each.outside ?? []));
}
