import { withinScope, type Definition } from "@/core/definition";
import { NOT_SETTINGS, type RawValue } from "@/core/value";

/** The one part of a drive that a restore is about: axes of a rack, or parameter sets; the drive as a whole is axis 0, what no set holds is set 0. */
export interface RestoredPart {
  axes?: number[];
  sets?: number[];
}

/** How the settings outside of the part came out, when what was read before and after is compared. */
export interface Outside {
  same: number;
  changed: number;
  /** Read before or after only, or never: nothing is proved of them. */
  notRead: number;
}

/** The part in words: "axis 2 alone". */
export function partWords({ axes, sets }: RestoredPart): string {
  const words = [
    ...(axes ?? []).map((axis) => (axis === 0 ? "what belongs to no axis" : `axis ${axis}`)),
    ...(sets ?? []).map((set) => (set === 0 ? "what no set holds" : `set ${set}`)),
  ];
  return `${words.join(" and ")} alone`;
}

/** What the drive will hold once the part is restored: the record's values inside of it, its own outside. */
export function onceRestored(
  definition: Definition,
  recorded: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
  part: RestoredPart,
): Map<string, RawValue> {
  const values = new Map(live);
  for (const { code } of withinScope(definition, part)) {
    const raw = recorded.get(code);
    if (raw !== undefined) values.set(code, raw);
  }
  return values;
}

/** Codes of the settings outside of the part. */
export function settingsOutside(definition: Definition, part: RestoredPart): string[] {
  const inside = new Set(withinScope(definition, part));
  return definition.parameters
    .filter((each) => !inside.has(each) && !NOT_SETTINGS.has(each.kind))
    .map((each) => each.code);
}

/** Counts how the settings outside of the part came out: untouched is proved only where a value was read both times. */
export function outsideOf(
  definition: Definition,
  part: RestoredPart,
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
): Outside {
  const outside: Outside = { same: 0, changed: 0, notRead: 0 };
  for (const code of settingsOutside(definition, part)) {
    const [was, is] = [before.get(code), after.get(code)];
    if (was === undefined || is === undefined) outside.notRead += 1;
    else outside[was === is ? "same" : "changed"] += 1;
  }
  return outside;
}

/** What a receipt says of what was not to be touched. */
export function outsideWords({ same, changed, notRead }: Outside): string {
  const all = same + changed + notRead;
  if (same === all) return `all ${all} settings outside read before and after, and none has changed`;
  const words = [
    `${same} of ${all} settings outside have not changed`,
    ...(changed > 0 ? [`${changed} have`] : []),
    ...(notRead > 0 ? [`of ${notRead} it is not told`] : []),
  ];
  return words.join(", ");
}
