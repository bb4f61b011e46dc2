const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

/** A day as people type it ("2026-03-14", "14 Mar 2026", "14.3.2026"), with dashes between (ISO 8601, calendar date); undefined where it is none, or not in the calendar. */
export function dayOf(text: string): string | undefined {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  if (iso) return written(iso[1]!, Number(iso[2]), iso[3]!);
  const dotted = /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/.exec(text);
  if (dotted) return written(dotted[3]!, Number(dotted[2]), dotted[1]!);
  const named = /^(\d{1,2})\.? ([a-z]{3})[a-z]*\.?,? (\d{4})$/i.exec(text);
  return named ? written(named[3]!, MONTHS.indexOf(named[2]!.toLowerCase()) + 1, named[1]!) : undefined;
}

function written(year: string, month: number, day: string): string | undefined {
  const text = `${year}-${String(month).padStart(2, "0")}-${day.padStart(2, "0")}`;
  const at = new Date(`${text}T00:00:00Z`);
  // The 31st of June becomes the 1st of July in a date, and is none.
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text) ? text : undefined;
}
