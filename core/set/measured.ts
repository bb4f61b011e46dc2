import type { Definition } from "@/core/definition";
import { encodeKey, NOT_SETTINGS } from "@/core/value";
import type { Piece } from "./model";

/** What the drive changes by itself of one piece, and which piece of the set that is, counted from 0. */
export interface Measured extends Piece {
  at: number;
}

/**
 * Parts pieces into what a person sets, which is mostly as it was in the reading before, and what the drive changes by itself, which is never the same twice.
 * Pieces that are nothing but measured are not among the settled. `joinMeasured` puts both together again.
 */
export function partMeasured(
  definition: Definition,
  pieces: readonly Piece[],
): { settled: Piece[]; measured: Measured[] } {
  const settled: Piece[] = [];
  const measured: Measured[] = [];
  pieces.forEach((piece, at) => {
    const moves = ([code]: [string, unknown]): boolean => {
      const kind = definition.byCode.get(encodeKey({ code, axis: piece.axis, set: piece.set }))?.kind;
      return kind !== undefined && NOT_SETTINGS.has(kind);
    };
    const entries = Object.entries(piece.values);
    const moving = entries.filter(moves);
    if (moving.length > 0) measured.push({ ...piece, values: Object.fromEntries(moving), at });
    if (moving.length < entries.length || entries.length === 0)
      settled.push({ ...piece, values: Object.fromEntries(entries.filter((each) => !moves(each))) });
  });
  return { settled, measured };
}

/** The pieces that were parted, in their order. */
export function joinMeasured(settled: readonly Piece[], measured: readonly Measured[]): Piece[] {
  const pieces = [...settled];
  for (const { at, ...moving } of measured) {
    const there = pieces[at];
    const same = there?.axis === moving.axis && there.set === moving.set && there.group === moving.group;
    if (same) pieces[at] = { ...there, values: { ...there.values, ...moving.values } };
    else pieces.splice(at, 0, moving);
  }
  return pieces;
}
