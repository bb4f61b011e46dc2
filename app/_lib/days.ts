const DAY_MS = 24 * 3600 * 1000;

/** The moments between which two days lie, each as 2026-03-14 and in the time of the computer. What is no day is left out. */
export function between(from: string | undefined, until: string | undefined): { from?: Date; until?: Date } {
  const begin = (day: string | undefined): number | undefined => {
    const at = day && /^\d{4}-\d{2}-\d{2}$/.test(day) ? new Date(`${day}T00:00:00`).getTime() : NaN;
    return Number.isNaN(at) ? undefined : at;
  };
  const [first, last] = [begin(from), begin(until)];
  return {
    from: first === undefined ? undefined : new Date(first),
    until: last === undefined ? undefined : new Date(last + DAY_MS - 1),
  };
}
