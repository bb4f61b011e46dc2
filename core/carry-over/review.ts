import type { Parameter } from "@/core/value";
import type { CarryLine } from "./line";
import type { Review } from "./mapping";

/** What a person looks at whatever becomes of it: motor data, results of tuning, and what a mapping names. */
export function reviewOf(made: readonly Parameter[], named?: Review): Pick<CarryLine, "review" | "asks"> {
  const review = named ?? made.map(byKind).find((each) => each !== undefined);
  return review ? { review, asks: "look" } : {};
}

function byKind({ kind }: Parameter): Review | undefined {
  return kind === "motor" || kind === "tuning" ? kind : undefined;
}
