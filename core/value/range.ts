import { formatLine } from "./format";
import type { Parameter, ValueType } from "./parameter";
import { floatOf, isFloat, isText, type RawValue } from "./raw";

/** Why a raw value is outside what the parameter allows (range, step, choices), in words; undefined when it is inside. */
export function checkRange(parameter: Parameter, raw: RawValue): string | undefined {
  const { type } = parameter;
  if (isText(type)) return undefined;
  if (parameter.choices) {
    return parameter.choices.some((each) => each.value === raw)
      ? undefined
      : `${raw} is none of the choices of ${parameter.code}.`;
  }
  const { rawMin, rawMax, rawStep } = parameter;
  const value = measured(type, raw);
  if (Number.isNaN(value)) return `${parameter.code} is not a number.`;
  if (rawMin !== undefined && value < measured(type, rawMin))
    return `${parameter.code} must be at least ${formatLine(parameter, rawMin)}.`;
  if (rawMax !== undefined && value > measured(type, rawMax))
    return `${parameter.code} must be at most ${formatLine(parameter, rawMax)}.`;
  if (rawStep !== undefined && rawStep > 1 && (value - (rawMin ?? 0)) % rawStep !== 0) {
    return `${parameter.code} goes in steps of ${formatLine(parameter, rawStep)}.`;
  }
  return undefined;
}

const measured = (type: ValueType, raw: RawValue): number =>
  isFloat(type) ? floatOf(type, raw) : Number(raw);
