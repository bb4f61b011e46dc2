import type { PositionLine } from "@/core/contract";
import { plainTag } from "@/core/plant";
import type { Verdict } from "@/core/readiness";

/** What is looked for in a plant's list. */
export interface LookFor {
  /** Words that all stand somewhere in a line. */
  find?: string;
  verdict?: Verdict;
  area?: string;
  retired?: boolean;
  order?: "tag" | "readiness";
}

/** A position with everything that is said of it in one text. */
export type Line = PositionLine & { words: string };

/** The lines that fit what is looked for. */
export function lookThrough(lines: Line[], wanted: LookFor): Line[] {
  const words = (wanted.find ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  return lines.filter(
    (each) =>
      (each.retired === true) === (wanted.retired === true) &&
      (wanted.verdict === undefined || each.verdict === wanted.verdict) &&
      (wanted.area === undefined || each.area === wanted.area) &&
      words.every((word) => each.words.includes(word) || isTag(word, each.words)),
  );
}

/** Whether a word is a tag without the signs in it: "kl03" of KL-03. */
const isTag = (word: string, words: string): boolean =>
  /\d/.test(word) && /\p{L}/u.test(word) && words.includes(plainTag(word));

/** What is searched for words: everything that is said of a position, in small letters. */
export function wordsOf({
  tag,
  title,
  family,
  machine,
  twinGroup,
  jobNumber,
  serial,
  reasons,
}: PositionLine): string {
  return [
    tag,
    plainTag(tag),
    title,
    family,
    machine,
    twinGroup,
    jobNumber,
    serial,
    ...reasons.map((each) => each.text),
  ]
    .join(" ")
    .toLowerCase();
}
