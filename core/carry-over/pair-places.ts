import type { Definition } from "@/core/definition";
import { placesOf, type Place } from "@/core/quantity";
import type { Parameter } from "@/core/value";

/** Which axis and set of the source goes to which of the target. */
export interface PlacePair {
  from: Place;
  to: Place;
}

/**
 * Pairs the axes and the sets of two families: each with the one of the same number. Where one side knows no axes (or sets), it goes with the other's first; what has no
 * partner is in no pair, so that its parameters are told as having none.
 */
export function pairPlaces(source: Definition, target: Definition): PlacePair[] {
  const [from, to] = [placesOf(source), placesOf(target)];
  const axes = pairNumbers(numbersOf(from, "axis"), numbersOf(to, "axis"));
  const sets = pairNumbers(numbersOf(from, "set"), numbersOf(to, "set"));
  return axes.flatMap((axis) =>
    sets.map((set) => ({ from: { axis: axis[0], set: set[0] }, to: { axis: axis[1], set: set[1] } })),
  );
}

/** Why a parameter stands in no pair, in words; undefined where its place has a partner. `other` is the title of the family that lacks it. */
export function lacksPlace(
  { axis, set }: Pick<Parameter, "axis" | "set">,
  places: readonly Place[],
  other: string,
): string | undefined {
  if (axis > 0 && !places.some((each) => each.axis === axis)) return `${other} has nothing for axis ${axis}.`;
  if (set > 0 && !places.some((each) => each.set === set)) return `${other} has nothing for set ${set}.`;
  return undefined;
}

/** A place in words, where its family has several; empty where it has one. */
export function placeWords({ axis, set }: Place, definition: Definition): string {
  return [
    ...(definition.axes.length > 1 ? [`axis ${axis}`] : []),
    ...((definition.file.sets?.count ?? 1) > 1 ? [`set ${set}`] : []),
  ].join(", ");
}

const numbersOf = (places: readonly Place[], of: keyof Place): number[] => [
  ...new Set(places.map((each) => each[of])),
];

function pairNumbers(from: readonly number[], to: readonly number[]): Array<[number, number]> {
  // One alone goes with the first of several, whatever either is called.
  if (from.length === 1 || to.length === 1) return [[from[0]!, to[0]!]];
  return from.filter((each) => to.includes(each)).map((each) => [each, each]);
}
