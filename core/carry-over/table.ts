import type { Parameter, RawValue } from "@/core/value";
import { carryValue, type Carried } from "./carry-value";
import type { MappingTable, TablePlace } from "./mapping";

/** Parameters of one side with what they hold. */
export interface Holding {
  parameter: Parameter;
  raw: RawValue;
}

/**
 * What several parameters together become, by the first row of a table that fits; undefined where none does. A table is read backwards as well as forwards: `from` and `to` name
 * the columns in the direction that is gone.
 */
export function byTable(
  rows: MappingTable["rows"],
  direction: "forwards" | "backwards",
  held: readonly Holding[],
  made: readonly Parameter[],
): Carried[] | undefined {
  for (const row of rows) {
    const [given, gives] = direction === "forwards" ? [row.from, row.to] : [row.to, row.from];
    const bound = match(given, held, direction === "backwards");
    if (!bound) continue;
    return made.map((parameter, i) => make(gives[i]!, parameter, bound.value));
  }
  return undefined;
}

/** Whether a row fits what is held; with the value it stands for, where there is one. */
function match(
  places: readonly TablePlace[],
  held: readonly Holding[],
  wholeValues: boolean,
): { value?: Holding } | undefined {
  let value: Holding | undefined;
  for (const [i, place] of places.entries()) {
    const each = held[i];
    if (!each) return undefined;
    if (place === "any") continue;
    if (place !== "value") {
      if (Number(each.raw) !== place) return undefined;
      continue;
    }
    // Nought stands for "never" or "none" wherever a number stands beside a value.
    if (wholeValues && Number(each.raw) === 0) return undefined;
    if (value && !alike(value, each)) return undefined;
    value ??= each;
  }
  return { value };
}

/** Whether two parameters hold the same physical value. */
function alike(one: Holding, other: Holding): boolean {
  const carried = carryValue(one.parameter, one.raw, other.parameter);
  return carried.kind === "same" && carried.raw === other.raw;
}

function make(place: TablePlace, parameter: Parameter, value: Holding | undefined): Carried {
  if (place === "any")
    return parameter.rawDefault === undefined
      ? { kind: "cannot", why: "Its factory value is not told." }
      : { kind: "same", raw: parameter.rawDefault };
  if (place === "value")
    return value
      ? carryValue(value.parameter, value.raw, parameter)
      : { kind: "cannot", why: "Nothing says what it is." };
  return { kind: "same", raw: place };
}
