import { bad, good, type Result } from "@/core/drive";
import type { Switching } from "../switching";
import { passGate } from "./gate";
import { STOPPED_BY_PERSON, unanswered, type Run } from "./needs";

/** Where nothing is told of how long it takes, in ms. */
const LONGEST_MS = 10_000;

/**
 * Has the drive switched over, by one command or by a person at its keypad, and waits until it is back; "as-before" when it answers with the former
 * parameter list all the same. The link is expected to drop, and the drive to answer at the address it then comes with. `send` false: the command went
 * out earlier and is not given again; what came of it is found out.
 */
export async function switchOver(
  run: Run,
  over: Switching,
  send: boolean,
): Promise<Result<"switched" | "as-before">> {
  const { drive, clock } = run;
  const { command } = over;
  let patience = 0;
  expectIt(run, over);
  if (drive.definition.id !== over.definitionId && send && command) {
    const sent = await sendOnce(run, over);
    if (!sent.ok) return sent;
    patience = command.longestMs;
  }
  if (drive.definition.id !== over.definitionId && !command) {
    const done = await atTheKeypad(run, over);
    if (!done.ok) return done;
    patience = LONGEST_MS;
  }
  const until = clock.now() + patience;
  for (;;) {
    if (!drive.connected)
      await run.wait(
        "drive",
        `It starts anew, and is looked for where it was and as ${over.title} would answer: ${over.way}.`,
      );
    const back = await drive.whenBack(run.signal);
    if (!back.ok) return back;
    if (drive.definition.id === over.definitionId) break;
    const now = await drive.identify();
    if (now.ok && clock.now() >= until) break;
    expectIt(run, over);
    if (now.ok) await clock.sleep(run.pollMs, run.signal);
    else drive.noteTrouble(now.trouble);
  }
  await run.wait(undefined);
  return good(drive.definition.id === over.definitionId ? "switched" : "as-before");
}

function expectIt({ drive }: Run, { definitionId, address, speech }: Switching): void {
  drive.expectAlsoAs(definitionId);
  drive.expectAlsoAt({ unit: address, speech });
}

async function sendOnce(run: Run, over: Switching): Promise<Result<void>> {
  const { drive } = run;
  const gate = await passGate(run, true);
  if (!gate.ok) return gate;
  await run.wait(undefined);
  await run.commandSent("switch");
  expectIt(run, over);
  const outcome = await drive.command(gate.value, over.command!);
  if (outcome.kind === "refused")
    return bad({
      kind: "refused",
      text: `The drive refused to switch over: ${outcome.refusal.text}`,
      remedy: `${outcome.refusal.remedy} It answers as before, with everything it held.`,
      refusal: outcome.refusal,
    });
  drive.noteTrouble(
    outcome.kind === "unknown"
      ? unanswered(outcome)
      : {
          kind: "lost",
          text: "The drive switches over and starts anew; it is expected back in a moment.",
          remedy: "Wait; nothing is to be done.",
        },
  );
  return good(undefined);
}

/** Waits for hands at the keypad; nothing but questions is sent. */
async function atTheKeypad(run: Run, over: Switching): Promise<Result<void>> {
  const { drive, clock, pollMs, signal } = run;
  const there = await passGate(run, false);
  if (!there.ok) return there;
  await run.commandSent("switch");
  while (drive.definition.id !== over.definitionId) {
    await run.wait("keypad", `${over.howTo} It is noticed by itself.`);
    expectIt(run, over);
    const now = await drive.identify();
    if (!now.ok) {
      drive.noteTrouble(now.trouble);
      const back = await drive.whenBack(signal);
      if (!back.ok) return back;
    } else await clock.sleep(pollMs, signal);
    if (signal.aborted) return bad(STOPPED_BY_PERSON);
  }
  return good(undefined);
}
