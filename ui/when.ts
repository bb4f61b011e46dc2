import { format } from "date-fns";

/** A moment for people: 14 Mar 2026, 16:20. */
export function moment(at: Date | string | number): string {
  return format(new Date(at), "d MMM yyyy, HH:mm");
}

/** A day for people: 14 Mar 2026. */
export function day(at: Date | string | number): string {
  return format(new Date(at), "d MMM yyyy");
}

/** A time of today for people: 14:03. */
export function clock(at: Date | string | number): string {
  return format(new Date(at), "HH:mm");
}

/** A duration for people: 3 min 10 s. */
export function duration(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000));
  if (seconds < 60) return `${seconds} s`;
  return seconds % 60 === 0
    ? `${Math.floor(seconds / 60)} min`
    : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}
