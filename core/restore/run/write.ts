import { bad, good, type DriveState, type Result } from "@/core/drive";
import { NEVER_WRITTEN } from "@/core/value";
import { settleWrite } from "../step";
import { expectAsWritten } from "./elsewhere";
import { readyToWrite } from "./gate";
import { BUSY_PAUSE_MS, MOST_TRIES, STOPPED_BY_PERSON, unanswered, type Run } from "./needs";

/**
 * Sends every planned step, each once its gate was passed in the same era. A step is written down before it is sent and after it was
 * answered; what was not answered is read back before anything else is sent. Ends when no step is planned any more, or with the
 * trouble that a person has to decide about; where that is wanted (`endsAtLoss`) also once the drive was lost and is back, with what is certain read back and the rest not sent.
 */
export async function writeSteps(run: Run): Promise<Result<void>> {
  const { drive, steps } = run;
  let mustLook = true;
  let era: number | undefined;
  for (;;) {
    if (era === undefined || mustLook || drive.era !== era) {
      const ready = await readyToWrite(run);
      if (!ready.ok) return ready;
      if (run.endsAtLoss && era !== undefined && ready.value !== era) return good(undefined);
      era = ready.value;
      mustLook = false;
    }
    await run.wait(undefined);
    const ordinal = steps.findIndex((each) => each.state === "planned");
    if (ordinal < 0) return good(undefined);
    if (run.signal.aborted) return bad(STOPPED_BY_PERSON);
    mustLook = await sendOne(run, ordinal, era);
  }
}

/** Sends one step; says whether everything has to be looked at anew before the next. */
async function sendOne(run: Run, ordinal: number, era: number): Promise<boolean> {
  const { drive, steps } = run;
  const step = steps[ordinal]!;
  if (step.tries >= MOST_TRIES) {
    await run.settle(ordinal, {
      ...step,
      state: "other",
      said: `Sent ${step.tries} times, and each time it was gone again.`,
      remedy: "Look at the drive and its supply; then try it again.",
    });
    return false;
  }
  const parameter = drive.definition.byCode.get(step.code)!;
  if (NEVER_WRITTEN.has(parameter.kind)) {
    // No plan holds such a step; should one be found in a plan that was kept, it is not sent all the same.
    await run.settle(ordinal, {
      ...step,
      state: "refused",
      said: `${step.code} ${parameter.name} is not a setting (${parameter.kind}); it is not written.`,
      remedy: "End this restore and begin a new one.",
    });
    return false;
  }
  // Between two values the motor may have been started: nothing is sent to a shaft that turns, unless a person saw it turn.
  const state = await drive.look();
  if (!state.ok || drive.era !== era || !quiet(state.value, run.inMotion)) return true;
  await run.settle(ordinal, { ...step, state: "sent", tries: step.tries + 1 });
  const outcome = await drive.write(era, parameter, step.to);
  await run.settle(ordinal, settleWrite(steps[ordinal]!, outcome));
  if (outcome.kind !== "refused" && parameter.kind === "communication") expectAsWritten(run);
  if (outcome.kind === "unknown") {
    drive.noteTrouble(unanswered(outcome));
    return true;
  }
  return outcome.kind === "refused" && (await afterRefusal(run, ordinal, outcome.refusal.passing));
}

/** A refusal while the permission is gone or the motor turns says nothing about the value, nor does a busy drive: such a step is sent again. */
async function afterRefusal(run: Run, ordinal: number, passing: boolean): Promise<boolean> {
  if (passing) await run.clock.sleep(BUSY_PAUSE_MS, run.signal);
  const state = await run.drive.look();
  const aboutTheValue = state.ok && !passing && quiet(state.value, run.inMotion);
  if (aboutTheValue) return false;
  await run.settle(ordinal, { ...run.steps[ordinal]!, state: "planned" });
  return true;
}

/** Nothing turns, nothing commands it to (or it was seen to turn), and it may be written, as far as the drive tells. */
function quiet({ running, runCommand, permission }: DriveState, inMotion = false): boolean {
  return (inMotion || (!running && !runCommand)) && permission !== false;
}
