import Joi from "joi";
import { code, identifier, text, version } from "@/core/definition/file/shapes";
import {
  either,
  list,
  object,
  oneOf,
  optional,
  shapeOf,
  text as anyText,
  whole,
  type Of,
} from "@/core/shape";

/** What a person has to look at, whatever becomes of the value. */
export const REVIEWS = ["motor", "brake", "tuning", "protection"] as const;
export type Review = (typeof REVIEWS)[number];

const pair = shapeOf<[number, number]>(() =>
  Joi.array().ordered(Joi.number().integer().required(), Joi.number().integer().required()),
);

/** One parameter of the one family, and what of the other one it is. */
const line = object({
  from: code,
  /** One, or several that all take its value; read backwards they have to be alike. */
  to: optional(either(code, list(code, { min: 2 }))),
  /** For a word of bits: the parameter that each bit is, from bit 0. */
  bits: optional(list(code, { min: 1, max: 32 })),
  /** Which choice is which: pairs of raw numbers; or "by-number", where they are counted alike. */
  choices: optional(either(oneOf(["by-number"]), list(pair, { min: 1 }))),
  /** A share (per cent) there is an amount here, or the other way round: the share of what, in either family. */
  shareOf: optional(object({ from: code, to: code })),
  /** The two do not measure the same: a person says what it becomes, and this is why. */
  decide: optional(text),
  /** The value is not carried: the other's factory value holds, and this is why. */
  newDefault: optional(text),
  review: optional(oneOf(REVIEWS)),
  note: optional(text),
});
export type MappingLine = Of<typeof line>;

/** What stands in one place of a table's row: a raw number; "value", the same physical value wherever it stands in the row; "any". */
const place = either(whole(), oneOf(["value", "any"]));
export type TablePlace = Of<typeof place>;

/** Several parameters that are several others together. Rows are tried in order; the first that fits holds. "any" among what is made is the factory value. */
const table = object({
  from: list(code, { min: 1 }),
  to: list(code, { min: 1 }),
  rows: list(object({ from: list(place, { min: 1 }), to: list(place, { min: 1 }) }), { min: 1 }),
  review: optional(oneOf(REVIEWS)),
  note: optional(text),
});
export type MappingTable = Of<typeof table>;

const none = object({ codes: list(code, { min: 1 }), why: text });

/** A file that says which parameter of one family is which of another, in both directions. */
export const mappingFile = object({
  $schema: optional(anyText()),
  format: oneOf(["calm-ledger/carry-over/1"]),
  version,
  /** Ids of the two definitions. */
  from: identifier,
  to: identifier,
  about: text,
  lines: list(line, { min: 1 }),
  tables: optional(list(table)),
  /** What only the one has, and why the other has none. */
  onlyFrom: optional(list(none)),
  onlyTo: optional(list(none)),
});
export type MappingFile = Of<typeof mappingFile>;
