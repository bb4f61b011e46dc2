import { layOutFile, type Definition } from "@/core/definition";

type Groups = Definition["file"]["groups"];

/** So many of a group's first parameters stay whatever they are. */
const BESIDE = 3;

/**
 * A family with little more than the named parameters and those that the rest of its definition speaks of, in their groups: a drive that is read
 * in a moment, for tests that read it hundreds of times.
 */
export function cutDown({ file }: Definition, codes: readonly string[]): Definition {
  const { groups, ...whole } = file;
  // What only tells people what its parameters mean would keep most of them.
  const rest = {
    ...whole,
    quantities: undefined,
    terminals: undefined,
    externalTrip: undefined,
    essentials: undefined,
    presets: undefined,
  };
  const spoken = JSON.stringify(rest);
  const wanted = (code: string): boolean => codes.includes(code) || spoken.includes(`"${code}"`);
  const kept = (all: Groups): Groups =>
    all.flatMap((group) => {
      const within = group.groups ? kept(group.groups) : undefined;
      const named = group.parameters?.some((each) => wanted(each.code));
      const own = named ? group.parameters?.filter((each, i) => i < BESIDE || wanted(each.code)) : undefined;
      return within?.length || own ? [{ ...group, groups: within, parameters: own }] : [];
    });
  return layOutFile({ ...rest, groups: kept(groups) });
}
