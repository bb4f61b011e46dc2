import { distance } from "fastest-levenshtein";
import { unitFactor } from "@/core/value";
import type { SheetRow } from "./row";
import type { SheetColumn, SheetGroup } from "./rows";

/** What somebody typed to find rows: words that must all be there, and what values must be like. */
export interface Find {
  words: string[];
  conditions: Condition[];
  /** Why a part of it is left out of account, in words. */
  trouble?: string;
}

export type Condition =
  | { is: "number"; by: Operator; value: number; unit: string }
  | { is: "between"; from: number; to: number; unit: string }
  | { is: "text"; by: "=" | "!="; text: string };

type Operator = ">" | ">=" | "<" | "<=" | "=" | "!=";

const SAME: Readonly<Record<string, Operator>> = { "≥": ">=", "≤": "<=", "≠": "!=" };
const NUMBER = String.raw`[-+−]?\d+(?:[.,]\d+)?`;
const PART = new RegExp(
  String.raw`(>=|<=|!=|≥|≤|≠|>|<|=)\s*([^<>=!≥≤≠]*)|(${NUMBER})\s*\.\.\s*(${NUMBER})\s*([^\s\d<>=!]+)?|([^\s<>=!≥≤≠]+|!)`,
  "g",
);
const COMPARED = new RegExp(String.raw`^(${NUMBER})\s*([^\s\d]\S*)?\s*(.*)$`, "s");
/** The share of two numbers that counts as nothing: what binary fractions leave behind. */
const DUST = 1e-9;

/**
 * Reads what was typed into a sheet's search: words in any order, and conditions on the value: `> 50 Hz`, `2..5 s`, `= coast`, `!= 0`. Units may be others of the same
 * quantity as one of `units`, those of the sheet; a comma serves as decimal point. A condition that is not typed to its end yet is left out.
 */
export function parseFind(typed: string, units: readonly string[]): Find {
  const find: Find = { words: [], conditions: [] };
  const known = (unit: string | undefined): string | undefined =>
    unit !== undefined && units.some((each) => factorTo(each, unit) !== undefined) ? unit : undefined;
  const words = (text: string): void => {
    for (const word of text.toLowerCase().split(/\s+/).filter(Boolean))
      find.words.push(/^\d+,\d+$/.test(word) ? word.replace(",", ".") : word);
  };
  for (const [, sign, value = "", from, to, between, word] of typed.matchAll(PART)) {
    if (sign !== undefined) compare(find, SAME[sign] ?? (sign as Operator), value.trim(), words, known);
    else if (from !== undefined) {
      const unit = known(between);
      if (between && !unit) words(between);
      find.conditions.push({ is: "between", from: numberOf(from), to: numberOf(to!), unit: unit ?? "" });
    } else if (word !== undefined) words(word);
  }
  return find;
}

function compare(
  find: Find,
  by: Operator,
  value: string,
  words: (text: string) => void,
  known: (unit: string | undefined) => string | undefined,
): void {
  if (value === "") return;
  const [, figure, unit, rest = ""] = COMPARED.exec(value) ?? [];
  const equal = by === "=" || by === "!=";
  // "= 2 wires" is the beginning of a choice's text; "> 2 ramp" is a number and a word.
  const measured = unit === undefined || known(unit) !== undefined;
  if (figure !== undefined && (measured || !equal)) {
    find.conditions.push({ is: "number", by, value: numberOf(figure), unit: known(unit) ?? "" });
    words(`${measured ? "" : unit} ${rest}`);
  } else if (equal) find.conditions.push({ is: "text", by, text: value.toLowerCase() });
  else find.trouble = `After ${by} comes a number, as in "${by} 50 Hz": "${value}" is left out.`;
}

const numberOf = (text: string): number => Number(text.replace(",", ".").replace("−", "-"));

