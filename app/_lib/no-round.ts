import { bad } from "@/core/drive";

/** What is said when a plant has no round of a number. */
export const NO_ROUND = bad<never>({
  kind: "not-found",
  text: "There is no such round.",
  remedy: "Choose one of the plant's rounds.",
});
