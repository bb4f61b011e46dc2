import type { Column } from "@/core/compare";
import { brokenRules, parameterFor, type Definition } from "@/core/definition";
import { checkRange, NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";

/**
 * Finds what of a row is outside of what the family allows: of its range for this rating, of its choices, or against a rule between two parameters. Such a value may have
 * been kept on purpose; it is shown as such wherever it stands. In words, with the column's title where several hold values; undefined where nothing is. What is no setting is never asked.
 */
export function outsideFinder(
  definition: Definition,
  rating: string | undefined,
  columns: readonly Column[],
  holding: readonly number[],
): (parameter: Parameter, cells: ReadonlyArray<RawValue | undefined>) => string | undefined {
  const against = columns.map((each, i) =>
    holding.includes(i) ? rulesByCode(definition, each.values) : NO_RULES,
  );
  const limits = rating === undefined ? undefined : definition.ratings.get(rating)?.limits;
  return (parameter, cells) => {
    if (parameter.readOnly || parameter.kind === "secret" || NOT_SETTINGS.has(parameter.kind))
      return undefined;
    const allowed = limits?.[parameter.base] ? parameterFor(definition, parameter, rating) : parameter;
    let said: string | undefined;
    let [last, range]: [RawValue | undefined, string | undefined] = [undefined, undefined];
    for (const i of holding) {
      const raw = cells[i];
      if (raw === undefined) continue;
      // Most of what stands side by side is alike, and thousands of rows are asked.
      if (raw !== last) range = checkRange(allowed, raw);
      last = raw;
      const rules = against[i]!.get(parameter.code);
      if (range === undefined && rules === undefined) continue;
      const words = [range, ...(rules ?? [])].filter((each) => each !== undefined).join(" ");
      said = [said, holding.length > 1 ? `${columns[i]!.title}: ${words}` : words].filter(Boolean).join(" ");
    }
    return said;
  };
}

const NO_RULES: ReadonlyMap<string, string[]> = new Map();

function rulesByCode(definition: Definition, values: ReadonlyMap<string, RawValue>): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const { lower, upper, text } of brokenRules(definition, values))
    for (const code of [lower, upper]) found.set(code, [...(found.get(code) ?? []), text]);
  return found;
}
