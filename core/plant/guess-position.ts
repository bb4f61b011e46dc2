/** What is known of a position by which a file may be told to be its. */
export interface Known {
  tag: string;
  formerTags: readonly string[];
  serial: string | undefined;
}

/**
 * The position that a file is likely of, by the tag or serial number that stands in the way to it, its last part first. Undefined where nothing tells, or where two are
 * named alike. Example: "Kiln/kl 3/backup 2024.csv" is of "KL-03".
 */
export function guessPosition(path: string, known: readonly Known[]): string | undefined {
  const looks = known.map((each) => ({
    tag: each.tag,
    names: [each.tag, ...each.formerTags, ...(each.serial ? [each.serial] : [])].flatMap(
      (name) => lookFor(name) ?? [],
    ),
  }));
  for (const part of path.split(/[/\\]/).reverse()) {
    const found = looks.filter(({ names }) => names.some((name) => name.test(part)));
    if (found.length === 1) return found[0]!.tag;
    if (found.length > 1) return undefined;
  }
  return undefined;
}

/** Letters and figures of a name with anything between them, zeros before its numbers or not; undefined for a name that is too short to tell anything. */
function lookFor(name: string): RegExp | undefined {
  const parts = name.toLowerCase().match(/\d+|\p{L}+/gu) ?? [];
  if (parts.join("").length < 3) return undefined;
  const inside = parts
    .map((each) => (/^\d/.test(each) ? `0*${each.replace(/^0+(?=\d)/, "")}` : each))
    .join("[^\\p{L}\\d]?");
  return new RegExp(`(?<![\\p{L}\\d])${inside}(?![\\d])(?!\\p{L})`, "iu");
}
