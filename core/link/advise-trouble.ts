import type { Failure, LostCause, Noise } from "@/core/protocol/outcome";
import type { Refusal } from "@/core/protocol/refusal";
import type { Advice } from "./advice";
import { diagnose } from "./diagnose";
import type { LinkKind } from "./settings";
import { addSymptom, noSymptoms } from "./symptoms";

/** What is known of one attempt that failed. */
export interface FailedAttempt {
  kind: string;
  noise?: Noise;
  cause?: LostCause;
  refusal?: Refusal;
}

/** What to check after a single attempt at one address. Empty when the link is not what failed. */
export function adviseTrouble(link: LinkKind, unit: number, trouble: FailedAttempt): Advice[] {
  const symptoms = noSymptoms(link);
  const outcome = outcomeOf(trouble);
  if (!outcome) return [];
  addSymptom(symptoms, unit, outcome);
  return diagnose(symptoms);
}

function outcomeOf({ kind, noise, cause, refusal }: FailedAttempt): Failure | undefined {
  if (refusal?.kind.startsWith("gateway")) return { kind: "refused", refusal };
  switch (kind) {
    case "silent":
      return { kind: "silent", waitedMs: 0 };
    case "rubbish":
      return { kind: "rubbish", reason: "", noise };
    default:
      return cause ? { kind: "lost", reason: "", cause } : undefined;
  }
}
