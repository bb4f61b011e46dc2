import type { Stage } from "./place";

/**
 * What is done with a connected drive in one go, with a record of before and of after, and a receipt.
 * - restore: a record's values are written to it
 * - change: single values are changed, one after the other, as somebody at the machine finds them right
 * - make-permanent: its running memory is copied to the permanent one
 * - power-off: what is in the running memory alone is given up, by switching it off
 * - factory-reset: every parameter becomes the factory's
 * - imitate: it answers as its predecessor from then on
 * - be-itself: it answers as what it is again
 * - program-put-on, program-start, program-stop, program-take-off: something is done with the drive's own program
 */
export const OPERATIONS = [
  "restore",
  "change",
  "make-permanent",
  "power-off",
  "factory-reset",
  "imitate",
  "be-itself",
  "program-put-on",
  "program-start",
  "program-stop",
  "program-take-off",
] as const;
export type Operation = (typeof OPERATIONS)[number];

/** All that are no restore. */
export const OTHER_OPERATIONS = OPERATIONS.filter(
  (each): each is Exclude<Operation, "restore"> => each !== "restore",
);

/** Those that are done to a drive as a whole, once: what will be otherwise is seen, then it is done. */
export type WholeOperation = Exclude<Operation, "restore" | "change">;

/** Those after which another definition holds. */
export type SwitchOver = Extract<Operation, "imitate" | "be-itself">;

/** Those that leave the parameter list as it is. */
export type PlainOperation = Exclude<WholeOperation, SwitchOver | ProgramOperation>;

/** Those with the drive's own program. */
export type ProgramOperation = Extract<Operation, `program-${string}`>;

/** Whether it is about the drive's own program. */
export function isOfProgram(operation: Operation): operation is ProgramOperation {
  return operation.startsWith("program-");
}

/** Whether another definition holds after it. */
export function isSwitchOver(operation: Operation): operation is SwitchOver {
  return operation === "imitate" || operation === "be-itself";
}

/** The stage that follows once somebody has looked through what will be. */
export const ACTS_AT: Record<Operation, Stage> = {
  restore: "write",
  change: "write",
  "make-permanent": "make-permanent",
  "power-off": "power-off",
  "factory-reset": "reset",
  imitate: "switch-over",
  "be-itself": "switch-over",
  "program-put-on": "program",
  "program-start": "program",
  "program-stop": "program",
  "program-take-off": "program",
};

/** In words: what it is called, what is asked for with its button, and how it is told of once it is over. */
export const OPERATION_WORDS: Record<Operation, { title: string; does: string; did: string }> = {
  restore: { title: "Restore", does: "Write", did: "Restored" },
  change: { title: "Change on the drive", does: "Write to the drive", did: "Changed on the drive" },
  "make-permanent": { title: "Make permanent", does: "Make permanent", did: "Made permanent" },
  "power-off": {
    title: "Give up by a power-off",
    does: "Wait for the power-off",
    did: "Given up by a power-off",
  },
  "factory-reset": {
    title: "Factory reset",
    does: "Reset to the factory's values",
    did: "Reset to the factory's values",
  },
  imitate: {
    title: "Imitate its predecessor",
    does: "Switch over",
    did: "Switched over to imitate its predecessor",
  },
  "be-itself": {
    title: "Imitate no more",
    does: "Switch back",
    did: "Switched back to its own parameter list",
  },
  "program-put-on": {
    title: "Put its program on",
    does: "Put it on",
    did: "Its program put on",
  },
  "program-start": { title: "Start its program", does: "Start it", did: "Its program started" },
  "program-stop": { title: "Stop its program", does: "Stop it", did: "Its program stopped" },
  "program-take-off": {
    title: "Take its program off",
    does: "Take it off",
    did: "Its program taken off",
  },
};
