import type { Stage } from "./place";

/**
 * What is done with a connected drive in one go, with a record of before and of after, and a receipt.
 * - restore: a record's values are written to it
 * - make-permanent: its running memory is copied to the permanent one
 * - power-off: what is in the running memory alone is given up, by switching it off
 * - factory-reset: every parameter becomes the factory's
 */
export const OPERATIONS = ["restore", "make-permanent", "power-off", "factory-reset"] as const;
export type Operation = (typeof OPERATIONS)[number];

/** The stage that follows once somebody has looked through what will be. */
export const ACTS_AT: Record<Operation, Stage> = {
  restore: "write",
  "make-permanent": "make-permanent",
  "power-off": "power-off",
  "factory-reset": "reset",
};

/** In words: what it is called, what is asked for with its button, and how it is told of once it is over. */
export const OPERATION_WORDS: Record<Operation, { title: string; does: string; did: string }> = {
  restore: { title: "Restore", does: "Write", did: "Restored" },
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
};
