/** Several values of a draft at once, a draft and a newer record, the same change at several positions: looked at first, then done as it was seen. */
import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { code, draft, reason, seal, title } from "../views/draft";

/** At as many positions a change is drafted in one go. */
export const DRAFTED_AT_ONCE = 500;

const codes = list(code, { min: 1, max: 5000 });
const wish = shapeOf<SeveralWish>(() =>
  Joi.alternatives().try(
    object({ what: oneOf(["default", "record"]), group: optional(text({ max: 80 })), codes: optional(codes) })
      .joi,
    object({ what: oneOf(["preset"]), preset: text({ max: 120 }) }).joi,
    object({
      what: oneOf(["answers"]),
      answers: shapeOf<Record<string, string>>(() =>
        Joi.object().pattern(Joi.string().max(60), Joi.string().allow("").max(80)).max(100),
      ),
      axis: whole({ min: 0, max: 64 }),
      set: whole({ min: 0, max: 64 }),
    }).joi,
    object({ what: oneOf(["values-of"]), tag: name, number: whole({ min: 1 }), codes }).joi,
  ),
);
/** What is to become otherwise at once: back to the factory default or to the record, a preset, or as it is in another record. */
export type SeveralWish =
  | { what: "default" | "record"; group?: string; codes?: string[] }
  | { what: "preset"; preset: string }
  /** Answers to the starting questions, by the question's id, for one axis and set; 0 where there is none. */
  | { what: "answers"; answers: Record<string, string>; axis: number; set: number }
  | { what: "values-of"; tag: string; number: number; codes: string[] };

const becomes = list(
  object({
    code: text(),
    name: text(),
    from: optional(text()),
    to: optional(text()),
    faults: list(text()),
    /** Where it has one of its own. */
    reason: optional(text()),
  }),
);

export const lookAtSeveral = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/several/look",
  does: "What would become otherwise, line by line, if several values of a draft were changed at once; changes nothing.",
  right: "draft",
  params: draft,
  body: object({ wish }),
  answer: object({
    lines: becomes,
    seal: text(),
    /** Answers that cannot be taken, and why. */
    troubles: optional(list(object({ id: text(), text: text() }))),
  }),
});
export type SeveralView = Of<typeof lookAtSeveral.answer>;

export const changeSeveral = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/several",
  does: "Changes several values of a draft at once: exactly those that were looked at.",
  right: "draft",
  params: draft,
  body: object({ wish, seal, reason, although: optional(yesNo) }),
  troubles: ["not-now", "changed-meanwhile", "ask-first"],
});

export const lookAtMerge = endpoint({
  method: "GET",
  path: "/api/plants/:plant/drafts/:draft/merge",
  does: "What a draft and the newest record of its position have each changed since the record the draft stands on.",
  right: "see",
  params: draft,
  answer: object({
    record: whole(),
    seal: text(),
    lines: list(
      object({
        code: text(),
        name: text(),
        is: oneOf(["newer", "draft", "both", "conflict", "lost"]),
        base: optional(text()),
        draft: optional(text()),
        newer: optional(text()),
      }),
    ),
  }),
  troubles: ["not-now"],
});
export type MergeView = Of<typeof lookAtMerge.answer>;

export const mergeDraft = endpoint({
  method: "POST",
  path: "/api/plants/:plant/drafts/:draft/merge",
  does: "Brings a draft up to date with the newest record: what only that has changed is taken over, and where both have, as it is decided.",
  right: "draft",
  params: draft,
  /** Conflicts in which the draft's value stays. */
  body: object({ mine: list(code, { max: 5000 }), seal, reason, although: optional(yesNo) }),
  troubles: ["not-now", "changed-meanwhile", "ask-first"],
});

const bulk = object({
  definition: name,
  code,
  typed: text({ max: 400 }),
  tags: list(name, { min: 1, max: DRAFTED_AT_ONCE }),
});

export const lookAtBulk = endpoint({
  method: "POST",
  path: "/api/plants/:plant/bulk/look",
  does: "What the same change would be at each of several positions, and what it would break where; changes nothing.",
  right: "draft",
  params: object({ plant: name }),
  body: object({ wish: bulk }),
  answer: object({
    lines: list(
      object({
        tag: text(),
        record: optional(whole()),
        from: optional(text()),
        to: optional(text()),
        faults: list(text()),
        why: optional(text()),
      }),
    ),
    seal: text(),
  }),
});
export type BulkView = Of<typeof lookAtBulk.answer>;

export const beginBulk = endpoint({
  method: "POST",
  path: "/api/plants/:plant/bulk",
  does: "Begins a draft with the same change at each of several positions: exactly what was looked at.",
  right: "draft",
  params: object({ plant: name }),
  body: object({ wish: bulk, title, reason, seal, although: optional(yesNo) }),
  answer: list(object({ tag: text(), id: whole() })),
  troubles: ["changed-meanwhile", "ask-first"],
});
