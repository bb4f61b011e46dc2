import Joi from "joi";
import { shapeOf, text as anyText, whole, type Of, type Shape } from "@/core/shape";

/** What the parts of a definition file are made of. Their types come from here too: one source for both. */
export const text = anyText({ min: 1 });
export const natural = whole({ min: 0 });
/** A number that a person wrote; one that cannot be held exactly is refused. */
export const amount = shapeOf<number>(() => Joi.number());
export const positive = shapeOf<number>(() => Joi.number().positive());
export const port = shapeOf<number>(() => Joi.number().port());

const register = Joi.number().integer().min(0).max(0xffff);
const object = Joi.string().pattern(
  /^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/,
  "index and sub-index in hex, as in 6083.00",
);
/** A register as counted on the wire (from 0), or a CANopen object as "6083.00": index and sub-index in hex. */
export const address = shapeOf<number | string>(() =>
  Joi.alternatives(register, object).description(
    "register as counted on the wire, from 0, or a CANopen object as 6083.00",
  ),
);
export type Address = Of<typeof address>;

/** "5.10": numbers with dots between. */
export const version = anyText({ min: 1, pattern: /^\d+(\.\d+)*$/ });
export const identifier = anyText({ min: 1, pattern: /^[a-z0-9][a-z0-9-]*$/ });
/** A parameter's code, as the vendor prints it. */
export const code = anyText({ min: 1, max: 24, pattern: /^[A-Za-z0-9][A-Za-z0-9._-]*$/ });
/** A value as a person reads it. */
export const physical = shapeOf<number | string>(() =>
  Joi.alternatives(Joi.number(), Joi.string().allow("")),
);

/** A table from some texts to values of one kind. */
export function keyed<V>(key: Shape<string>, value: Shape<V>): Shape<Record<string, V>> {
  return shapeOf(() => Joi.object().pattern(key.joi, value.joi));
}
