import type { ParameterKind } from "@/core/value";

/** Kinds of parameters, as a person says them. */
export const KIND_WORDS: Readonly<Record<ParameterKind, string>> = {
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
};
