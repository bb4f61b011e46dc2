import { VERDICTS } from "@/core/readiness";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { liveEvent } from "../views/event";
import { inventoryWindow } from "../views/inventory";
import { positionWindow } from "../views/plant";

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

export const showMends = endpoint({
  method: "GET",
  path: "/api/plants/:plant/mends",
  does: "What would be mended for many positions at once: those that want to be read, and those whose newest complete record nobody has raised.",
  right: "see",
  params: object({ plant: name }),
  answer: object({
    read: list(text()),
    raise: list(object({ tag: text(), title: text(), record: whole(), takenAt: whole(), byName: text() })),
  }),
});

export const raiseSeveral = endpoint({
  method: "POST",
  path: "/api/plants/:plant/mends/raise",
  does: "Raises a record at each of several positions where none stands yet, with one reason.",
  right: "raise",
  params: object({ plant: name }),
  body: object({
    records: list(object({ tag: name, record: whole({ min: 1 }) }), { min: 1, max: 5000 }),
    text: words,
  }),
  /** Those that were left, and why. */
  answer: object({ raised: whole(), left: list(object({ tag: text(), why: text() })) }),
});

export const addNote = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/notes",
  does: "Adds a note to a record; the record itself stays as it is.",
  right: "annotate",
  params: position,
  body: aboutRecord,
});

export const setLabel = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/labels",
  does: "Puts a label on a record, or takes it off; both are written down.",
  right: "annotate",
  params: position,
  body: object({
    record: whole({ min: 1 }),
    label: text({ min: 1, max: 30, pattern: /^\S(.*\S)?$/, called: "a label" }),
    on: yesNo,
  }),
});

export const searchPlant = endpoint({
  method: "GET",
  path: "/api/plants/:plant/search",
  does: "One search for everything: positions, drives by serial number, job numbers, drafts, families and their parameters, what people wrote, files.",
  right: "see",
  params: object({ plant: name }),
  query: object({ q: text({ max: 100 }) }),
  answer: list(
    object({
      kind: oneOf(["position", "drive", "draft", "family", "parameter", "note", "file"]),
      title: text(),
      detail: text(),
      /** Where it leads: within the plant, but for families. */
      href: text(),
    }),
  ),
});
export type FoundThing = Of<typeof searchPlant.answer>[number];

export const listPositions = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions",
  does: "A part of the plant's list of positions, with the readiness of each.",
  right: "see",
  params: object({ plant: name }),
  query: object({
    find: optional(text({ max: 100 })),
    verdict: optional(oneOf(VERDICTS)),
    area: optional(text({ max: 80 })),
    order: optional(oneOf(["tag", "readiness"])),
    retired: optional(yesNo),
    from: optional(whole({ min: 0, max: 1_000_000 })),
    count: optional(whole({ min: 1, max: 500 })),
  }),
  answer: positionWindow,
});

export const listInventory = endpoint({
  method: "GET",
  path: "/api/plants/:plant/inventory",
  does: "A part of the inventory of drives: fitted, in store, taken out, scrapped.",
  right: "see",
  params: object({ plant: name }),
  query: object({
    find: optional(text({ max: 100 })),
    area: optional(text({ max: 80 })),
    family: optional(text({ max: 80 })),
    firmware: optional(text({ max: 40 })),
    whereabouts: optional(text({ max: 40 })),
    sort: optional(
      oneOf(["tag", "family", "rating", "firmware", "serial", "whereabouts", "answersAt", "recordedAt"]),
    ),
    down: optional(yesNo),
    from: optional(whole({ min: 0, max: 1_000_000 })),
    count: optional(whole({ min: 1, max: 500 })),
  }),
  answer: inventoryWindow,
});

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
