import type { Clock } from "@/core/protocol/channel";
import type { Failure } from "@/core/protocol/outcome";

/** Puts one question to one drive. What stands behind it (a queue, a socket, a test) is no concern of the algorithms here. */
export interface Asker<Q, O> {
  /** `node` is counted from the drive's own address: 0 but for axes that are nodes of their own. */
  ask(question: Q, timeoutMs: number, node?: number): Promise<O | Failure>;
}

const TRIES = 3;
const PAUSE_MS = 120;

/**
 * Asks again what may be asked again: a read that met silence or rubbish, or anything that a busy drive put off.
 * A lost link is not tried here; whoever owns the link brings it back. Never use it for a write: its silence means "unknown".
 */
export async function askPatiently<Q, O extends { kind: string }>(
  asker: Asker<Q, O>,
  clock: Clock,
  question: Q,
  timeoutMs: number,
  node = 0,
): Promise<O | Failure> {
  let outcome: O | Failure = { kind: "silent", waitedMs: 0 };
  for (let attempt = 1; attempt <= TRIES; attempt++) {
    outcome = await asker.ask(question, timeoutMs, node);
    const refusal =
      outcome.kind === "refused" ? (outcome as Failure & { kind: "refused" }).refusal : undefined;
    const again = outcome.kind === "silent" || outcome.kind === "rubbish" || refusal?.passing;
    if (!again) return outcome;
    if (refusal && attempt < TRIES) await clock.sleep(PAUSE_MS);
  }
  return outcome;
}