/** Whether a value that is shown meets a condition. What has no value meets none. */
export function meets(cell: SheetRow["cells"][number], condition: Condition): boolean {
  if (cell.missing) return false;
  if (condition.is === "text") {
    const text = (cell.meaning || cell.text).toLowerCase();
    return text.includes(condition.text) === (condition.by === "=");
  }
  const figure = cell.text.trim() === "" ? NaN : Number(cell.text);
  const factor = factorTo(cell.unit, condition.unit);
  if (Number.isNaN(figure) || factor === undefined) return false;
  const value = figure * factor;
  const like = (other: number): boolean =>
    Math.abs(value - other) <= DUST * Math.max(Math.abs(value), Math.abs(other));
  if (condition.is === "between")
    return (value > condition.from || like(condition.from)) && (value < condition.to || like(condition.to));
  const { by, value: other } = condition;
  if (like(other)) return by === "=" || by === ">=" || by === "<=";
  if (by === "!=") return true;
  return by === ">" || by === ">=" ? value > other : by !== "=" && value < other;
}

const factors = new Map<string, number | undefined>();

/** From the unit that is shown to the one that was typed; undefined where they measure different things. No unit typed: as it is shown. Each pair is worked out once. */
function factorTo(shown: string, typed: string): number | undefined {
  if (typed === "") return 1;
  const key = `${shown} ${typed}`;
  if (factors.has(key)) return factors.get(key);
  const exact = typed.toLowerCase() === shown.toLowerCase() ? { num: 1n, den: 1n } : unitFactor(shown, typed);
  const factor = exact && Number(exact.num) / Number(exact.den);
  // Whoever types much leaves no more behind than this.
  if (factors.size > 1000) factors.clear();
  factors.set(key, factor);
  return factor;
}

/** Whether a row meets every condition with one of the values that somebody holds; a default beside them is no answer. */
export function meetsAll(
  row: SheetRow,
  columns: readonly SheetColumn[],
  conditions: readonly Condition[],
): boolean {
  const alone = columns.every((each) => each.source === "default");
  return conditions.every((condition) =>
    row.cells.some((cell, i) => (alone || columns[i]?.source !== "default") && meets(cell, condition)),
  );
}

const searched = new WeakMap<SheetRow, string>();

/** The lower-case text of a row that words are looked for in: code, name, group, unit, and the values shown with what they mean. */
export function searchText(row: SheetRow, group: Pick<SheetGroup, "title" | "trail">): string {
  let text = searched.get(row);
  if (text === undefined) {
    const cells = row.cells.flatMap((cell) => [cell.text, cell.unit, cell.meaning]);
    text = [row.code, row.name, group.trail, group.title, ...cells].join(" ").toLowerCase();
    searched.set(row, text);
  }
  return text;
}

/** The same with every choice that its parameter has, whether it is chosen or not. */
export function possibleText(row: SheetRow, group: Pick<SheetGroup, "title" | "trail">): string {
  return row.choices === undefined
    ? searchText(row, group)
    : `${searchText(row, group)} ${row.choices.toLowerCase()}`;
}

const vocabularies = new WeakMap<readonly SheetGroup[], ReadonlySet<string>>();

/**
 * The words of a sheet that are likest to one that stands nowhere in it: one letter otherwise from four letters on, two from seven on. Empty where the word stands there,
 * or nothing is like it.
 */
export function wordsLike(word: string, groups: readonly SheetGroup[]): string[] {
  if (word.length < 4 || /\d/.test(word)) return [];
  let vocabulary = vocabularies.get(groups);
  if (!vocabulary) {
    vocabulary = new Set(
      groups.flatMap((group) =>
        group.rows.flatMap((row) => possibleText(row, group).match(/\p{L}{3,}/gu) ?? []),
      ),
    );
    vocabularies.set(groups, vocabulary);
  }
  const bound = word.length < 7 ? 1 : 2;
  let best = bound;
  const like = new Map<string, number>();
  for (const each of vocabulary) {
    if (each.includes(word)) return [];
    // A word that is only begun is like the beginning of a longer one.
    const far = Math.min(distance(word, each), distance(word, each.slice(0, word.length)));
    if (far > bound) continue;
    like.set(each, far);
    best = Math.min(best, far);
  }
  return [...like].filter(([, far]) => far === best).map(([each]) => each);
}
