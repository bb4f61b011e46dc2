import Joi from "joi";
import { object, optional, shapeOf, type Of } from "@/core/shape";
import { QUANTITIES, type Quantity } from "../quantities";
import { code, text } from "./shapes";

const mapped = object({
  code,
  /** Choices of the parameter, by number, as words of the quantity. What is left out has no common word. */
  choices: optional(
    shapeOf<Record<string, string>>(() =>
      Joi.object()
        .pattern(/^-?\d{1,10}$/, Joi.string().max(40))
        .min(1),
    ),
  ),
  /** The word for every number that `choices` does not name. */
  otherwise: optional(text),
  /** The parameter is a frequency and the quantity a speed: the code that holds the motor's pole pairs. */
  polePairs: optional(code),
  /** What it is a share of, or from where to where: values are alike only where this is. */
  of: optional(text),
});

/** The family has nothing of the kind, and why. */
const none = object({ none: text });

export type QuantitySpec = string | Of<typeof mapped> | Of<typeof none>;

/** How a family has the common quantities. A quantity that is not named is not told. */
export const quantities = shapeOf<Partial<Record<Quantity, QuantitySpec>>>(() =>
  Joi.object().pattern(Joi.valid(...QUANTITIES), Joi.alternatives(code.joi, mapped.joi, none.joi)),
);

/** The code that holds a common quantity; undefined where the family has none, or nothing is told. */
export function mappedCode(spec: QuantitySpec | undefined): string | undefined {
  if (typeof spec !== "object") return spec;
  return "none" in spec ? undefined : spec.code;
}
