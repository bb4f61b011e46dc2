import { EXCHANGED, OPERATIONS } from "@/core/restore";
import { list, object, oneOf, optional, shapeOf, text, whole, yesNo, type Of } from "@/core/shape";
import { identity, rawValue } from "./drive";
import { check, leftOut, parameterResult, plannedProgram, restoredPart } from "./restore";

/** What a receipt says; kept for ever, so it carries the version of its shape. */
export const receiptContent = object({
  /** Receipts of version 1 carry no number; of 1 and 2 all are of restores. */
  version: shapeOf<3>(() => oneOf([3]).joi),
  kind: oneOf(OPERATIONS),
  tag: text(),
  positionTitle: text(),
  jobNumber: text(),
  /** Of a restore: which record, and whether it stood. */
  recordNumber: optional(whole()),
  /** How many of the drive's settings that record lacks; absent where it has them all, or that was not told. */
  recordLacks: optional(whole()),
  /** Of which position the record was, where it was of another one. */
  recordTag: optional(text()),
  standing: yesNo,
  /** The drive is a spare that was prepared for the position on the workbench. */
  spare: optional(yesNo),
  drive: identity,
  /** Of the drive's own program: what was done with which. */
  program: optional(plannedProgram),
  /** Of a switch-over: who it answered as before. */
  was: optional(identity),
  previousSerial: text(),
  byName: text(),
  /** Who confirmed the plan and who ended it, where it was not done by itself. */
  confirmedBy: optional(text()),
  endedBy: optional(text()),
  /** The test for dead voltage: by whom, measured how. */
  deadVoltage: optional(text()),
  exchanged: optional(list(oneOf(EXCHANGED))),
  /** The drive has parameters of safe functions; a person confirms them on the receipt. */
  safety: optional(yesNo),
  startedAt: text(),
  endedAt: text(),
  /** "verified", or what it ended as. */
  outcome: oneOf(["verified", "not-verified", "given-up"]),
  permanent: oneOf(["no", "yes", "unknown"]),
  checks: list(check),
  results: list(parameterResult),
  alsoChanged: list(object({ code: text(), from: optional(rawValue), to: optional(rawValue) })),
  /** Of a change on the drive: why each was changed, as it was said. */
  reasons: optional(list(object({ code: text(), reason: text() }))),
  leftOut: list(leftOut),
  equal: whole(),
  /** Nobody knew beforehand which values it was about. */
  untold: optional(yesNo),
  /** One axis or one set alone, and how the settings outside of it came out. */
  part: optional(restoredPart),
  outside: optional(object({ same: whole(), changed: whole(), notRead: whole() })),
  beforeRecord: optional(whole()),
  afterRecord: optional(whole()),
  definitionId: text(),
  definitionVersion: text(),
  interruptions: list(text()),
});
export type ReceiptContent = Of<typeof receiptContent>;
