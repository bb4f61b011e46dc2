/** What a tag may be: 1 to 24 letters, figures and the signs that plants use in them; no blank at either end. */
const TAG = /^[\p{L}\p{N}](?:[\p{L}\p{N} ._+:=#-]{0,22}[\p{L}\p{N}])?$/u;

/** Why a text is no tag, in words; undefined when it is one. */
export function faultOfTag(tag: string): string | undefined {
  if (tag === "") return "There is no tag.";
  if (tag.length > 24) return `"${tag.slice(0, 30)}" is longer than the 24 signs of a tag.`;
  return TAG.test(tag)
    ? undefined
    : `"${tag}" is no tag: letters, figures, and between them - . _ + : = # or a blank.`;
}
