import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, whole, yesNo, type Of } from "@/core/shape";
import {
  address,
  code,
  identifier,
  keyed,
  natural,
  physical,
  positive,
  amount,
  text,
  version,
} from "./shapes";
import { command, sign } from "./signs";

const minorSteps = whole({ min: 2 });
const raw32 = whole({ min: 0, max: 0xffffffff });

/** One thing that the drive tells of itself, and where. */
export const identityField = object({
  /** "serial" is the control part's and the one on the plate; "power-part" the power part's own, where it has one. */
  field: oneOf(["family", "rating", "firmware", "serial", "power-part", "axes"]),
  address,
  type: oneOf(["u16", "u32", "text"]),
  length: optional(
    shapeOf<number>(() =>
      Joi.number().integer().min(1).max(64).when("type", { is: "text", then: Joi.required() }),
    ),
  ),
  /** For `family`: the value that says it is this family. Several such fields must all hold theirs (maker's number and product number). */
  equals: optional(
    shapeOf<number>(() =>
      Joi.number().integer().min(0).max(0xffffffff).when("field", { is: "family", then: Joi.required() }),
    ),
  ),
  /** For `firmware`: the raw number is shown as major.minor with this many minor steps a major. */
  minorSteps: optional(minorSteps),
});
export type IdentityField = Of<typeof identityField>;

export const rating = object({
  id: shapeOf<string>(() => Joi.string()),
  name: text,
  /** What the identity register for the rating holds. */
  identityValue: raw32,
  powerKw: optional(positive),
  currentA: optional(positive),
  /** Supply, as printed on the plate, e.g. "3 × 400 V". "not told" where the drive does not say. */
  supply: text,
  defaults: optional(keyed(code, physical)),
  limits: optional(keyed(code, object({ min: optional(amount), max: optional(amount) }))),
});
export type RatingSpec = Of<typeof rating>;

/** Several values of one parameter, of which the drive uses one at a time. The registers of set n lie (n - 1) x `offset` behind those of set 1. */
export const sets = object({
  count: whole({ min: 2, max: 16 }),
  offset: shapeOf<number>(() => Joi.number().integer().positive()),
  /** How the drive is told which one to use. */
  howChosen: text,
  /** Code of the measured value that tells which one it uses now, counted from 1. */
  runningCode: optional(code),
  /** Codes of the parameters that select one. */
  selectedBy: optional(list(code, { min: 1, max: 8 })),
});
export type SetsSpec = Of<typeof sets>;

/**
 * Several axes in one drive. "offset": the objects of axis n lie (n - 1) x `offset` behind those of axis 1, counted in registers
 * or, for CANopen, in indexes. "node": each axis is a node of its own, counted on from the first.
 */
export const axes = object({
  most: whole({ min: 1, max: 16 }),
  by: oneOf(["offset", "node"]),
  offset: optional(
    shapeOf<number>(() =>
      Joi.number()
        .integer()
        .positive()
        .when("by", { is: "offset", then: Joi.required(), otherwise: Joi.forbidden() }),
    ),
  ),
});
export type AxesSpec = Of<typeof axes>;

const firmware = object({ address, minorSteps });

/** Something that may be plugged in and has parameters of its own. */
export const option = object({ id: identifier, name: text, fitted: sign, firmware: optional(firmware) });
export type OptionSpec = Of<typeof option>;

/** Slots of a rack: for each, one register or object behind the other, what is in it. A kind of 0 is an empty slot. `axis`: it drives one; `shared`: all axes hang on it. */
export const modules = object({
  slots: whole({ min: 1, max: 32 }),
  kind: address,
  kinds: list(object({ value: natural, name: text, axis: optional(yesNo), shared: optional(yesNo) }), {
    min: 1,
  }),
  serial: optional(
    object({
      address,
      length: whole({ min: 1, max: 64 }),
      step: shapeOf<number>(() => Joi.number().integer().positive()),
    }),
  ),
  firmware: optional(firmware),
});
export type ModulesSpec = Of<typeof modules>;

/**
 * This family can answer as another one: the definition it then fits, and the sign that it does so now. `on` and `off` switch it over, where that can be
 * done over the link; else a person does it at the keypad, as `howTo` says. Either resets every parameter.
 */
export const imitates = object({
  definitionId: identifier,
  active: sign,
  howTo: text,
  /** What is lost with it, and what holds instead. */
  resets: optional(text),
  /** As which rating of the other family each of its own answers; one that is not named cannot. */
  ratings: optional(shapeOf<Record<string, string>>(() => Joi.object().pattern(Joi.string(), Joi.string()))),
  /** The firmware that it then says it has. */
  firmware: optional(version),
  on: optional(command),
  off: optional(command),
});
export type ImitatesSpec = Of<typeof imitates>;
