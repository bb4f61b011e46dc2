/** The address of a position within its plant, whatever signs its tag has. Example: `positionPath("PUMP#3", "?record=2")` is "/positions/PUMP%233?record=2". */
export function positionPath(tag: string, rest = ""): string {
  return `/positions/${encodeURIComponent(tag)}${rest}`;
}
