import { bad, type Result } from "@/core/drive";

/** What is said when a position has no record with a number. */
export function noRecord(tag: string, record: number): Result<never> {
  return bad({
    kind: "not-found",
    text: `${tag} has no record ${record}.`,
    remedy: "Choose one from the position's ledger.",
  });
}
