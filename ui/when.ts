import { tz } from "@date-fns/tz";
import { format, isValid, parse } from "date-fns";

type Zone = { in: ReturnType<typeof tz> } | undefined;
const OWN = Intl.DateTimeFormat().resolvedOptions().timeZone;
let last: { name: string | undefined; zone: Zone } = { name: OWN, zone: undefined };

/**
 * In which zone moments are told: the plant's, as the document says it, so that a screen agrees with paper, files and whoever stands at the machine. Undefined where that is
 * this computer's own, as on the server.
 */
function zone(): Zone {
  if (typeof document === "undefined") return undefined;
  const name = document.documentElement.dataset.zone;
  if (name !== last.name) last = { name, zone: name && name !== OWN ? { in: tz(name) } : undefined };
  return last.zone;
}

/** The plant's zone where its clocks show another time now than this computer's; undefined where they agree. */
export function otherZone(): string | undefined {
  const now = Date.now();
  return zone() && clock(now) !== format(now, "HH:mm") ? document.documentElement.dataset.zone : undefined;
}

/** A moment for people: 14 Mar 2026, 16:20. */
export function moment(at: Date | string | number): string {
  return format(new Date(at), "d MMM yyyy, HH:mm", zone());
}

/** A day for people: 14 Mar 2026. */
export function day(at: Date | string | number): string {
  return format(new Date(at), "d MMM yyyy", zone());
}

/** A time of today for people: 14:03. */
export function clock(at: Date | string | number): string {
  return format(new Date(at), "HH:mm", zone());
}

const FIELD = "yyyy-MM-dd'T'HH:mm";

/** A moment as a field for day and time has it. */
export const toField = (at: Date | string | number): string => format(new Date(at), FIELD, zone());

/** The moment that a field for day and time says; undefined where it says none. */
export function fromField(text: string): Date | undefined {
  const at = new Date(+parse(text, FIELD, new Date(), zone()));
  return isValid(at) ? at : undefined;
}

/** A duration for people: 3 min 10 s. */
export function duration(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000));
  if (seconds < 60) return `${seconds} s`;
  return seconds % 60 === 0
    ? `${Math.floor(seconds / 60)} min`
    : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}
