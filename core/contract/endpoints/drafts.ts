import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { code, draft, reason, title } from "../views/draft";
import { rawValue } from "../views/drive";
import { row } from "../views/sheet";

export const beginDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/drafts",
  does: "Begins a draft from a record: a working copy, written to no drive.",
  right: "draft",
  params: object({ plant: name, tag: name }),
  body: object({ record: whole({ min: 1 }), title }),
  answer: object({ id: whole() }),
  troubles: ["not-now"],
});

export const listDrafts = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/drafts",
  does: "The drafts of a position that are neither entered nor given up.",
  right: "see",
  params: object({ plant: name, tag: name }),
  answer: list(object({ id: whole(), title })),
  troubles: ["not-found"],
});

const plate = object({
  definition: name,
  rating: text({ min: 1, max: 40 }),
  /** Absent while it is not known. */
  firmware: optional(text({ max: 40 })),
  axes: optional(whole({ min: 1, max: 64 })),
  serial: optional(text({ max: 60 })),
});
export type PlateWords = Of<typeof plate>;

export const beginFromPlate = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/drafts/plate",
  does: "Begins a draft from what stands on a type plate: it stands on the factory default of that rating until a record is there.",
  right: "draft",
  params: object({ plant: name, tag: name }),
  body: object({ plate, title }),
  answer: object({ id: whole() }),
  troubles: ["not-now"],
});

export const plateChoices = endpoint({
  method: "GET",
  path: "/api/plants/:plant/plates",
  does: "What a draft can begin from without a record: families with their ratings and firmware, and the drives in store whose plate is known.",
  right: "see",
  params: object({ plant: name }),
  answer: object({
    families: list(
      object({
        id: text(),
        title: text(),
        ratings: list(object({ id: text(), name: text() })),
        firmware: list(text()),
        /** At most. */
        axes: whole(),
      }),
    ),
    stored: list(
      object({
        definition: text(),
        rating: text(),
        firmware: text(),
        serial: text(),
        place: text(),
        axes: optional(whole()),
      }),
    ),
  }),
});

export const draftValue = endpoint({
  method: "GET",
  path: "/api/plants/:plant/drafts/:draft/value",
  does: "One parameter of a draft: what it holds, what may be entered, what it does.",
  right: "see",
  params: draft,
  query: object({ code }),
  answer: object({
    code: text(),
    name: text(),
    help: text(),
    unit: optional(text()),
    /** As it is typed, and as the drive would have it; absent where it holds none. */
    text: text(),
    raw: optional(rawValue),
    /** It is otherwise than in the record. */
    changed: yesNo,
    /** In one line, as the record's and the default. */
    now: optional(text()),
    choices: optional(list(object({ value: rawValue, text: text() }))),
    /** Lowest, highest and step in words. */
    range: optional(text()),
    /** In the record that the draft began from, and from the factory. */
    recorded: optional(text()),
    standard: optional(text()),
    /** Why it cannot be changed in a draft. */
    fixed: optional(text()),
  }),
});
export type DraftValueView = Of<typeof draftValue.answer>;

export const changeDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/change",
  does: "Changes one value of a draft, or takes it back to what the record has.",
  right: "draft",
  params: draft,
  /** `expected`: the raw value that was shown when it was typed. Asked first: outside of its range or against a rule; kept on purpose with a reason. */
  body: object({
    code,
    typed: optional(text({ max: 400 })),
    /** Back to the factory default instead. */
    standard: optional(yesNo),
    /** Of a list at a drive: as that holds it, as far as it was read. */
    asInDrive: optional(yesNo),
    reason,
    expected: optional(rawValue),
    although: optional(yesNo),
  }),
  troubles: ["not-now", "changed-meanwhile", "ask-first"],
});

const change = object({
  code: text(),
  name: text(),
  /** In words; absent where there is none. */
  from: optional(text()),
  to: optional(text()),
  /** What the draft holds, as the drive would have it. */
  raw: optional(rawValue),
  reason: text(),
  byName: text(),
  at: whole(),
  /** Why it is outside of what the family allows, where it was kept on purpose. */
  faults: list(text()),
});
export type DraftChangeView = Of<typeof change>;

export const draftNews = endpoint({
  method: "GET",
  path: "/api/plants/:plant/drafts/:draft/news",
  does: "What has become of a draft since one of its steps: its changes, and the rows that were touched since.",
  right: "see",
  params: draft,
  query: object({ since: whole({ min: 0 }) }),
  answer: object({
    last: whole(),
    record: optional(whole()),
    closed: yesNo,
    /** A newer record that it can be brought up to date with. */
    newer: optional(whole()),
    changes: list(change),
    rows: list(row),
    /** A row has gone or come: the page is made anew. */
    anew: yesNo,
  }),
});

export const takeBackInDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/take-back",
  does: "Takes back the last change of whoever asks, or does again what they took back.",
  right: "draft",
  params: draft,
  body: object({ what: oneOf(["undo", "redo"]) }),
  troubles: ["not-now", "changed-meanwhile"],
});

export const enterDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/enter",
  does: "Turns a draft into a record of its position.",
  right: "draft",
  params: draft,
  body: object({ note: text({ max: 1000 }) }),
  /** `known`: a record holds the very same already. */
  answer: object({ tag: text(), number: whole(), known: yesNo }),
  troubles: ["not-now"],
});

export const giveUpDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/give-up",
  does: "Gives a draft up; what was changed in it can still be read.",
  right: "draft",
  params: draft,
  troubles: ["not-now"],
});

export * from "./drafts-together";
