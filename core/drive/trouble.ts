import type { Failure, LostCause, Noise } from "@/core/protocol/outcome";
import type { Refusal } from "@/core/protocol/refusal";
import type { TroubleCode } from "./trouble-codes";

/** Why something asked of a drive did not come about, with what to check next. */
export interface Trouble {
  /** One of the table in `trouble-codes.ts`. */
  kind: TroubleCode;
  text: string;
  remedy: string;
  refusal?: Refusal;
  /** What kind of rubbish came, where it was rubbish. */
  noise?: Noise;
  /** Why the channel is not there, where the operating system said so. */
  cause?: LostCause;
}

export type Result<T> = { ok: true; value: T } | { ok: false; trouble: Trouble };

export const good = <T>(value: T): Result<T> => ({ ok: true, value });
export const bad = <T>(trouble: Trouble): Result<T> => ({ ok: false, trouble });

/** What an outcome that is no answer means for a person. */
export function troubleOf(outcome: Failure): Trouble {
  switch (outcome.kind) {
    case "silent":
      return {
        kind: "silent",
        text: `No answer within ${Math.round(outcome.waitedMs)} ms.`,
        remedy: "Check that the drive has power, then the address, then the cable.",
      };
    case "lost":
      return {
        kind: "lost",
        text: `The link is lost: ${outcome.reason}`,
        remedy: "See to cable, power and address, then try again.",
        cause: outcome.cause,
      };
    case "rubbish":
      return {
        kind: "rubbish",
        text: outcome.reason,
        remedy:
          "Check that this is the drive's own port, then speed and parity, then whether two drives share the address.",
        noise: outcome.noise,
      };
    case "refused":
      // Behind a gateway, a drive that is off or unplugged shows as the gateway's own answer.
      if (outcome.refusal.kind === "gateway-silent" || outcome.refusal.kind === "gateway-path") {
        return {
          kind: "silent",
          text: outcome.refusal.text,
          remedy: outcome.refusal.remedy,
          refusal: outcome.refusal,
        };
      }
      return {
        kind: "refused",
        text: outcome.refusal.text,
        remedy: outcome.refusal.remedy,
        refusal: outcome.refusal,
      };
  }
}
