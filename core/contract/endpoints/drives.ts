import { MOVES } from "@/core/plant/whereabouts";
import { object, oneOf, optional, text } from "@/core/shape";
import { endpoint, name } from "../endpoint";

/** What happens to a drive beside records and restores. */
export const DRIVE_EVENT_KINDS = [
  "fitted",
  "removed",
  "store",
  "lent",
  "scrapped",
  "failed",
  "exchanged",
  "tested",
  "note",
] as const;
export type DriveEventKind = (typeof DRIVE_EVENT_KINDS)[number];

export const DRIVE_EVENT_WORDS: Record<DriveEventKind, string> = {
  fitted: "Fitted",
  removed: "Taken out",
  store: "Put in store",
  lent: "Lent",
  scrapped: "Scrapped",
  failed: "Failed",
  exchanged: "Part exchanged",
  tested: "Tested",
  note: "Note",
};

const drive = object({ plant: name, definition: name, serial: name });
const words = text({ min: 3, max: 500, pattern: /\S.*\S/s, called: "at least a few words" });

export const addDrive = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drives",
  does: "Adds a drive that lies in store, by its type plate.",
  right: "arrange",
  params: object({ plant: name }),
  body: object({
    definition: name,
    serial: name,
    /** Its id in the definition; absent where the plate does not say. */
    rating: optional(text({ max: 60 })),
    firmware: text({ max: 20 }),
    place: text({ max: 120 }),
  }),
});

export const noteOnDrive = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drives/:definition/:serial/events",
  does: "Writes down what happened to a drive: how it failed, what was exchanged, who tested it.",
  right: "annotate",
  params: drive,
  body: object({ kind: oneOf(["failed", "exchanged", "tested", "note"]), text: words }),
});

export const moveDrive = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drives/:definition/:serial/whereabouts",
  does: "Says where a drive is now: in store, lent, taken out, or scrapped, and why. A fitted drive leaves its position.",
  right: "arrange",
  params: drive,
  body: object({ to: oneOf(MOVES), place: text({ max: 120 }), why: words }),
  troubles: ["busy"],
});
