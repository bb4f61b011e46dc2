import { and, sql, type AnyColumn, type SQL } from "drizzle-orm";
import type { Piece } from "@/core/set";
import { decodeKey, encodeKey, type ByCode, type RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";

const { content, piece } = tables;

/** So many are kept in memory: contents, of some 2 kB each, and values in pieces and in contents, of some 100 bytes. Beyond that it is begun anew. */
const KEPT = { contents: 20_000, values: 300_000 };

/** A value where it lies. */
interface InPiece {
  set: number;
  axis: number;
  raw: RawValue;
}

/** What was looked up before. Contents and pieces never change, so that nothing of it grows old. */
class LookedUp {
  /** A content's pieces. */
  readonly pieces = new Map<string, readonly string[]>();
  /** By code, without axis and set, and the hash of a piece, or of a content for what it holds of measured values: undefined where it is not there. */
  readonly values = new Map<string, Map<string, readonly InPiece[] | undefined>>();
  /** By code and content: undefined where the content does not hold it. */
  readonly inContents = new Map<string, Map<string, RawValue | undefined>>();
}

/** By the way to the database: what a transaction sees before it is committed is forgotten with it. */
const lookedUp = new WeakMap<Database, LookedUp>();

/** Parameters' values in each of some contents, named by their hashes: by hash and code. What many of them share is looked at once. */
export async function valuesIn(
  db: Database,
  contents: readonly string[],
  codes: readonly string[],
  kept: typeof KEPT = KEPT,
): Promise<{ get(hash: string): ByCode | undefined }> {
  const keys = codes.flatMap((code) => decodeKey(code) ?? []);
  if (keys.length === 0 || contents.length === 0) return new Map<string, ByCode>();
  const known = lookedUp.get(db) ?? new LookedUp();
  lookedUp.set(db, known);
  // Who asks again looks at no piece. What is known is taken first: somebody else may begin anew meanwhile.
  const before = new Map(keys.map((key) => [encodeKey(key), known.inContents.get(encodeKey(key))]));
  const knownOf = [...before.values()];
  const missing = new Set(contents.filter((hash) => knownOf.some((values) => !values?.has(hash))));
  const looked =
    missing.size === 0 ? new Map<string, never>() : await lookUp(db, known, [...missing], keys, kept);
  keep(known, [...before.keys()], looked, kept.values);
  return {
    get: (hash) => {
      // What is not there may still come.
      if (missing.has(hash)) return looked.get(hash);
      return knownOf[0]?.has(hash) ? { get: (code) => before.get(code)?.get(hash) } : undefined;
    },
  };
}

function keep(
  { inContents }: LookedUp,
  codes: readonly string[],
  looked: ReadonlyMap<string, ReadonlyMap<string, RawValue>>,
  most: number,
): void {
  const size = [...inContents.values()].reduce((sum, each) => sum + each.size, 0);
  if (size + codes.length * looked.size > most) inContents.clear();
  for (const code of codes) {
    const held = inContents.get(code) ?? new Map<string, RawValue | undefined>();
    inContents.set(code, held);
    for (const [hash, values] of looked) held.set(hash, values.get(code));
  }
}

async function lookUp(
  db: Database,
  known: LookedUp,
  contents: readonly string[],
  keys: ReadonlyArray<{ code: string; axis: number; set: number }>,
  kept: typeof KEPT,
): Promise<Map<string, Map<string, RawValue>>> {
  const bases = [...new Set(keys.map((each) => each.code))];
  const piecesOf = await piecesOfContents(db, known, contents, kept.contents);
  const pieces = [...new Set([...piecesOf.values()].flat())];
  const inPieces = await valuesHeld(db, known, pieces, bases, kept.values, inThePieces);
  const measured = await valuesHeld(db, known, contents, bases, kept.values, measuredInContents);
  const found = new Map<string, Map<string, RawValue>>();
  for (const [hash, its] of piecesOf) {
    const values = new Map<string, RawValue>();
    found.set(hash, values);
    for (const { code, axis, set } of keys) {
      const take = (held: readonly InPiece[] | undefined): void => {
        // A code that names no axis means the first one too.
        for (const each of held ?? [])
          if (each.set === set && (each.axis === axis || (axis === 0 && each.axis === 1)))
            values.set(encodeKey({ code, axis, set }), each.raw);
      };
      for (const each of its) take(inPieces.get(code)?.get(each));
      take(measured.get(code)?.get(hash));
    }
  }
  return found;
}

async function piecesOfContents(
  db: Database,
  known: LookedUp,
  contents: readonly string[],
  most: number,
): Promise<Map<string, readonly string[]>> {
  // What is known is taken first: somebody else may begin anew meanwhile.
  const found = new Map(contents.flatMap((each) => pair(each, known.pieces.get(each))));
  const missing = contents.filter((each) => !found.has(each));
  if (known.pieces.size + missing.length > most) known.pieces.clear();
  const rows =
    missing.length === 0
      ? []
      : await db
          // As text: bytes cost the embedded database far more.
          .select({ hash: content.hash, pieces: sql<string>`encode(${content.pieces}, 'hex')` })
          .from(content)
          .where(oneOf(content.hash, missing));
  for (const { hash, pieces } of rows) {
    const hashes = hashesIn(pieces);
    known.pieces.set(hash, hashes);
    found.set(hash, hashes);
  }
  return found;
}

/** What holds one of the codes: by its hash, where it is and with which values. */
type Holding = (
  db: Database,
  hashes: readonly string[],
  bases: readonly string[],
) => Promise<Array<{ hash: string; held: readonly Piece[] | null }>>;

async function valuesHeld(
  db: Database,
  known: LookedUp,
  hashes: readonly string[],
  bases: readonly string[],
  most: number,
  holding: Holding,
): Promise<Map<string, ReadonlyMap<string, readonly InPiece[] | undefined>>> {
  const size = [...known.values.values()].reduce((sum, each) => sum + each.size, 0);
  if (size + bases.length * hashes.length > most) known.values.clear();
  const found = new Map(bases.map((base) => [base, known.values.get(base) ?? new Map()]));
  const missing = hashes.filter((each) => bases.some((base) => !found.get(base)?.has(each)));
  if (missing.length > 0) {
    const held = new Map((await holding(db, missing, bases)).map((each) => [each.hash, each.held ?? []]));
    for (const [base, values] of found) {
      for (const each of missing) {
        const its = (held.get(each) ?? []).flatMap(({ set, axis, values: { [base]: raw } }) =>
          raw === undefined ? [] : [{ set, axis, raw }],
        );
        values.set(each, its.length > 0 ? its : undefined);
      }
      known.values.set(base, values);
    }
  }
  return found;
}

// A group may have had another name in an older definition: the code itself is looked for.
const holdsOne = (values: SQL, bases: readonly string[]): SQL =>
  sql`jsonb_exists_any(${values}, array(select json_array_elements_text(${JSON.stringify(bases)}::json)))`;

const oneOf = (hash: AnyColumn, hashes: readonly string[]): SQL =>
  sql`${hash} in (select decode(json_array_elements_text(${JSON.stringify(hashes)}::json), 'hex'))`;

const inThePieces: Holding = async (db, hashes, bases) => {
  const rows = await db
    .select({ hash: piece.hash, content: piece.content })
    .from(piece)
    .where(and(oneOf(piece.hash, hashes), holdsOne(sql`${piece.content}->'values'`, bases)));
  return rows.map((each) => ({ hash: each.hash, held: [each.content] }));
};

const measuredInContents: Holding = (db, hashes, bases) => {
  const names = bases.map((each) => `${JSON.stringify(each)}:`);
  return db
    .select({ hash: content.hash, held: content.measured })
    .from(content)
    .where(
      and(
        oneOf(content.hash, hashes),
        // Looked for in the text, which costs far less than to take it apart.
        sql`exists (select from json_array_elements_text(${JSON.stringify(names)}::json) as name where strpos(${content.measured}::text, name) > 0)`,
      ),
    );
};

/** The hashes of pieces that lie one behind the other, in hex. */
const hashesIn = (pieces: string): string[] => pieces.match(/.{64}/g) ?? [];

const pair = <T>(key: string, value: T | undefined): Array<[string, T]> =>
  value === undefined ? [] : [[key, value]];
