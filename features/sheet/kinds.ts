import type { Leavable } from "@/core/sheet";

/** Kinds of parameters, and what else can be left out, as a person says them. */
export const KIND_WORDS: Readonly<Record<Leavable, string>> = {
  setting: "Settings",
  motor: "Motor plate",
  tuning: "Found by tuning",
  communication: "Communication",
  measured: "Measured",
  counter: "Counted",
  clock: "Clocks",
  command: "Commands",
  safety: "Safe functions",
  secret: "Passwords",
  rated: "What follows the rating",
};
