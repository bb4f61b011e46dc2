import { NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import type { Column, Row } from "./compare";

/** A setting in which one or a few of several columns stand apart from all the others, who agree. */
export interface OddOne {
  parameter: Parameter;
  /** The columns that stand apart, by their place, all with the same value. */
  who: number[];
  value: RawValue;
  /** What the others have. */
  others: RawValue;
  /** How many others there are. */
  count: number;
}

/** Kinds in which machines that are alike differ by their nature. */
const EACH_ITS_OWN: ReadonlySet<string> = new Set(["communication", "tuning", "safety", "secret"]);

/**
 * Who is the odd one out among three or more machines that ought to be alike: settings in which all have a value, and which have just two values, one of them with fewer
 * columns than the other. What names a machine, and what is each one's own by its nature (communication, tuning), is left out.
 */
export function oddOnes(rows: readonly Row[], columns: readonly Pick<Column, "source">[]): OddOne[] {
  const held = columns.flatMap((each, i) => (each.source === "default" ? [] : [i]));
  if (held.length < 3) return [];
  return rows.flatMap(({ parameter, cells, moving }): OddOne[] => {
    const { kind, type } = parameter;
    if (moving || NOT_SETTINGS.has(kind) || EACH_ITS_OWN.has(kind) || type === "text") return [];
    const having = new Map<RawValue, number[]>();
    for (const i of held) {
      const raw = cells[i];
      if (raw === undefined) return [];
      having.set(raw, [...(having.get(raw) ?? []), i]);
    }
    if (having.size !== 2) return [];
    const [few, many] = [...having].sort(([, one], [, other]) => one.length - other.length);
    if (few![1].length >= many![1].length) return [];
    return [{ parameter, who: few![1], value: few![0], others: many![0], count: many![1].length }];
  });
}
