import { bad, type Result } from "@/core/drive";

/** What is said when the ledger of a plant knows no drive of a serial number. */
export function noDrive(serial: string): Result<never> {
  return bad({
    kind: "not-found",
    text: `The ledger knows no drive ${serial} of this family.`,
    remedy: "Search for its serial number.",
  });
}
