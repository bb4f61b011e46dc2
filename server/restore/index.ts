/** Restores: gate, runner, receipts. */
export { findReceipt, listReceipts } from "./receipt";
export { Restores, type StartRequest } from "./restores";
export { planHash } from "./view";
