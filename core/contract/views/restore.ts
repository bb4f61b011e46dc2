import { commandShape } from "@/core/definition";
import { PARITIES } from "@/core/link";
import {
  EXCHANGED,
  LEFT_OUT,
  OPERATIONS,
  STAGES,
  WAITS_FOR,
  type Check,
  type LeftOutReason,
  type ParameterResult,
  type Place,
  type Plan,
  type PlanChoices,
  type PlannedProgram,
  type SentChange,
  type Switching,
  type WriteStep,
} from "@/core/restore";
import {
  list,
  number,
  object,
  oneOf,
  optional,
  same,
  text,
  whole,
  yesNo,
  type Of,
  type Same,
} from "@/core/shape";
import { moment, readingView } from "./connection";
import { identity, rawValue } from "./drive";

export const restorePlace = object({
  stage: oneOf(STAGES),
  waitsFor: optional(oneOf(WAITS_FOR)),
  why: optional(text()),
  over: optional(oneOf(["done", "ended"])),
});
same<Same<Of<typeof restorePlace>, Place>>();

export const check = object({
  id: text(),
  verdict: oneOf(["stop", "caution", "not-told", "fine"]),
  title: text(),
  found: text(),
  remedy: text(),
  asks: optional(oneOf(["name", "serial-end", "exchanged"])),
  lookedBy: optional(text()),
  answer: optional(text()),
});
same<Same<Of<typeof check>, Check>>();

export const restoredPart = object({
  axes: optional(list(whole({ min: 0, max: 64 }), { min: 1, max: 64 })),
  sets: optional(list(whole({ min: 0, max: 64 }), { min: 1, max: 64 })),
});

export const planChoices = object({
  tuning: yesNo,
  communication: yesNo,
  ratingDependent: yesNo,
  names: optional(yesNo),
  exchanged: optional(list(oneOf(EXCHANGED), { max: EXCHANGED.length })),
  part: optional(restoredPart),
  leaveOut: list(text({ min: 1, max: 40 }), { max: 10_000 }),
});
same<Same<keyof Of<typeof planChoices>, keyof PlanChoices>>();

export const leftOut = object({
  code: text(),
  reason: oneOf(Object.keys(LEFT_OUT) as LeftOutReason[]),
  from: optional(rawValue),
  to: optional(rawValue),
});

const switching = object({
  definitionId: text(),
  title: text(),
  rating: optional(text()),
  ratingName: optional(text()),
  command: optional(commandShape),
  howTo: text(),
  resets: optional(text()),
  lost: whole(),
  address: whole(),
  speech: optional(
    object({
      framing: optional(oneOf(["rtu", "ascii"])),
      baud: optional(whole()),
      parity: optional(oneOf(PARITIES)),
      stopBits: optional(oneOf([1, 2])),
    }),
  ),
  way: text(),
});
same<Same<Of<typeof switching>, Switching>>();

export const plannedProgram = object({
  disturbs: text(),
  file: optional(
    object({ attachment: whole(), name: text(), hash: text(), bytes: whole(), identification: whole() }),
  ),
  keptAs: optional(text()),
  reason: optional(text()),
  now: object({
    present: optional(yesNo),
    enabled: optional(yesNo),
    running: optional(yesNo),
    identification: optional(whole()),
  }),
});
same<Same<Of<typeof plannedProgram>, PlannedProgram>>();

export const plan = object({
  writes: list(object({ code: text(), from: optional(rawValue), to: rawValue, caution: optional(text()) })),
  leftOut: list(leftOut),
  equal: whole(),
  rest: optional(whole()),
  untold: optional(yesNo),
  over: optional(switching),
  program: optional(plannedProgram),
  needsRestart: yesNo,
});
same<Same<Required<Of<typeof plan>>["equal"], Plan["equal"]>>();

const step = {
  code: text(),
  from: optional(rawValue),
  to: rawValue,
  caution: optional(text()),
  state: oneOf(["planned", "sent", "written", "refused", "unknown", "other"]),
  said: optional(text()),
  remedy: optional(text()),
  readBack: optional(rawValue),
  tries: whole(),
};

export const writeStep = object(step);
same<Same<Required<Of<typeof writeStep>>, Required<WriteStep>>>();

/** A value that was sent in the course of a change on the drive. */
export const sentChange = object({ ...step, at: moment, byName: text(), reason: text() });
same<Same<Required<Of<typeof sentChange>>, Required<SentChange>>>();

export const parameterResult = object({
  code: text(),
  from: optional(rawValue),
  to: rawValue,
  readBack: optional(rawValue),
  verdict: oneOf(["verified", "refused", "differs", "not-written", "not-read-back", "stayed"]),
  said: optional(text()),
  times: optional(whole()),
});
same<Same<Required<Of<typeof parameterResult>>, Required<ParameterResult>>>();

const job = {
  id: whole(),
  kind: oneOf(OPERATIONS),
  open: yesNo,
  place: restorePlace,
  tag: text(),
  positionTitle: text(),
  /** A spare is prepared on the workbench; it does not stand at the position. */
  spare: optional(yesNo),
  /** Of a restore: which record. */
  recordNumber: optional(whole()),
  /** How many of the drive's settings that record lacks; absent where it has them all, or that was not told. */
  recordLacks: optional(whole()),
  /** Of which position the record is, where it is of another one. */
  recordTag: optional(text()),
  byName: text(),
  startedAt: moment,
  driveKey: text(),
  identity,
  connectionId: optional(text()),
  counts: object({ written: whole(), planned: whole(), refused: whole(), unknown: whole(), other: whole() }),
  /** Whether what was written is in the permanent memory. */
  permanent: oneOf(["no", "yes", "unknown"]),
  reading: optional(readingView),
  /** How far a long transfer is, from 0 to 1. */
  share: optional(number()),
  beforeRecord: optional(whole()),
  afterRecord: optional(whole()),
  receiptId: optional(whole()),
  /** Read back as recorded, and nothing else has changed; absent until everything was read again. */
  verified: optional(yesNo),
};

/** A restore as the pages see it. Its steps come apart, since there may be hundreds. */
export const jobView = object(job);
export type JobView = Of<typeof jobView>;

const looked = {
  ...job,
  checks: list(check),
  plan: optional(plan),
  seal: optional(text()),
  choices: planChoices,
};

/** A restore with what is looked through, without its steps. */
export const restoreSummary = object(looked);
export type RestoreSummary = Of<typeof restoreSummary>;

/** Everything the restore page shows. `seal` stands for exactly the plan that is shown. */
export const restoreDetail = object({
  ...looked,
  steps: list(writeStep),
  /** Of a change on the drive: the draft in which is collected what is wished, what was sent so far, and whether the drive was away since it was read. */
  change: optional(object({ draft: whole(), sent: list(sentChange), away: yesNo })),
});
export type RestoreDetail = Of<typeof restoreDetail>;

export const stepChange = object({ jobId: whole(), ordinal: whole(), step: writeStep });
export type StepChange = Of<typeof stepChange>;
