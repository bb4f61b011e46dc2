import type { Refusal } from "./refusal";

/** What comes of a question that was not answered as asked. Silence, rubbish and a lost channel are three different things. */
export type Failure =
  | { kind: "refused"; refusal: Refusal }
  | { kind: "silent"; waitedMs: number }
  | { kind: "rubbish"; reason: string; noise?: Noise }
  | { kind: "lost"; reason: string; cause?: LostCause };

/** Why a channel could not be opened, or broke, as far as the operating system tells. */
export const LOST_CAUSES = [
  "connection-refused",
  "unreachable",
  "unknown-name",
  "no-answer",
  "reset",
  "no-such-port",
  "port-busy",
  "no-permission",
  "port-vanished",
  "driver-fault",
] as const;
export type LostCause = (typeof LOST_CAUSES)[number];

/** A channel that could not be opened or was lost, with the reason in words. */
export class ChannelError extends Error {
  constructor(
    message: string,
    readonly why: LostCause | undefined,
  ) {
    super(message);
    this.name = "ChannelError";
  }
}

/** What kind of rubbish it was: it tells a wrong speed from a wrong address, and both from another protocol. */
export type Noise = "garbled" | "bad-check" | "other-address" | "no-fit";
