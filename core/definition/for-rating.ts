import type { Parameter, RawValue } from "@/core/value";
import type { Definition } from "./definition";
import { rawOf } from "./raw-of";

/** Factory default of a parameter for a rating, raw; undefined when the definition names none. An unknown rating gives the family's own default. */
export function defaultFor(
  definition: Definition,
  parameter: Parameter,
  rating: string | undefined,
): RawValue | undefined {
  const own = rating === undefined ? undefined : definition.ratings.get(rating)?.defaults?.[parameter.base];
  return own === undefined ? parameter.rawDefault : rawOf(parameter, own);
}

/** The parameter with the limits and default that hold for a rating. */
export function parameterFor(
  definition: Definition,
  parameter: Parameter,
  rating: string | undefined,
): Parameter {
  const limits = rating === undefined ? undefined : definition.ratings.get(rating)?.limits?.[parameter.base];
  const rawDefault = defaultFor(definition, parameter, rating);
  if (!limits && rawDefault === parameter.rawDefault) return parameter;
  const bound = (physical: number | undefined, otherwise: number | undefined): number | undefined => {
    const raw = rawOf(parameter, physical);
    return typeof raw === "number" ? raw : otherwise;
  };
  return {
    ...parameter,
    rawDefault,
    rawMin: bound(limits?.min, parameter.rawMin),
    rawMax: bound(limits?.max, parameter.rawMax),
  };
}
