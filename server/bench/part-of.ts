import { isEverything, withinScope, type Definition, type Scope } from "@/core/definition";
import type { Trouble } from "@/core/drive";
import type { RawValue } from "@/core/value";

/** Why a part of a reading is not kept. */
export const NOTHING_MEANT: Trouble = {
  kind: "bad-request",
  text: "Nothing that was read is in this part.",
  remedy: "Choose a part that the drive has, or keep all of it.",
};

/** The values of a part of a drive; of everything the very same map. */
export function partOf(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  scope: Scope,
): ReadonlyMap<string, RawValue> {
  if (isEverything(scope)) return values;
  const meant = new Set(withinScope(definition, scope).map((each) => each.code));
  return new Map([...values].filter(([code]) => meant.has(code)));
}
