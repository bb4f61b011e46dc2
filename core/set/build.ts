import { defaultFor, type Definition, type Group } from "@/core/definition";
import type { RawValue } from "@/core/value";
import type { ParameterSet, Piece } from "./model";

/** Sorts values into pieces by the definition's groups; codes the definition does not know are left out. */
export function buildSet(definition: Definition, values: ReadonlyMap<string, RawValue>): ParameterSet {
  const pieces: Piece[] = [];
  for (const group of definition.groups) {
    const piece = buildPiece(group, values);
    if (Object.keys(piece.values).length > 0) pieces.push(piece);
  }
  return { definitionId: definition.id, pieces };
}

/** The piece of one group, with the codes of the definition file: axis and set stand beside them. */
export function buildPiece(group: Group, values: ReadonlyMap<string, RawValue>): Piece {
  const entries = group.parameters
    .filter((each) => values.has(each.code))
    .map((each) => [each.base, values.get(each.code)!] as const);
  return { axis: group.axis, set: group.set, group: group.base, values: Object.fromEntries(entries) };
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
