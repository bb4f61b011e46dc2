import { brokenRules, type Definition } from "@/core/definition";
import { checkRange, isFloat, type Parameter, type RawValue } from "@/core/value";
import type { Memory } from "./memory";

/** Why the drive does not do as asked; each protocol has its own words for it. */
export type Refused =
  | "no-such-address"
  | "read-only"
  | "too-high"
  | "too-low"
  | "value"
  | "length"
  | "state"
  | "locked"
  | "busy"
  | "too-much"
  | "function";

/** Why a drive that holds `running` would not take a value: its range, or a rule between two parameters. Undefined when it takes it. */
export function refusedValue(
  definition: Definition,
  parameter: Parameter,
  raw: RawValue,
  running: Memory,
): Refused | undefined {
  const refused = outside(parameter, raw);
  if (refused) return refused;
  const values = new Map<string, RawValue>();
  for (const rule of definition.rules) {
    if (rule.lower !== parameter.code && rule.upper !== parameter.code) continue;
    for (const code of [rule.lower, rule.upper])
      values.set(code, code === parameter.code ? raw : running.get(definition.byCode.get(code)!));
  }
  return brokenRules(definition, values).length > 0 ? "value" : undefined;
}

function outside(parameter: Parameter, raw: RawValue): Refused | undefined {
  if (checkRange(parameter, raw) === undefined) return undefined;
  if (typeof raw !== "number" || parameter.choices || isFloat(parameter.type)) return "value";
  if (parameter.rawMax !== undefined && raw > parameter.rawMax) return "too-high";
  return parameter.rawMin !== undefined && raw < parameter.rawMin ? "too-low" : "value";
}
