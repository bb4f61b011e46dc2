import { mappedCode, type Definition } from "@/core/definition";
import type { Condition, Simple } from "./condition";

/** The codes, with axis and set, whose values are needed to answer the conditions under a definition. */
export function codesNeeded(conditions: readonly Condition[], definition: Definition): string[] {
  const bases = new Set(
    conditions.flatMap(simpleOf).flatMap((each) => {
      if (each.about === "code") return [each.code];
      if (each.about !== "quantity") return [];
      const spec = definition.file.quantities?.[each.quantity];
      const code = mappedCode(spec);
      const pairs = typeof spec === "object" && "polePairs" in spec ? spec.polePairs : undefined;
      return [code, pairs].filter((one) => one !== undefined);
    }),
  );
  return definition.parameters.filter((each) => bases.has(each.base)).map((each) => each.code);
}

/** The conditions that a condition is made of: itself, or those of which one is enough. */
export const simpleOf = (condition: Condition): Simple[] =>
  condition.about === "either" ? condition.any : [condition];
