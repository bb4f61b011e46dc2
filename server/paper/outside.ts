/** So many are named; the sheet on the screen has them all. */
const NAMED = 12;

/** What lies outside of what a family allows, as cautions of a paper; none where nothing does. */
export function outsideCautions(said: readonly string[]): string[] {
  if (said.length === 0) return [];
  const more = said.length > NAMED ? ` And ${said.length - NAMED} more.` : "";
  return [`Outside of what the family allows: ${said.slice(0, NAMED).join(" ")}${more}`];
}
