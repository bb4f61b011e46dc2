import {
  bad,
  good,
  otherDriveWords,
  sameDrive,
  type DriveState,
  type Result,
  type Trouble,
} from "@/core/drive";
import { needReadBack, settleReadBack, type WriteStep } from "../step";
import type { Run } from "./needs";

/**
 * Lets work go on only when everything it stands on was looked at anew: the drive answers, it is the same one, and, for writing,
 * its motor does not turn and it may be written. Gives the era in which all that was so. What a person has to do is waited for;
 * a permission that is given over the link is asked for; nothing is tried by writing. `inMotion`: the motor may turn, since what is sent stops something, or was seen to turn.
 */
export async function passGate(run: Run, writing: boolean, inMotion = false): Promise<Result<number>> {
  const { drive, signal } = run;
  for (;;) {
    if (!drive.connected)
      await run.wait("drive", drive.trouble ? `${drive.trouble.text} ${drive.trouble.remedy}` : undefined);
    const back = await drive.whenBack(signal);
    if (!back.ok) return back;
    const { era } = drive;
    const identity = await drive.identify();
    if (!identity.ok) {
      if (identity.trouble.kind === "other-drive") return identity;
      drive.noteTrouble(identity.trouble);
      continue;
    }
    if (!sameDrive(identity.value, run.expected))
      return bad({
        kind: "other-drive",
        text: otherDriveWords(run.expected, identity.value),
        remedy: "Nothing was written to it. End this restore and begin a new one with this drive.",
      });
    const state = await drive.look();
    if (!state.ok || drive.era !== era) continue;
    if (!writing) return good(era);
    const free = await mayWriteNow(run, era, state.value, inMotion);
    if (!free.ok) return free;
    if (free.value) return good(era);
  }
}

/** Whether it may be written in this instant; when not, what has to come about was said and some time has gone by. */
async function mayWriteNow(
  run: Run,
  era: number,
  state: DriveState,
  inMotion: boolean,
): Promise<Result<boolean>> {
  const { drive, clock, pollMs, signal } = run;
  if (!inMotion && (state.running || state.runCommand)) {
    const begun = run.steps.filter((each) => each.tries > 0);
    if (begun.length > 0) return bad(startedMeanwhile(state, begun));
    await run.wait(
      "motor",
      state.running
        ? "The motor turns. Stop it at the machine and secure it; it goes on by itself."
        : "A run command stands. Take it away where it is given, and secure the machine; it goes on by itself.",
    );
    await clock.sleep(pollMs, signal);
    return good(false);
  }
  if (state.permission !== false) return good(true);
  const permission = drive.definition.file.permission!;
  await run.wait("permission", permission.howTo);
  if (permission.ask) {
    // A person has said that it is to be written: the drive is asked for its leave over the link.
    const asked = await drive.command(era, permission.ask);
    if (asked.kind === "refused" && !asked.refusal.passing)
      return bad({
        kind: "refused",
        text: `The drive does not give the permission to write: ${asked.refusal.text}`,
        remedy: asked.refusal.remedy,
        refusal: asked.refusal,
      });
    if (asked.kind === "written") return good(false);
  }
  await clock.sleep(pollMs, signal);
  return good(false);
}

/** Nobody is to be surprised: a shaft that starts while values are written ends the writing, and a person finds out why. */
function startedMeanwhile(state: DriveState, begun: readonly WriteStep[]): Trouble {
  const sent = begun.map((each) => each.code);
  return {
    kind: "not-now",
    text: `${state.running ? "The shaft began to turn" : "A run command was given"} while values were written. Nothing more was written since. Sent until then: ${sent.slice(-8).join(", ")}${sent.length > 8 ? ` and ${sent.length - 8} before` : ""}.`,
    remedy:
      "Stop it at the machine, secure it and find out what started it; then go on, or put back what was there before.",
  };
}

/** Gate, then reading back of everything that is not certain; until a round went through without a loss. */
export async function readyToWrite(run: Run): Promise<Result<number>> {
  for (;;) {
    const gate = await passGate(run, true, run.inMotion);
    if (!gate.ok) return gate;
    const result = await readBack(run);
    if (result.ok && run.drive.era === gate.value) return gate;
    if (result.ok) continue;
    if (result.trouble.kind === "stopped" || result.trouble.kind === "refused") return result;
    run.drive.noteTrouble(result.trouble);
  }
}

async function readBack({ drive, steps, settle, signal }: Run): Promise<Result<void>> {
  const uncertain = needReadBack(steps);
  if (uncertain.length === 0) return good(undefined);
  const parameters = uncertain.map((each) => drive.definition.byCode.get(each.code)!);
  const result = await drive.read(parameters, signal);
  if (!result.ok) return result;
  for (const [ordinal, step] of steps.entries()) {
    const raw = result.value.get(step.code);
    if (raw === undefined || !uncertain.includes(step)) continue;
    const settled = settleReadBack(step, raw);
    if (settled.state === step.state) steps[ordinal] = settled;
    else await settle(ordinal, settled);
  }
  return good(undefined);
}
