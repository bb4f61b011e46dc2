import type { Definition } from "./definition";
import type { GroupSpec } from "./file";
import type { Scope } from "./scope";

/** How many parameters there are of a group on an axis, in a set, of an option or not. */
export interface Part {
  group: string;
  axis: number;
  set: number;
  option: boolean;
  count: number;
}

/** What of a drive can be meant apart: its groups as headings of the sheet, its axes and sets, and what its options hold. */
export interface Parts {
  groups: Array<{ id: string; title: string }>;
  axes: number[];
  sets: number[];
  options: boolean;
  parts: Part[];
}

/** The parts of a definition as it is laid out for a drive. */
export function partsOf({ file, groups, axes }: Definition): Parts {
  const parts = new Map<string, Part>();
  const titles = new Map<string, string>();
  const visit = (spec: GroupSpec): void => {
    titles.set(spec.id, spec.title);
    spec.groups?.forEach(visit);
  };
  file.groups.forEach(visit);
  for (const { base, axis, set, option, parameters } of groups) {
    const part = { group: base, axis, set, option: option !== undefined };
    const key = JSON.stringify(part);
    parts.set(key, { ...part, count: (parts.get(key)?.count ?? 0) + parameters.length });
  }
  const all = [...parts.values()];
  return {
    groups: [...new Set(all.map((each) => each.group))].map((id) => ({ id, title: titles.get(id) ?? id })),
    axes: axes.length > 1 ? axes : [],
    sets: [...new Set(all.map((each) => each.set))].filter((set) => set > 0).sort((a, b) => a - b),
    options: all.some((each) => each.option),
    parts: all,
  };
}

/** How many parameters are meant by a scope that names such groups; the same as `withinScope` gives. */
export function countOf({ parts, axes, sets }: Parts, scope: Scope): number {
  return parts
    .filter(
      (each) =>
        (!scope.groups || scope.groups.includes(each.group)) &&
        (!scope.axes || axes.length === 0 || scope.axes.includes(each.axis)) &&
        (!scope.sets || sets.length === 0 || scope.sets.includes(each.set)) &&
        (scope.options !== false || !each.option),
    )
    .reduce((sum, each) => sum + each.count, 0);
}
