import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { liveEvent } from "../views/event";

const position = object({ plant: name, tag: name });
const words = text({ min: 3, max: 1000, pattern: /\S.*\S/s, called: "at least a few words" });
const aboutRecord = object({ record: whole({ min: 1 }), text: words });

export const raiseStanding = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/standing",
  does: "Raises a record to be the standing one, with a reason.",
  right: "raise",
  params: position,
  /** Asked first, and then agreed to: the record is partial. */
  body: object({ record: whole({ min: 1 }), text: words, although: optional(yesNo) }),
  troubles: ["ask-first"],
});

export const addNote = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/notes",
  does: "Adds a note to a record; the record itself stays as it is.",
  right: "annotate",
  params: position,
  body: aboutRecord,
});

export const searchPlant = endpoint({
  method: "GET",
  path: "/api/plants/:plant/search",
  does: "One search for everything: positions, drives by serial number, job numbers, families and their parameters.",
  right: "see",
  params: object({ plant: name }),
  query: object({ q: text({ max: 100 }) }),
  answer: list(
    object({
      kind: oneOf(["position", "drive", "family", "parameter"]),
      title: text(),
      detail: text(),
      /** Where it leads: within the plant, but for families. */
      href: text(),
    }),
  ),
});
export type FoundThing = Of<typeof searchPlant.answer>[number];

export const inventoryFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/inventory/:format",
  does: "The inventory of drives as a file.",
  right: "see",
  params: object({ plant: name, format: oneOf(["csv", "xlsx"]) }),
  sends: "file",
});

export const events = endpoint({
  method: "GET",
  path: "/api/plants/:plant/events",
  does: "Events as they happen, beginning with how everything stands.",
  right: "see",
  params: object({ plant: name }),
  answer: liveEvent,
  sends: "events",
});
