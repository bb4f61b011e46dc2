import { WAITS_FOR } from "@/core/restore";
import { list, number, object, oneOf, optional, shapeOf, text, whole, yesNo, type Of } from "@/core/shape";
import { identity, rawValue } from "./drive";
import { leftOut, parameterResult } from "./restore";

const ms = number();

/** What came of a rehearsal; kept for ever, so it carries the version of its shape. Nothing of it was done to a drive. */
export const rehearsalContent = object({
  version: shapeOf<1>(() => oneOf([1]).joi),
  tag: text(),
  positionTitle: text(),
  /** What was put onto the stand-in: a record, of this position or another, or a draft. */
  record: optional(whole()),
  recordTag: optional(text()),
  draft: optional(whole()),
  draftTitle: optional(text()),
  /** The drive that the stand-in was made after. */
  drive: identity,
  /** Of what it was made: what was read of that drive, or what one straight from the factory holds. */
  madeOf: oneOf(["read", "factory"]),
  /** The way whose pace was kept, in words. */
  way: text(),
  /** The family tells what its line takes; where it does not, no times are stated. */
  paceTold: yesNo,
  verified: yesNo,
  permanent: oneOf(["yes", "no", "unknown"]),
  results: list(parameterResult),
  alsoChanged: list(object({ code: text(), from: optional(rawValue), to: optional(rawValue) })),
  leftOut: list(leftOut),
  equal: whole(),
  /** What somebody at the machine has to do on the way. */
  waits: list(oneOf(WAITS_FOR)),
  /** How long each part takes, in ms. */
  ms: object({ read: ms, write: ms, lookAgain: ms, permanent: ms, verify: ms }),
  /** Where it came to an end before it was done, in words. */
  trouble: optional(text()),
  definitionId: text(),
  definitionVersion: text(),
});
export type RehearsalContent = Of<typeof rehearsalContent>;
