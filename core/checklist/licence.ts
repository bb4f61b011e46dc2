/** An option key or a licence of a position: what it is, the serial number that it is bound to, and its last day. What is absent nobody has said. */
export interface Licence {
  what: string;
  serial?: string;
  /** As 2026-12-31. */
  until?: string;
}

export type ReadLicences = { ok: true; value: Licence[] } | { ok: false; text: string };

/**
 * Reads option keys and licences as they are typed, a line each: "what; serial number; last day". The last two may lack. Says which line cannot be read, and why.
 * Example: "Fast positioning; FR25-1558; 2026-12-31".
 */
export function readLicences(lines: readonly string[]): ReadLicences {
  const licences: Licence[] = [];
  for (const [i, line] of lines.entries()) {
    const [what = "", serial = "", until = "", ...more] = line.split(";").map((each) => each.trim());
    const wrong = (text: string): ReadLicences => ({ ok: false, text: `Line ${i + 1}, “${line}”: ${text}` });
    if (what === "") return wrong("it does not say what it is.");
    if (more.length > 0) return wrong("it has more than three parts: what, serial number, last day.");
    if (until !== "" && !isDay(until)) return wrong(`“${until}” is no day; write it as 2026-12-31.`);
    licences.push({ what, serial: serial || undefined, until: until || undefined });
  }
  return { ok: true, value: licences };
}

/** What of them a drive lacks, or will lack, in words; `serial` undefined where it tells none; `today` as 2026-11-27. Nothing of one that nobody has bound to a serial number, and that does not end. */
export function missingLicences(
  licences: readonly Licence[],
  serial: string | undefined,
  today: string,
): string[] {
  return licences.flatMap(({ what, serial: bound, until }) => {
    const ended = until !== undefined && until < today;
    const ends = until === undefined ? "" : `; it ${ended ? "ended" : "ends"} on ${until}`;
    if (bound !== undefined && serial === undefined)
      return [`${what} is bound to ${bound}; which serial number this drive has is not told${ends}`];
    if (bound !== undefined && bound !== serial)
      return [`${what} is bound to ${bound}, not to this drive${ends}`];
    return ended ? [`${what} ended on ${until}`] : [];
  });
}

function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const at = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === text;
}
