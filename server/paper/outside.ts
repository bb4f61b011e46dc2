import type { SheetData } from "@/core/sheet";

/** So many are named; the sheet on the screen has them all. */
const NAMED = 12;

/** What of a sheet lies outside of what its family allows, as cautions of a paper; none where nothing does. */
export function outsideCautions(sheet: SheetData): string[] {
  const outside = sheet.groups.flatMap((each) => each.rows.flatMap((line) => line.outside ?? []));
  if (outside.length === 0) return [];
  const more = outside.length > NAMED ? ` And ${outside.length - NAMED} more.` : "";
  return [`Outside of what the family allows: ${outside.slice(0, NAMED).join(" ")}${more}`];
}
