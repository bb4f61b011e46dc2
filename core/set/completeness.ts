import { EVERYTHING, withinScope, type Definition, type Scope } from "@/core/definition";
import { NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
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

/** Counts a set against its definition, or against a part of it. A code the drive refused to give is missing, whatever the reason. */
export function completenessOf(
  definition: Definition,
  set: ParameterSet,
  scope: Scope = EVERYTHING,
): Completeness {
  return counted(withinScope(definition, scope), valuesByCode(set));
}

/** The same of values that no drive was read for, from a file or a draft: what a drive changes by itself is not missing in them. */
export function completenessOfMade(definition: Definition, set: ParameterSet): Completeness {
  const values = valuesByCode(set);
  return counted(
    definition.parameters.filter((each) => values.has(each.code) || !NOT_SETTINGS.has(each.kind)),
    values,
  );
}

function counted(expected: readonly Parameter[], values: ReadonlyMap<string, RawValue>): Completeness {
  const missing = expected.filter((each) => !values.has(each.code)).map((each) => each.code);
  return {
    expected: expected.length,
    present: expected.length - missing.length,
    missing,
    complete: missing.length === 0,
  };
}
