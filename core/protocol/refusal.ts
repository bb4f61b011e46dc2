/** Why a drive did not do what it was asked, in a form both people and plans can use, whatever the protocol. */
export const REFUSAL_KINDS = [
  "no-such-address",
  "unknown-function",
  "read-only",
  "write-only",
  "value-refused",
  "too-high",
  "too-low",
  "wrong-length",
  "device-failed",
  "locked",
  "accepted-not-done",
  "busy",
  "memory-fault",
  "gateway-path",
  "gateway-silent",
  "gateway-fault",
  "other",
] as const;
export type RefusalKind = (typeof REFUSAL_KINDS)[number];

export interface Refusal {
  kind: RefusalKind;
  /** What the drive said, as it said it. */
  code: number;
  /** What it means and what to do, in plain words. */
  text: string;
  remedy: string;
  /** Asking the same again later may succeed. */
  passing: boolean;
}
