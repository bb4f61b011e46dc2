import { brokenRules, parameterFor, type Definition } from "@/core/definition";
import { checkRange, NEVER_WRITTEN, type RawValue } from "@/core/value";
import type { Values } from "./step";

/** Why a value cannot be in a draft at all, in words: nothing ever writes such a parameter. Undefined where it can. */
export function whyNotDrafted(definition: Definition, code: string): string | undefined {
  const parameter = definition.byCode.get(code);
  if (!parameter) return `${definition.title} has no parameter ${code}.`;
  if (parameter.readOnly) return `${code} is read-only: the drive gives it.`;
  return NEVER_WRITTEN.has(parameter.kind) ? `${code} is a ${parameter.kind}, and no setting.` : undefined;
}

/**
 * What is wrong with a value among the others: outside of its range for this rating, or against a rule between two parameters. In words; empty where nothing is. Such a
 * value may be kept on purpose, with a reason.
 */
export function faultsOf(
  definition: Definition,
  rating: string | undefined,
  values: Values,
  code: string,
  raw: RawValue,
): string[] {
  const parameter = definition.byCode.get(code);
  if (!parameter) return [];
  const outside = checkRange(parameterFor(definition, parameter, rating), raw);
  const broken = brokenRules(definition, new Map(values).set(code, raw))
    .filter((rule) => rule.lower === code || rule.upper === code)
    .map((rule) => rule.text);
  return outside === undefined ? broken : [outside, ...broken];
}
