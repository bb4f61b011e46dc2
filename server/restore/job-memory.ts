import {
  checkShape,
  identityShape,
  planChoicesShape,
  planShape,
  rawValueShape,
  restorePlace,
  sentChangeShape,
} from "@/core/contract";
import { OPERATIONS } from "@/core/restore";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";

/** What an operation remembers beside its steps; kept in the job's row so that a restarted program knows how far it came. Version 2. */
export const restoreMemory = object({
  version: optional(whole()),
  place: restorePlace,
  /** Absent in what earlier versions kept: restores. */
  operation: optional(oneOf(OPERATIONS)),
  /** Of a restore: which record. */
  recordId: optional(whole()),
  recordNumber: optional(whole()),
  /** How many of the drive's settings that record lacks; absent where it has them all, or that was not told. */
  recordLacks: optional(whole()),
  /** Of which position the record is, where it is of another one. */
  recordTag: optional(text()),
  identity: identityShape,
  previousSerial: text(),
  choices: planChoicesShape,
  checks: list(checkShape),
  plan: optional(planShape),
  /** "sent": the command went out and was not answered yet. */
  permanent: oneOf(["no", "sent", "yes", "unknown"]),
  restart: optional(oneOf(["sent", "done"])),
  reset: optional(oneOf(["sent", "done"])),
  switch: optional(oneOf(["sent", "done"])),
  program: optional(oneOf(["sent", "done"])),
  /** What is done with its own program: which file is put on, or why none is kept of what is taken off. */
  ofProgram: optional(object({ attachment: optional(whole()), reason: optional(text()) })),
  /** Of a change on the drive: the draft in which is collected what is wished. */
  draft: optional(whole()),
  /** What was sent so far, a line for each time. */
  sent: optional(list(sentChangeShape)),
  /** What is otherwise in it than it was read before, as far as it was read again. */
  since: optional(list(object({ code: text(), raw: rawValueShape }))),
  /** Since when what is known of it holds: another one where it was away meanwhile. */
  knownSince: optional(text()),
  /** Its motor turned when the change was confirmed. */
  inMotion: optional(yesNo),
  /** Who it answered as before it was switched over. */
  was: optional(identityShape),
  beforeRecord: optional(whole()),
  beforeRecordId: optional(whole()),
  /** When the drive was read, ms since 1970. */
  beforeAt: optional(whole()),
  afterRecord: optional(whole()),
  receiptId: optional(whole()),
  /** Refused steps were seen and left as they are. */
  refusalsSeen: optional(yesNo),
  /** How often what the drive changed by itself was written again. */
  rounds: optional(whole()),
  /** Everything was read back as recorded, and nothing else has changed; absent until it was looked. */
  verified: optional(yesNo),
  /** Who confirmed the plan. */
  confirmedBy: optional(text()),
  /** When, ms since 1970. */
  confirmedAt: optional(whole()),
  /** Who ended it before it was done. */
  endedBy: optional(text()),
  deadVoltage: optional(text()),
  /** The drive is a spare on the workbench: it is prepared for the position and does not stand there. */
  spare: optional(yesNo),
  /** What was there before a restore is put back. */
  puttingBack: optional(yesNo),
  interruptions: list(text()),
});
export type RestoreMemory = Of<typeof restoreMemory>;
