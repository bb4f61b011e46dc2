import type { Parameter } from "@/core/value";

/**
 * Why a restore writes a parameter, in a few words: it differs from what is restored, or what beside that makes it one to look at twice.
 *
 * whyWritten({ kind: "tuning", ... }) // "tuning result"
 */
export function whyWritten({
  kind,
  ratingDependent,
  type,
}: Pick<Parameter, "kind" | "ratingDependent" | "type">): string {
  if (kind === "tuning") return "tuning result";
  if (kind === "communication") return "communication, written last";
  if (ratingDependent) return "follows the rating";
  if (kind === "motor") return "motor plate";
  if (type === "text") return "a text";
  return "differs from the record";
}
