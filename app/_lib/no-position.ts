import { bad, type Result } from "@/core/drive";

/** What is said when a plant has no position with a tag. */
export function noPosition(tag: string): Result<never> {
  return bad({
    kind: "not-found",
    text: `There is no position ${tag}.`,
    remedy: "Choose one of the plant's positions.",
  });
}
