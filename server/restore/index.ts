/** Restores: gate, runner, receipts. */
export { findReceipt, listReceipts } from "./receipt";
export type { StartRequest } from "./begin";
export { Restores } from "./restores";
export { planHash } from "./view";
