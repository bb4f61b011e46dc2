import { bad, good, type Result } from "@/core/drive";
import { expectAsWritten } from "./elsewhere";
import { passGate } from "./gate";
import { STOPPED_BY_PERSON, type Run } from "./needs";

/** What is said where the definition has no words for it. */
const HOW_LONG_NOT_TOLD =
  "Switch the drive off. How long it has to stay off is not told: wait until every lamp and the keypad are out, and a minute longer. Then switch it on again.";

/**
 * Waits until somebody has switched the drive off and on again; sends nothing but questions. A drive that was away and says that something is still
 * volatile was not off (its cable was pulled, or its bus fed it on): it is waited for again. Resolves when the same drive is back, with how long it was away in ms (undefined where nobody saw it go).
 */
export async function awaitPowerOff(run: Run): Promise<Result<{ awayMs: number | undefined }>> {
  const { drive, clock, pollMs, signal } = run;
  let again = "";
  for (;;) {
    const there = await passGate(run, false);
    if (!there.ok) return there;
    // Switched off and on already, while nobody was looking.
    if (drive.state?.volatile === false) return good({ awayMs: undefined });
    await run.wait("power", `${again}${howToSwitchOff(run)}`);
    while (drive.connected && drive.era === there.value) {
      if (signal.aborted) return bad(STOPPED_BY_PERSON);
      await clock.sleep(pollMs, signal);
    }
    const lostAt = clock.now();
    expectAsWritten(run);
    if (!drive.connected) await run.wait("power", `It does not answer any more. ${howToSwitchOn(run)}`);
    const switchedOn = await drive.whenBack(signal);
    if (!switchedOn.ok) return switchedOn;
    const back = await passGate(run, false);
    if (!back.ok) return back;
    await run.wait(undefined);
    if (drive.state?.volatile !== true) return good({ awayMs: clock.now() - lostAt });
    again = "It was away, and what was volatile is still there: it was not off, or not for long enough. ";
  }
}

/** What a person does at the machine, from the definition. */
function howToSwitchOff({ drive }: Pick<Run, "drive">): string {
  const { powerOff } = drive.definition.file;
  if (!powerOff) return HOW_LONG_NOT_TOLD;
  const along = powerOff.takesAlong ? ` ${powerOff.takesAlong}` : "";
  return `Switch the drive off: mains and auxiliary supply. Off is when ${powerOff.offWhen}. Wait ${powerOff.waitS} s, then switch it on again; it is noticed by itself.${along}`;
}

function howToSwitchOn({ drive }: Pick<Run, "drive">): string {
  const { powerOff } = drive.definition.file;
  return powerOff
    ? `Off is when ${powerOff.offWhen}, and ${powerOff.waitS} s have gone by. Then switch it on again; it is looked for by itself.`
    : "How long it has to stay off is not told: wait until every lamp and the keypad are out, and a minute longer. Then switch it on again; it is looked for by itself.";
}
