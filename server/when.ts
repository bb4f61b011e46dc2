import { format } from "date-fns";

/** A moment for people in the plant's zone, as the screen writes it. Example: "14 Mar 2026, 16:20". */
export const moment = (at: Date | string): string => format(new Date(at), "d MMM yyyy, HH:mm");

/** The day of a moment in the plant's zone, as file names and dates without a time have it (ISO 8601). Example: "2026-03-14". */
export const dayOf = (at: Date): string => format(at, "yyyy-MM-dd");
