import Joi from "joi";
import { FIELDS } from "@/core/format";
import type { ImportChoices } from "@/server/import";

const text = (most: number) => Joi.string().allow("").max(most);
const address = Joi.alternatives(
  Joi.number().integer().min(0).max(0xffff),
  Joi.string().pattern(/^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/),
);
const count = Joi.number().integer().min(0);

/** What a person chose on the page of an import. The definition that comes of it is validated once more as a whole. */
export const importSchema = Joi.object<ImportChoices>({
  about: Joi.object({
    vendor: Joi.string()
      .trim()
      .min(1)
      .max(60)
      .required()
      .messages({ "string.empty": "the vendor is not filled in" }),
    family: Joi.string()
      .trim()
      .min(1)
      .max(60)
      .required()
      .messages({ "string.empty": "the family is not filled in" }),
    about: text(400),
    firmwareFrom: Joi.string()
      .pattern(/^\d+(\.\d+)*$/)
      .required(),
    supply: text(40),
    identity: Joi.array()
      .max(12)
      .items(
        Joi.object({
          field: Joi.string()
            .valid("family", "rating", "firmware", "serial", "power-part", "axes")
            .required(),
          address: address.required(),
          type: Joi.string().valid("u16", "u32", "text").required(),
          length: Joi.number().integer().min(1).max(64),
          equals: Joi.number().integer().min(0).max(0xffffffff),
          minorSteps: Joi.number().integer().min(2),
        }),
      )
      .required(),
  }),
  sheet: count,
  list: Joi.object({
    mapping: Joi.object(Object.fromEntries(FIELDS.map((each) => [each, count]))).required(),
    headRow: count.required(),
    base: Joi.number().valid(0, 1).required(),
  }),
  modbus: Joi.object().unknown(),
  node: Joi.number().integer().min(1).max(127),
});
