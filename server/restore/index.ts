/** Restores: gate, runner, receipts. */
export { loadJob, restoresSince } from "./job-state";
export { afterStartOf, compareAfterStart, type AfterStart, type ComparedAfter } from "./after-start";
export { outsideAfter } from "./outside-after";
export { findReceipt, listReceipts } from "./receipt";
export type { StartRequest } from "./begin";
export type { Confirmed } from "./confirm";
export { whyNotLetGo } from "./let-go";
export { Restores } from "./restores";
export { settle, unsettledOf } from "./settle";
export { signOffSafety, signOffsOf } from "./sign-off";
export { planHash } from "./view";
