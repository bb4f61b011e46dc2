import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { Definition } from "@/core/definition";
import { encodeKey, NOT_SETTINGS } from "@/core/value";
import type { ParameterSet, Piece } from "./model";

/**
 * The one text that stands for a piece: the same values give the same text whatever order they were read in.
 * The definition's id is in it, its version is not: a corrected help text does not make a drive's values new.
 */
export function canonicalPiece(definitionId: string, piece: Piece): string {
  const codes = Object.keys(piece.values).sort();
  return JSON.stringify([
    definitionId,
    piece.axis,
    piece.set,
    piece.group,
    codes.map((code) => [code, piece.values[code]]),
  ]);
}

/** SHA-256 of the canonical text, in hex. */
export function pieceHash(definitionId: string, piece: Piece): string {
  return hashText(canonicalPiece(definitionId, piece));
}

/** SHA-256 of the UTF-8 of a text, in hex. */
export function hashText(text: string): string {
  return bytesToHex(sha256(utf8ToBytes(text)));
}

/** Hash of a whole set, made of its pieces' hashes; independent of the pieces' order. */
export function setHash(set: ParameterSet): string {
  return hashText(
    set.pieces
      .map((piece) => pieceHash(set.definitionId, piece))
      .sort()
      .join("\n"),
  );
}

/** The set without what the drive changes by itself (measured values, counters, clocks) and without groups that are then empty. */
export function settingsOnly(definition: Definition, set: ParameterSet): ParameterSet {
  const pieces = set.pieces.map((piece) => ({
    ...piece,
    values: Object.fromEntries(
      Object.entries(piece.values).filter(([code]) => {
        const parameter = definition.byCode.get(encodeKey({ code, axis: piece.axis, set: piece.set }));
        return parameter === undefined || !NOT_SETTINGS.has(parameter.kind);
      }),
    ),
  }));
  return {
    definitionId: set.definitionId,
    pieces: pieces.filter((piece) => Object.keys(piece.values).length > 0),
  };
}

/** Both hashes of a record: of everything as read, and of the settings alone. "Nothing has changed" speaks of the second. */
export function recordHashes(definition: Definition, set: ParameterSet): { all: string; settings: string } {
  return { all: setHash(set), settings: setHash(settingsOnly(definition, set)) };
}
