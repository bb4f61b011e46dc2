import { OTHER_OPERATIONS } from "@/core/restore";
import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { jobView, planChoices, restoreDetail } from "../views/restore";

const restore = object({ plant: name, restore: whole({ min: 1, max: 2 ** 31 - 1 }) });

/** Checks that nobody tells: what a person has looked at there, and answered where something is asked. */
export const lookedAt = list(object({ id: name, answer: optional(text({ max: 80 })) }), { max: 40 });

export const startRestore = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores",
  does: "Begins a restore: reads the drive, keeps the record of before, works out checks and plan. Writes nothing yet.",
  right: "restore",
  acknowledged: true,
  params: object({ plant: name }),
  /** Asked first, and then agreed to: the drive does not seem to belong to the position. */
  body: object({
    tag: name,
    record: whole({ min: 1 }),
    connection: name,
    although: optional(yesNo),
    /** The drive lies on the workbench: it is prepared for the position, and the ledger keeps the one that stands there. */
    spare: optional(yesNo),
    /** Of a rack: this axis alone, as the first choice of the plan. */
    axis: optional(whole({ min: 1, max: 32 })),
  }),
  answer: jobView,
  troubles: ["not-connected", "busy", "no-definition", "ask-first"],
});

export const startOperation = endpoint({
  method: "POST",
  path: "/api/plants/:plant/operations",
  does: "Begins something other than a restore with a connected drive (change values on it, make permanent, give up by a power-off, factory reset, imitate its predecessor or be itself again, put its own program on, start, stop or take it off): reads it, keeps the record of before, says what will be otherwise. Does nothing to it yet; confirming, stopping, going on and ending are those of a restore.",
  right: "restore",
  acknowledged: true,
  params: object({ plant: name }),
  body: object({
    connection: name,
    operation: oneOf(OTHER_OPERATIONS),
    /** Of putting its program on: the added file. Of taking it off: why none is kept of it, where none is. */
    program: optional(
      object({ attachment: optional(whole({ min: 1 })), reason: optional(text({ min: 3, max: 300 })) }),
    ),
  }),
  answer: jobView,
  troubles: ["not-connected", "not-now", "busy", "no-definition"],
});

export const showRestore = endpoint({
  method: "GET",
  path: "/api/plants/:plant/restores/:restore",
  does: "Everything about one restore, with the seal of its plan.",
  right: "see",
  params: restore,
  answer: restoreDetail,
});

export const choosePlan = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/choose",
  does: "Changes what is left out, and works out the plan anew.",
  right: "restore",
  acknowledged: true,
  params: restore,
  body: planChoices,
  answer: restoreDetail,
  troubles: ["not-now", "not-connected", "busy"],
});

export const confirmPlan = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/confirm",
  does: "Writes exactly the plan that was seen; its seal says which.",
  right: "restore",
  acknowledged: true,
  params: restore,
  body: object({
    seal: text({ min: 64, max: 64, pattern: /^[0-9a-f]+$/, called: "a seal" }),
    /** Checks that are not told: what this person has looked at, and answered where something is asked. */
    looked: optional(lookedAt),
    /** Where hands go inside: who tested for dead voltage, and how. */
    deadVoltage: optional(text({ max: 300 })),
  }),
  answer: jobView,
  troubles: [
    "not-now",
    "not-connected",
    "busy",
    "plan-changed",
    "check-stops",
    "not-looked-at",
    "silent",
    "lost",
    "rubbish",
    "refused",
  ],
});

export const readChanging = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/read-now",
  does: "While values are changed on a drive: reads everything of it again.",
  right: "restore",
  params: restore,
  answer: jobView,
  troubles: ["not-now", "not-connected", "busy"],
});

export const leaveChanging = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/leave",
  does: "Leaves a drive on which values were changed: reads everything again, keeps it as a record, and writes the receipt. What was not written stays unwritten.",
  right: "restore",
  params: restore,
  answer: jobView,
  troubles: ["not-now", "not-connected", "busy"],
});

export const stopRestore = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/stop",
  does: "Stops between two exchanges with the drive, or stops waiting.",
  right: "restore",
  params: restore,
  troubles: ["not-now"],
});

export const goOnRestore = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/go-on",
  does: "Goes on after a halt: what is not certain is read back first. `again` names steps to try once more.",
  right: "restore",
  acknowledged: true,
  params: restore,
  body: object({ again: optional(list(whole({ min: 0 }), { max: 10_000 })) }),
  answer: jobView,
  troubles: ["not-now", "not-connected", "busy"],
});

export const putBack = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/put-back",
  does: "Ends a restore and puts back what was there before.",
  right: "restore",
  acknowledged: true,
  params: restore,
  answer: jobView,
  troubles: ["not-now", "not-connected", "busy", "no-definition"],
});

export const endRestore = endpoint({
  method: "POST",
  path: "/api/plants/:plant/restores/:restore/end",
  does: "Ends a restore as it stands; where something was written, a receipt says how it stood.",
  right: "restore",
  params: restore,
  answer: jobView,
  troubles: ["not-now"],
});

export const settleReceipt = endpoint({
  method: "POST",
  path: "/api/plants/:plant/receipts/:receipt/settle",
  does: "After a verified restore onto another rating or family: raises the record read after it to the standing one, and notes the drive's family with its position.",
  right: "raise",
  params: object({ plant: name, receipt: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  troubles: ["not-now"],
});

const words = text({ min: 2, max: 500, pattern: /\S.*\S/s, called: "at least a few words" });
const safetyWords = object({
  how: words,
  checkSum: text({ min: 1, max: 80, pattern: /\S/ }),
  functionTest: words,
});
export type SafetyWords = Of<typeof safetyWords>;

export const signOffSafety = endpoint({
  method: "POST",
  path: "/api/plants/:plant/receipts/:receipt/safety",
  does: "A named person confirms the safe functions of a restored drive: how, with which check-sum, tested how.",
  right: "restore",
  params: object({ plant: name, receipt: whole({ min: 1, max: 2 ** 31 - 1 }) }),
  body: safetyWords,
});
