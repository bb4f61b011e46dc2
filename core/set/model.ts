import { encodeKey, type RawValue } from "@/core/value";

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

/** All values by the code they have everywhere, with axis and set in it. */
export function valuesByCode(set: ParameterSet): Map<string, RawValue> {
  const values = new Map<string, RawValue>();
  for (const piece of set.pieces) {
    for (const [code, raw] of Object.entries(piece.values))
      values.set(encodeKey({ code, axis: piece.axis, set: piece.set }), raw);
  }
  return values;
}
