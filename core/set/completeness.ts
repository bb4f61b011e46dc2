import type { Definition } from "@/core/definition";
import type { ParameterSet } from "./model";
import { valuesByCode } from "./model";

/** How much of what the definition names is in a set. */
export interface Completeness {
  expected: number;
  present: number;
  /** Codes the definition names and the set lacks, in the definition's order. */
  missing: string[];
  complete: boolean;
}

/** Counts a set against its definition. A code the drive refused to give is missing, whatever the reason. */
export function completenessOf(definition: Definition, set: ParameterSet): Completeness {
  const values = valuesByCode(set);
  const missing = definition.parameters.filter((each) => !values.has(each.code)).map((each) => each.code);
  return {
    expected: definition.parameters.length,
    present: definition.parameters.length - missing.length,
    missing,
    complete: missing.length === 0,
  };
}
