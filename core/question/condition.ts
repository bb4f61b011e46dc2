import type { Quantity } from "@/core/definition";
import type { Verdict } from "@/core/readiness";

export const OPERATORS = ["<", "<=", ">", ">=", "=", "!="] as const;
export type Operator = (typeof OPERATORS)[number];

/** What is asked of a value: a comparison with an amount as it was typed, with or without a unit, or with a word. */
export interface Test {
  op: Operator;
  text: string;
}

/** Facts of a position and its record that are no values of the drive. */
export const FACTS = {
  family: "family",
  rating: "rating",
  area: "area",
  machine: "machine",
  serial: "serial number",
} as const;
export type Fact = keyof typeof FACTS;

/** One thing asked of every position; all that are asked must hold. */
export type Condition = Simple | { about: "either"; any: Simple[] };

/** A condition that is not several. */
export type Simple =
  | { about: "quantity"; quantity: Quantity; test: Test }
  /** A code as the vendor prints it, in every family that has it. */
  | { about: "code"; code: string; test: Test }
  | { about: "fact"; fact: Fact; test: Test }
  | { about: "firmware"; test: Test }
  /** Days since the record was taken. */
  | { about: "age"; op: Operator; days: number }
  /** The day on which the record was taken: year, month and day with dashes between. */
  | { about: "date"; op: Operator; day: string }
  | { about: "readiness"; op: "=" | "!="; verdict: Verdict };

/** Whether it holds. `unknown` where nobody tells: it is never counted as no. */
export type Holds = "yes" | "no" | "unknown";

/** Three values: a no decides, else what is unknown stays so. */
export function allHold(each: readonly Holds[]): Holds {
  if (each.includes("no")) return "no";
  return each.includes("unknown") ? "unknown" : "yes";
}

/** A yes is enough; else what is unknown stays so. */
export function anyHolds(each: readonly Holds[]): Holds {
  if (each.includes("yes")) return "yes";
  return each.includes("unknown") ? "unknown" : "no";
}
