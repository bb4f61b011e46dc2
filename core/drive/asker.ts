import type { Clock } from "@/core/protocol/channel";
import type { Outcome, Question } from "@/core/protocol/modbus";

/** Puts one question to one drive. What stands behind it (a queue, a socket, a test) is no concern of the algorithms here. */
export interface Asker {
  ask(question: Question, timeoutMs: number): Promise<Outcome>;
}

const TRIES = 3;
const PAUSE_MS = 120;

/**
 * Asks again what may be asked again: a read that met silence or rubbish, or anything that a busy drive put off.
 * A lost link is not tried here; whoever owns the link brings it back. Never use it for a write: its silence means "unknown".
 */
export async function askPatiently(asker: Asker, clock: Clock, question: Question, timeoutMs: number): Promise<Outcome> {
  let outcome: Outcome = { kind: "silent", waitedMs: 0 };
  for (let attempt = 1; attempt <= TRIES; attempt++) {
    outcome = await asker.ask(question, timeoutMs);
    const again = outcome.kind === "silent" || outcome.kind === "rubbish" || (outcome.kind === "refused" && outcome.refusal.passing);
    if (!again) return outcome;
    if (outcome.kind === "refused" && attempt < TRIES) await clock.sleep(PAUSE_MS);
  }
  return outcome;
}
