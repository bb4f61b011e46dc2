import { defaultFor, type Definition } from "@/core/definition";
import type { RawValue } from "@/core/value";
import type { ParameterSet, Piece } from "./model";

/** Sorts values into pieces by the definition's groups; codes the definition does not know are left out. */
export function buildSet(definition: Definition, values: ReadonlyMap<string, RawValue>): ParameterSet {
  const pieces: Piece[] = [];
  for (const group of definition.groups) {
    const entries = group.parameters.filter((each) => values.has(each.code)).map((each) => [each.code, values.get(each.code)!] as const);
    if (entries.length > 0) pieces.push({ axis: 0, set: 0, group: group.id, values: Object.fromEntries(entries) });
  }
  return { definitionId: definition.id, pieces };
}

/** What a drive of this rating holds when it comes from the factory, as far as the definition says. */
export function factorySet(definition: Definition, rating: string | undefined): ParameterSet {
  const values = new Map<string, RawValue>();
  for (const parameter of definition.parameters) {
    const raw = defaultFor(definition, parameter, rating);
    if (raw !== undefined) values.set(parameter.code, raw);
  }
  return buildSet(definition, values);
}
