import type { RawValue } from "@/core/value";
import type { Review } from "./mapping";

/** What becomes of a parameter. Each of either side has exactly one. */
export const OUTCOMES = [
  "decide",
  "out-of-range",
  "rating",
  "no-counterpart",
  "split-joined",
  "choice",
  "scaled",
  "renamed",
  "taken",
  "new-default",
  "only-target",
  "not-a-setting",
] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** In words, for headings. */
export const OUTCOME_TITLES: Record<Outcome, string> = {
  decide: "Decide yourself",
  "out-of-range": "Out of the target's range, the nearest is offered",
  rating: "Follows the rating",
  "no-counterpart": "No counterpart",
  "split-joined": "Split or joined",
  choice: "Choice translated",
  scaled: "The same quantity in another scale or unit",
  renamed: "Renamed",
  taken: "Taken as it is",
  "new-default": "The target's factory value",
  "only-target": "Only the target has it",
  "not-a-setting": "No setting: measured, counted, or a command",
};

export interface CarriedValue {
  code: string;
  raw?: RawValue;
}

/** One line of the account: what it was, what it becomes, and why. */
export interface CarryLine {
  /** The codes it is about, as one text; the same whenever the same is carried over. */
  id: string;
  outcome: Outcome;
  from: CarriedValue[];
  /** What is offered where somebody has to decide; the target's factory value where nothing is. */
  to: CarriedValue[];
  reason: string;
  /** Nobody goes on before somebody has decided this, or has looked at it. */
  asks?: "decide" | "look";
  review?: Review;
}
