import { defaultFor, type Definition, type Preset } from "@/core/definition";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { whyNotDrafted } from "./faults";
import type { Values } from "./step";

/** A value that is to become another one. */
export interface Become {
  code: string;
  from: RawValue | undefined;
  to: RawValue | undefined;
  /** Why, where it has a reason of its own. */
  reason?: string;
}

/** What of some values would become otherwise, in the definition's order; what can be in no draft is left out. */
export function becoming(
  definition: Definition,
  values: Values,
  wanted: ReadonlyMap<string, RawValue | undefined>,
): Become[] {
  return definition.parameters.flatMap(({ code }) => {
    if (!wanted.has(code) || whyNotDrafted(definition, code) !== undefined) return [];
    const from = values.get(code);
    const to = wanted.get(code);
    return from === to ? [] : [{ code, from, to }];
  });
}

/** What a preset would change; nothing else becomes otherwise. A parameter that the record does not have is not made up by it. */
export function presetBecomes(definition: Definition, preset: Preset, values: Values): Become[] {
  return becoming(definition, values, new Map([...preset.values].filter(([code]) => values.has(code))));
}

/** Settings back to the factory default of a rating, within the codes that are named; what has no default, or is not in the record, stays as it is. */
export function defaultBecomes(
  definition: Definition,
  rating: string | undefined,
  values: Values,
  codes: ReadonlySet<string>,
): Become[] {
  const wanted = new Map<string, RawValue>();
  for (const parameter of definition.parameters) {
    if (!codes.has(parameter.code) || !values.has(parameter.code) || NOT_SETTINGS.has(parameter.kind))
      continue;
    const standard = defaultFor(definition, parameter, rating);
    if (standard !== undefined) wanted.set(parameter.code, standard);
  }
  return becoming(definition, values, wanted);
}
