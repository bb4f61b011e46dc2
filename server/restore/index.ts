/** Restores: gate, runner, receipts. */
export { findReceipt, listReceipts } from "./receipt";
export type { StartRequest } from "./begin";
export { Restores, type Confirmed } from "./restores";
export { signOffSafety, signOffsOf } from "./sign-off";
export { planHash } from "./view";
