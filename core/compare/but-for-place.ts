import type { Definition } from "@/core/definition";
import { NOT_SETTINGS, type RawValue } from "@/core/value";

/** What two sets of one family have otherwise: what belongs to the place (addresses, names), what was found out with its motor, and everything else. Codes, in the family's order. */
export interface ButForPlace {
  place: string[];
  tuning: string[];
  settings: string[];
}

/** Compares two sets setting by setting; what one of them lacks is otherwise too. Two sets are alike but for their place where `settings` is empty. */
export function butForPlace(
  { parameters }: Pick<Definition, "parameters">,
  one: ReadonlyMap<string, RawValue>,
  other: ReadonlyMap<string, RawValue>,
): ButForPlace {
  const found: ButForPlace = { place: [], tuning: [], settings: [] };
  for (const { code, kind, type } of parameters) {
    if (NOT_SETTINGS.has(kind) || one.get(code) === other.get(code)) continue;
    if (kind === "communication" || type === "text") found.place.push(code);
    else if (kind === "tuning") found.tuning.push(code);
    else found.settings.push(code);
  }
  return found;
}
