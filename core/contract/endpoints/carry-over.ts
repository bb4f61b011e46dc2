import { OUTCOMES, REVIEWS } from "@/core/carry-over";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { code, seal, title } from "../views/draft";

const position = object({ plant: name, tag: name });
const to = {
  definition: name,
  rating: text({ min: 1, max: 40 }),
  firmware: optional(text({ max: 40 })),
  axes: optional(whole({ min: 1, max: 64 })),
  serial: optional(text({ max: 60 })),
};
const value = object({ code: text(), name: text(), text: optional(text()) });

const line = object({
  id: text(),
  outcome: oneOf(OUTCOMES),
  from: list(value),
  to: list(
    object({
      code: text(),
      name: text(),
      text: optional(text()),
      /** The target's factory value, where it is told. */
      factory: optional(text()),
      /** Where it asks and is one of several: which they are. */
      choices: optional(list(object({ value: whole(), text: text() }))),
    }),
  ),
  /** What is offered is the target's factory value. */
  offersFactory: yesNo,
  reason: text(),
  asks: optional(oneOf(["decide", "look"])),
  review: optional(oneOf(REVIEWS)),
});
/** One line of an account, in words. */
export type CarryLineView = Of<typeof line>;

export const lookAtCarryOver = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/carry-over",
  does: "What a record becomes on another drive, named by its plate: a line for every parameter of either side, those that ask a person first. Changes nothing.",
  right: "see",
  params: position,
  query: object({ record: whole({ min: 1 }), ...to }),
  answer: object({
    by: oneOf(["family", "mapping", "quantities"]),
    from: text(),
    to: text(),
    lines: list(line),
    seal,
  }),
  troubles: ["no-definition"],
});
export type CarryView = Of<typeof lookAtCarryOver.answer>;

export const beginCarried = endpoint({
  method: "POST",
  path: "/api/plants/:plant/positions/:tag/carry-over",
  does: "Makes a draft of what a record becomes on another drive, with its account. Refused while a line that asks a person is open.",
  right: "draft",
  params: position,
  body: object({
    record: whole({ min: 1 }),
    to: object(to),
    seal,
    decisions: list(
      object({
        id: text({ min: 1, max: 2000 }),
        choose: oneOf(["offered", "factory", "own"]),
        /** For "own": values as a person types them. */
        typed: optional(list(object({ code, text: text({ max: 200 }) }), { max: 64 })),
      }),
      { max: 10_000 },
    ),
    title,
  }),
  answer: object({ id: whole() }),
  troubles: ["no-definition", "not-now", "changed-meanwhile", "not-looked-at"],
});

export const carryAccountFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/drafts/:draft/account/:format",
  does: "The account of a draft that was carried over: a line for every parameter of either side, as CSV or PDF.",
  right: "see",
  params: object({ plant: name, draft: whole({ min: 1, max: 2 ** 31 - 1 }), format: oneOf(["csv", "pdf"]) }),
  sends: "file",
  troubles: ["busy"],
});
