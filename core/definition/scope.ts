import type { Parameter } from "@/core/value";
import type { Definition } from "./definition";

/**
 * Which part of a drive's parameters is meant, for reading, comparing, planning and exporting alike. What is not named is not narrowed: `{}` is everything.
 * The drive as a whole is axis 0, what no set holds is set 0: they are named like the others.
 */
export interface Scope {
  /** Ids of groups in the definition file; their sub-groups are meant too. */
  groups?: readonly string[];
  axes?: readonly number[];
  sets?: readonly number[];
  /** False: without what the options hold of their own. */
  options?: boolean;
}

export const EVERYTHING: Scope = {};

/** The parameters of a definition that are in a scope, in the definition's order. */
export function withinScope(definition: Definition, scope: Scope): Parameter[] {
  if (isEverything(scope)) return definition.parameters;
  const groups = scope.groups && new Set(scope.groups);
  return definition.groups.flatMap((group) => {
    if (groups && ![group.base, ...group.within].some((each) => groups.has(each))) return [];
    if (scope.axes && definition.axes.length > 1 && !scope.axes.includes(group.axis)) return [];
    if (scope.sets && definition.file.sets && !scope.sets.includes(group.set)) return [];
    if (scope.options === false && group.option !== undefined) return [];
    return group.parameters;
  });
}

/** Whether nothing is left out by a scope. */
export function isEverything({ groups, axes, sets, options }: Scope): boolean {
  return !groups && !axes && !sets && options !== false;
}
