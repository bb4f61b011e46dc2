import { list, object, oneOf, optional, text, whole, type Of } from "@/core/shape";
import { OUTCOMES } from "./line";
import { REVIEWS } from "./mapping";

const value = object({ code: text(), name: text(), text: optional(text()) });
const side = object({
  title: text(),
  definitionId: text(),
  definitionVersion: text(),
  rating: text(),
  firmware: text(),
});

/** What is known of a carrying over for ever: from what to what, and a line for every parameter, in words. Kept, so it carries the version of its shape. */
export const carryAccount = object({
  version: oneOf([1]),
  tag: text(),
  record: whole(),
  from: side,
  to: side,
  /** Within one family, by a mapping (and which version of it), or by common quantities alone. */
  by: oneOf(["family", "mapping", "quantities"]),
  mappingVersion: optional(text()),
  byName: text(),
  at: text(),
  lines: list(
    object({
      outcome: oneOf(OUTCOMES),
      from: list(value),
      to: list(value),
      reason: text(),
      review: optional(oneOf(REVIEWS)),
      /** How somebody decided it; absent where nothing was asked. */
      decided: optional(oneOf(["offered", "factory", "own"])),
    }),
  ),
});
export type CarryAccount = Of<typeof carryAccount>;

/** How a line was decided, in words. */
export const DECIDED_WORDS = {
  offered: "looked at, and taken as offered",
  factory: "left at the factory value",
  own: "typed by hand",
} as const;
