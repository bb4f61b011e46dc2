import { EVERYTHING, withinScope, type Definition, type Scope } from "@/core/definition";
import { floatOf, isBits, isFloat, isText, NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";

/** Where the values of a column come from; decides how they are drawn (ink, pencil, lit). A file is in no archive: it is drawn as softly as a default. */
export type Source = "default" | "record" | "draft" | "live" | "file";

export interface Column {
  id: string;
  title: string;
  source: Source;
  /** The position it is of; columns of several positions are compared without what names each of them. */
  at?: string;
  /** Codes whose value in the drive is not known to be in its permanent memory. */
  volatile?: ReadonlySet<string>;
  /** Codes that its own drive has nothing for: another firmware, fewer axes, an option that is not fitted. */
  lacks?: ReadonlySet<string>;
  /** A factory default that is compared like the others, rather than standing beside them for reading. */
  counts?: boolean;
  values: ReadonlyMap<string, RawValue>;
}

export type DifferenceKind = "same" | "value" | "missing";

export interface Row {
  parameter: Parameter;
  /** One raw value a column; undefined where the column has none. */
  cells: Array<RawValue | undefined>;
  difference: DifferenceKind;
  /** Changes by itself, so a difference means nothing. */
  moving: boolean;
}

/**
 * Puts any number of columns side by side, one row for each parameter that at least one column has,
 * in the definition's order; with `every`, also for those that none has; of a `scope`, when one is given. Raw values are compared, so nothing is equal by rounding.
 */
export function compareColumns(
  definition: Definition,
  columns: readonly Column[],
  { every = false, scope = EVERYTHING }: { every?: boolean; scope?: Scope } = {},
): Row[] {
  const rows: Row[] = [];
  for (const parameter of withinScope(definition, scope)) {
    const cells = new Array<RawValue | undefined>(columns.length);
    let present = 0;
    let differs = false;
    let first: RawValue | undefined;
    for (let i = 0; i < columns.length; i++) {
      const raw = columns[i]!.values.get(parameter.code);
      cells[i] = raw;
      if (raw === undefined) continue;
      if (present === 0) first = raw;
      else if (raw !== first) differs = true;
      present += 1;
    }
    if (present === 0 && !every) continue;
    let difference: DifferenceKind = present < columns.length ? "missing" : "same";
    if (differs) difference = "value";
    rows.push({ parameter, cells, difference, moving: NOT_SETTINGS.has(parameter.kind) });
  }
  return rows;
}

/** `to` less `from` in the parameter's unit, free of binary fractions' dust; undefined where a difference of numbers means nothing. */
export function numericDifference(
  parameter: Parameter,
  from: RawValue | undefined,
  to: RawValue | undefined,
): number | undefined {
  if (from === undefined || to === undefined || from === to) return undefined;
  if (parameter.choices || isBits(parameter.type) || isText(parameter.type)) return undefined;
  if (isFloat(parameter.type)) {
    const difference = floatOf(parameter.type, to) - floatOf(parameter.type, from);
    return Number.isNaN(difference) ? undefined : Number(difference.toPrecision(7));
  }
  if (typeof from !== "number" || typeof to !== "number") return undefined;
  // The raw difference is a whole number: one multiplication and one division are exact enough to print.
  return ((to - from) * Number(parameter.scale.num)) / Number(parameter.scale.den);
}

/** Rows that a person has to look at: settings that differ, without what moves by itself. */
export function onlyDifferences(rows: readonly Row[]): Row[] {
  return rows.filter((row) => row.difference !== "same" && !row.moving);
}
