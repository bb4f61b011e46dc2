import { floatOf, isFloat, type Parameter, type RawValue } from "@/core/value";
import type { Definition } from "./definition";

/** Rules of the family ("lower must not be above upper") that values break, with the rule's words: a drive would refuse them. What has no value breaks none. */
export function brokenRules(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
): Array<{ lower: string; upper: string; text: string }> {
  return definition.rules.filter((rule) =>
    isAbove(definition, rule.lower, values.get(rule.lower), rule.upper, values.get(rule.upper)),
  );
}

/** Whether one parameter's value is above another's, in their unit; not where one of them has none. */
export function isAbove(
  definition: Definition,
  lowerCode: string,
  lower: RawValue | undefined,
  upperCode: string,
  upper: RawValue | undefined,
): boolean {
  if (lower === undefined || upper === undefined) return false;
  return (
    physical(definition.byCode.get(lowerCode)!, lower) > physical(definition.byCode.get(upperCode)!, upper)
  );
}

function physical(parameter: Parameter, raw: RawValue): number {
  if (isFloat(parameter.type)) return floatOf(parameter.type, raw);
  return (Number(raw) * Number(parameter.scale.num)) / Number(parameter.scale.den);
}
