import { formatLine } from "./format";
import type { Parameter } from "./parameter";
import { isWide, rawBounds } from "./raw";

/** Why a whole raw value does not fit into a parameter's type, in words. Example: "4r cannot hold more than 655.35 s." */
export function cannotHold(parameter: Parameter, raw: bigint): string {
  const { min, max } = rawBounds(parameter.type)!;
  const end = raw < min ? min : max;
  // With a scale below zero the lowest raw value is the highest physical one.
  const less = raw < min === parameter.scale.num > 0n;
  const most = formatLine(parameter, isWide(parameter.type) ? end.toString() : Number(end));
  return `${parameter.code} cannot hold ${less ? "less" : "more"} than ${most}.`;
}
