import type { Column, Row } from "@/core/compare";
import { numericDifference, verdict as verdictOn, VERDICTS } from "@/core/compare";
import { defaultFor, type Definition } from "@/core/definition";
import {
  formatValue,
  physicalNumber,
  type FormattedValue,
  type Parameter,
  type ParameterKind,
  type RawValue,
} from "@/core/value";
import { outsideFinder } from "./outside";

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
  kind: ParameterKind;
  /** The code without axis and set, where there are several. */
  base?: string;
  /** The parameter set that holds it; absent where none does. */
  set?: number;
  /** The texts of its choices, where it has some: one looks for what a parameter can do. */
  choices?: string;
  /** Cells that are alike may be one. */
  cells: Cell[];
  notDefault: boolean;
  differs: boolean;
  moving: boolean;
  readOnly: boolean;
  /** Held in one of the columns that are compared and not known in another: whether it differs, nobody can say. */
  untold?: boolean;
  /** It follows the rating of the drive. */
  rated?: boolean;
  /** Difference of the last column to the first, in words. */
  by?: string;
  /** What of it is outside of what the family allows, in words. */
  outside?: string;
  /** Default, record and drive in one word, where all three are there. */
  verdict?: string;
}

const NOT_THERE: Cell = { text: "", unit: "", meaning: "", missing: true };
const HAS_NONE: Cell = { text: "", unit: "", meaning: "has none", missing: true };

/** What makes the rows of a sheet of some columns, of what stands side by side: formatted, with what is said of how they differ. */
export interface RowMaker {
  make: (row: Row) => SheetRow;
  /** Which columns are compared with each other, by their place. */
  compared: number[];
  /** Those that somebody holds values in: all but defaults. */
  holding: number[];
}

/** The maker of the rows of these columns, under a definition and for the defaults of a rating. */
export function rowMaker(
  definition: Definition,
  rating: string | undefined,
  columns: readonly Column[],
): RowMaker {
  // The factory default stands beside for reading, unless it is said to count; what differs is what the other columns hold. Defaults alone are compared with each other.
  const holding = columns.flatMap((each, i) => (each.source === "default" ? [] : [i]));
  const alone = holding.length === 0;
  const compared = columns.flatMap((each, i) =>
    alone || each.source !== "default" || each.counts ? [i] : [],
  );
  const outsideOf = outsideFinder(definition, rating, columns, holding);
  const severalPositions = new Set(columns.flatMap((each) => each.at ?? [])).size > 1;
  const make = (row: Row): SheetRow => {
    const { parameter } = row;
    const standard = defaultFor(definition, parameter, rating);
    const names = severalPositions && parameter.type === "text";
    const most = compared.length > 2 ? mostCommon(compared.map((i) => row.cells[i])) : undefined;
    const cells: Cell[] = [];
    for (const [i, raw] of row.cells.entries()) {
      if (raw === undefined) {
        cells.push(columns[i]!.lacks?.has(parameter.code) ? HAS_NONE : NOT_THERE);
        continue;
      }
      const odd =
        most !== undefined && compared.includes(i) && raw !== most && !row.moving && !names
          ? true
          : undefined;
      const volatile = columns[i]!.volatile?.has(parameter.code) ? true : undefined;
      // Most of what stands side by side is alike: it is one cell then, made once and sent once.
      const before = cells.at(-1);
      if (before && row.cells[i - 1] === raw && before.odd === odd && before.volatile === volatile) {
        cells.push(before);
        continue;
      }
      const cell: Cell = formatValue(parameter, raw);
      if (odd) cell.odd = true;
      if (parameter.type === "text") cell.words = true;
      if (volatile) cell.volatile = true;
      cells.push(cell);
    }
    const main = row.cells[holding[0] ?? 0];
    // What one drive has and another has nothing for is a difference; what was not read is none.
    const lacking = compared.filter((i) => columns[i]!.lacks?.has(parameter.code));
    // What was not read is not told; it differs from nothing.
    const held = compared.map((i) => row.cells[i]).filter((raw) => raw !== undefined);
    const by = differenceWords(parameter, columns, compared, row.cells);
    const verdict =
      names && held.some((raw) => raw !== held[0])
        ? "each its own"
        : (lacksWords(columns, lacking) ?? verdictOf(columns, standard, row.cells));
    const made: SheetRow = {
      code: parameter.code,
      name: parameter.name,
      help: parameter.help,
      kind: parameter.kind,
      cells,
      notDefault: main !== undefined && standard !== undefined && main !== standard && !row.moving,
      differs: !row.moving && !names && (held.some((raw) => raw !== held[0]) || lacking.length > 0),
      moving: row.moving,
      readOnly: parameter.readOnly,
    };
    // What is not said is left out: a sheet of thousands goes over the network.
    if (parameter.base !== parameter.code) made.base = parameter.base;
    if (parameter.set > 0) made.set = parameter.set;
    if (parameter.choices) made.choices = parameter.choices.map((each) => each.text).join(" ");
    if (parameter.ratingDependent) made.rated = true;
    if (!row.moving && held.length > 0 && held.length + lacking.length < compared.length) made.untold = true;
    if (by !== undefined) made.by = by;
    if (verdict !== undefined) made.verdict = verdict;
    const outside = outsideOf(parameter, row.cells);
    if (outside !== undefined) made.outside = outside;
    return made;
  };
  return { make, compared, holding };
}

