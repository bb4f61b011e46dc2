import { bad, type Result, type TroubleCode } from "@/core/drive";

export const trouble = (kind: TroubleCode, text: string, remedy: string): Result<never> =>
  bad({ kind, text, remedy });

export const NOT_CONNECTED = trouble(
  "not-connected",
  "The drive is not connected.",
  "Connect it on the bench first.",
);
export const NO_SUCH = trouble("not-found", "There is no such restore.", "Look at the position's page.");
export const STANDS_OTHERWISE = trouble(
  "not-now",
  "This restore does not wait for that now.",
  "Load the page again to see how it stands.",
);
export const UNDER_WAY = trouble("busy", "This restore is under way.", "Stop it first, or let it go on.");
export const ENDED_ALREADY = trouble(
  "not-now",
  "This restore has already ended.",
  "Its receipt is in the position's ledger.",
);
