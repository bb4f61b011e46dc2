import { RECORD_ORIGINS } from "@/core/set/origin";
import { list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { HIDEABLE } from "@/core/sheet/hideable";
import { endpoint, name } from "../endpoint";
import { rawValue } from "../views/drive";

const family = object({ plant: name, definition: name });
const code = text({ min: 1, max: 80 });

/** Values one after the other that are the same: from when to when a parameter was so. */
const held = object({
  /** Numbers of the first and the last record of them. */
  from: whole(),
  to: whole(),
  records: whole(),
  /** When it was seen so first, by whom. */
  at: whole(),
  byName: text(),
  origin: oneOf(RECORD_ORIGINS),
  /** In words; absent where the records do not have it. */
  text: optional(text()),
  /** For a chart; absent for what is no number. */
  figure: optional(number()),
  /** What was noted on the first of them. */
  note: optional(text()),
});

export const showParameter = endpoint({
  method: "GET",
  path: "/api/plants/:plant/families/:definition/parameter",
  does: "One parameter in full: what it does, what it may hold, when a change takes effect, what depends on it, and every value it had at a position.",
  right: "see",
  params: family,
  query: object({
    code,
    /** Of a record: its position and number. */
    tag: optional(name),
    record: optional(whole({ min: 1 })),
    /** Of a drive that is connected. */
    connection: optional(name),
    /** Of a family as it stands in its definition. */
    firmware: optional(text({ max: 40 })),
    axes: optional(whole({ min: 1, max: 64 })),
  }),
  answer: object({
    code: text(),
    name: text(),
    help: text(),
    group: text(),
    kind: text(),
    unit: optional(text()),
    /** In words, and as the drive has it; absent where there is none. */
    value: optional(text()),
    raw: optional(rawValue),
    type: text(),
    standard: optional(text()),
    range: optional(text()),
    choices: optional(list(object({ value: whole(), text: text() }))),
    /** Names of bits, with whether each is set. */
    bits: optional(list(object({ bit: whole(), text: text(), set: yesNo }))),
    effect: oneOf(["at-once", "stopped-only", "after-restart"]),
    readOnly: yesNo,
    ratingDependent: yesNo,
    belongsTo: list(text()),
    passwordLevel: whole(),
    /** Rules it is part of, and what changes with it, in words. */
    depends: list(text()),
    /** What it was at the position, the newest first; absent where it is of none. */
    history: optional(list(held)),
  }),
});
export type ParameterView = Of<NonNullable<typeof showParameter.answer>>;

export const showElsewhere = endpoint({
  method: "GET",
  path: "/api/plants/:plant/families/:definition/elsewhere",
  does: "One parameter at every position of a family: in the standing record, or in the newest where none stands. Where `held` says what it is here, those that have it otherwise come first; `but` leaves a position out.",
  right: "see",
  params: family,
  query: object({
    code,
    held: optional(text({ max: 2000 })),
    but: optional(name),
    from: optional(whole({ min: 0, max: 1_000_000 })),
    count: optional(whole({ min: 1, max: 500 })),
  }),
  answer: object({
    /** How many positions have a record of the family, and how many of them have what is held here. */
    total: whole(),
    alike: whole(),
    /** How many different values there are, and the most frequent ones; without a text where the record does not have it. */
    different: whole(),
    values: list(object({ text: optional(text()), positions: whole() })),
    from: whole(),
    lines: list(
      object({
        tag: text(),
        title: text(),
        record: whole(),
        standing: yesNo,
        text: optional(text()),
        figure: optional(number()),
      }),
    ),
  }),
});
export type ElsewhereView = Of<typeof showElsewhere.answer>;

export const changedSince = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/records/:record/changed",
  does: "Codes of the settings that a record has otherwise than an earlier one of the same position; what one of them does not have counts as otherwise.",
  right: "see",
  params: object({ plant: name, tag: name, record: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  query: object({ since: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  answer: object({ codes: list(text()) }),
});

/** Something that was written down about a parameter. */
const written = object({ at: whole(), byName: text(), text: text() });

export const parameterNotes = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/parameter-notes",
  does: "What people wrote down about single parameters at a position, by code with axis and set, each with what stood there before; a code whose note was taken off has an empty one.",
  right: "see",
  params: object({ plant: name, tag: name }),
  query: object({ definition: name }),
  answer: list(object({ code: text(), now: written, before: list(written) })),
});
export type ParameterNote = Of<NonNullable<typeof parameterNotes.answer>>[number];

export const noteParameter = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/parameter-notes",
  does: "Writes something down about a parameter at a position, in place of what stood there; an empty text takes the note off. What stood there is kept.",
  right: "annotate",
  params: object({ plant: name, tag: name }),
  body: object({
    definition: name,
    code,
    text: text({ max: 2000 }),
    /** What the person saw that stood there: another one meanwhile is not written over unseen. */
    seen: text({ max: 2000 }),
  }),
});

export const ownList = endpoint({
  method: "GET",
  path: "/api/plants/:plant/families/:definition/own-list",
  does: "The list that the person who asks made of a family's parameters; absent while they made none.",
  right: "see",
  params: family,
  answer: object({ codes: optional(list(text())) }),
});

export const setOwnList = endpoint({
  method: "POST",
  path: "/api/plants/:plant/families/:definition/own-list",
  does: "Says which of a family's parameters stand on the list of the person who asks, and in which order; codes without axis and set.",
  right: "see",
  params: family,
  body: object({ codes: list(code, { max: 500 }) }),
});

export const hideColumns = endpoint({
  method: "POST",
  path: "/api/own/columns",
  does: "Says which columns the person who asks leaves out of every sheet.",
  right: "see",
  body: object({ hidden: list(oneOf(HIDEABLE), { max: HIDEABLE.length }) }),
});