/** Which drives have nothing for a parameter that another has; undefined where there are none. */
function lacksWords(columns: readonly Column[], lacking: readonly number[]): string | undefined {
  if (lacking.length === 0) return undefined;
  return `not in ${lacking.map((i) => columns[i]!.title).join(", ")}`;
}

/** The value that more than half of the columns have; undefined when there is none. */
function mostCommon(values: Array<RawValue | undefined>): RawValue | undefined {
  return values.find(
    (value) => value !== undefined && values.filter((each) => each === value).length * 2 > values.length,
  );
}

function signed(by: number, unit: string | undefined): string {
  const text = Number(by.toPrecision(10)).toString();
  return `${by > 0 ? "+" : ""}${text}${unit ? ` ${unit}` : ""}`;
}

/**
 * The difference of two values in words: how far the last is from the first of those that somebody holds, with its share; a draft's from what it stands on; a value that stands
 * alone from the default beside it.
 */
function differenceWords(
  parameter: Parameter,
  columns: readonly Column[],
  compared: readonly number[],
  cells: ReadonlyArray<RawValue | undefined>,
): string | undefined {
  const [first, last] = [compared[0]!, compared.at(-1)!];
  const alone = compared.length === 1;
  if (alone && columns.length !== 2) return undefined;
  const beside = alone ? cells[first === 0 ? 1 : 0] : cells[last];
  const back = alone || columns[first]!.source === "draft";
  const [from, to] = back ? [beside, cells[first]] : [cells[first], beside];
  const by = numericDifference(parameter, from, to);
  if (by === undefined) return undefined;
  return signed(by, parameter.unit) + (alone ? "" : share(by, parameter, from));
}

/** A difference as a share of what it began from: " (+50 %)"; nothing where that is 0, or the unit is a share itself. */
function share(by: number, parameter: Parameter, from: RawValue | undefined): string {
  const whole = from === undefined ? undefined : physicalNumber(parameter, from);
  if (!whole || parameter.unit === "%" || !Number.isFinite(by / whole)) return "";
  const percent = Math.round((by / Math.abs(whole)) * 100);
  return percent === 0 ? "" : ` (${percent > 0 ? "+" : ""}${percent} %)`;
}

function verdictOf(
  columns: readonly Column[],
  standard: RawValue | undefined,
  cells: Array<RawValue | undefined>,
): string | undefined {
  const recorded = columns.findIndex((each) => each.source === "record");
  const live = columns.findIndex((each) => each.source === "live");
  if (recorded < 0 || live < 0) return undefined;
  const said = verdictOn(standard, cells[recorded], cells[live]);
  // As recorded needs no word: what stands alone in its column is what somebody has to look at.
  return said === "as-recorded" || said === "never-set" ? undefined : VERDICTS[said];
}
