/** By which of them wins where two stand in as many lines: a comma may be a decimal one. */
const SEPARATORS = ["\t", ";", "|", ","] as const;
const LOOK_AT = 60;

/**
 * What stands between the columns of a list: the sign that stands in most of its first lines, outside of quotation marks. Example: "Code;Value\n1r;25,0" has semicolons.
 */
export function separatorOf(text: string): string {
  const lines = text
    .slice(0, 40_000)
    .replace(/"[^"]*"/g, "")
    .split(/\r\n|\n|\r/)
    .filter((each) => each.trim() !== "")
    .slice(0, LOOK_AT);
  const counts = SEPARATORS.map((each) => lines.filter((line) => line.includes(each)).length);
  return SEPARATORS[counts.indexOf(Math.max(...counts))]!;
}
