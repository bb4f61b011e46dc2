import type { Known } from "./guess-position";
import { partsOf } from "./plain-tag";

/** No tag has more parts. Example: "KL-03" has two. */
const MOST_PARTS = 8;
/** Letters and figures that a name has at least. */
const LEAST = 3;
/** What is longer is no heading. */
const LONGEST = 200;

/**
 * Finds the position that a short text names by its tag, a former one or the serial number of its drive, whatever stands around it: made once, then asked of many texts, at
 * thousands of positions. Undefined where nothing is named, or several are. Example: "drive ZA 3" names "ZA-03".
 */
export function tagFinder(known: readonly Known[]): (text: string) => string | undefined {
  const tags = new Map<string, string | undefined>();
  for (const { tag, formerTags, serial } of known)
    for (const name of [tag, ...formerTags, ...(serial ? [serial] : [])]) {
      // A name that is too short tells nothing, and one of two positions names neither.
      if (name.replace(/[^\p{L}\d]/gu, "").length < LEAST) continue;
      const key = partsOf(name).join(" ");
      tags.set(key, tags.has(key) && tags.get(key) !== tag ? undefined : tag);
    }
  return (text) => {
    if (text.length > LONGEST) return undefined;
    const parts = partsOf(text);
    const found = new Set<string>();
    for (let from = 0; from < parts.length; from++)
      for (let to = from + 1; to <= Math.min(parts.length, from + MOST_PARTS); to++) {
        const tag = tags.get(parts.slice(from, to).join(" "));
        if (tag !== undefined) found.add(tag);
      }
    return found.size === 1 ? [...found][0] : undefined;
  };
}
