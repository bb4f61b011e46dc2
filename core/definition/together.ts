import type { Definition, Group } from "./definition";

/**
 * One list for drives of one family that are fitted otherwise, in firmware, axes or options: the first one's, and what the others have more, each behind what stands before it in
 * its own list. What several have is as the first of them has it. Example: of firmware 1.8 and 2.1 all parameters of either.
 */
export function together(definitions: readonly [Definition, ...Definition[]]): Definition {
  const [first, ...others] = definitions;
  if (others.every((each) => each === first || each.parameters.every(({ code }) => first.byCode.has(code))))
    return first;
  const parameters = others.reduce(
    (list, each) => merged(list, each.parameters, ({ code }) => code),
    first.parameters,
  );
  const groups = others.reduce((list, each) => merged(list, each.groups, ({ id }) => id), first.groups);
  return {
    ...first,
    parameters,
    groups: groups.map((group): Group => ({
      ...group,
      parameters: parameters.filter((each) => each.group === group.id),
    })),
    axes: [...new Set(definitions.flatMap((each) => each.axes))].sort((a, b) => a - b),
    byCode: new Map(parameters.map((each) => [each.code, each])),
  };
}

/** A list with what another has more, each behind its neighbour there. */
function merged<T>(list: readonly T[], other: readonly T[], key: (each: T) => string): T[] {
  const known = new Set(list.map(key));
  const behind = new Map<string | undefined, T[]>();
  let last: string | undefined;
  for (const each of other)
    if (known.has(key(each))) last = key(each);
    else behind.set(last, [...(behind.get(last) ?? []), each]);
  return [
    ...(behind.get(undefined) ?? []),
    ...list.flatMap((each) => [each, ...(behind.get(key(each)) ?? [])]),
  ];
}
