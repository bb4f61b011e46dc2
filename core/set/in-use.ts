import type { Definition } from "@/core/definition";
import { formatLine, type RawValue } from "@/core/value";

/** Which parameter set a drive runs, and what selects it. */
export interface SetsInUse {
  /** How many there are. */
  count: number;
  /** The one it ran when it was read; undefined where it does not tell, or tells something that is no set. */
  running: number | undefined;
  /** The parameters that select it, each with its value in words. */
  selectedBy: Array<{ code: string; name: string; value: string }>;
  /** How the family chooses one, in its definition's words. */
  howChosen: string;
}

/**
 * Which set runs and what selects it, from values as they were read. Undefined for a family without sets.
 * @example setsInUse(hollin, new Map([["H.now.11", 2]]))?.running // 2
 */
export function setsInUse(
  { file, byCode }: Definition,
  values: ReadonlyMap<string, RawValue>,
): SetsInUse | undefined {
  const { sets } = file;
  if (!sets) return undefined;
  const told = sets.runningCode === undefined ? undefined : Number(values.get(sets.runningCode));
  const isSet = told !== undefined && Number.isInteger(told) && told >= 1 && told <= sets.count;
  return {
    count: sets.count,
    running: isSet ? told : undefined,
    selectedBy: (sets.selectedBy ?? []).map((code) => {
      const parameter = byCode.get(code)!;
      const raw = values.get(code);
      return {
        code,
        name: parameter.name,
        value: raw === undefined ? "not read" : formatLine(parameter, raw),
      };
    }),
    howChosen: sets.howChosen,
  };
}
