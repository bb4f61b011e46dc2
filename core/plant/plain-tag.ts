/** Letters and figures of a name in small letters, without zeros before its numbers. Example: `partsOf("KL-03")` is ["kl", "3"]. */
export const partsOf = (name: string): string[] =>
  (name.toLowerCase().match(/\d+|\p{L}+/gu) ?? []).map((each) => each.replace(/^0+(?=\d)/, ""));

/** A tag or serial number without what people leave out who type it in a hurry. Example: "KL-03", "KL03" and "kl 3" are all "kl3". */
export const plainTag = (name: string): string => partsOf(name).join("");
