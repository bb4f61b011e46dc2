import { bad, type Result } from "@/core/drive";

/** No receipt of this plant has that number. */
export const noReceipt = (id: number): Result<never> =>
  bad({
    kind: "not-found",
    text: `There is no receipt ${id} in this plant.`,
    remedy: "Choose one from the position's ledger, or look in the journal for its number.",
  });
