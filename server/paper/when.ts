import { format } from "date-fns";

/** A moment for people, as the screen writes it: 14 Mar 2026, 16:20. */
export const moment = (at: Date | string): string => format(new Date(at), "d MMM yyyy, HH:mm");
