import type { RawValue } from "@/core/value";

/**
 * The values of one group in one parameter set of one axis. It is the smallest thing stored:
 * a record in which one group changed adds one piece.
 */
export interface Piece {
  axis: number;
  set: number;
  group: string;
  values: Readonly<Record<string, RawValue>>;
}

/** A drive's parameters: pieces in the order of the definition's groups. */
export interface ParameterSet {
  definitionId: string;
  pieces: Piece[];
}

/** All values of one axis and set by code. */
export function valuesByCode(set: ParameterSet, axis = 0, parameterSet = 0): Map<string, RawValue> {
  const values = new Map<string, RawValue>();
  for (const piece of set.pieces) {
    if (piece.axis !== axis || piece.set !== parameterSet) continue;
    for (const [code, raw] of Object.entries(piece.values)) values.set(code, raw);
  }
  return values;
}
