import { bad, good, type Result } from "@/core/drive";
import { readyToWrite } from "./gate";
import { BUSY_PAUSE_MS, MOST_TRIES, STOPPED_BY_PERSON, unanswered, type Run } from "./needs";

/** "yes": everything written is in the permanent memory; "unknown": the family does not tell; "write-again": a power-off took back what was written. */
export type Permanence = "yes" | "unknown" | "write-again";

/** Copies the running memory to the permanent one, and makes sure that it came about. A trouble is one a person has to decide about. */
export async function makePermanent(run: Run): Promise<Result<Permanence>> {
  const { drive } = run;
  const { makePermanent: command, writesLand } = drive.definition.file;
  if (writesLand === "permanent") return good("yes");
  if (!command) return good("unknown");
  for (let attempt = 0; attempt < MOST_TRIES; attempt++) {
    const ready = await readyToWrite(run);
    if (!ready.ok) return ready;
    if (run.steps.some((each) => each.state === "planned")) return good("write-again");
    if (drive.state?.volatile === false) return good("yes");
    if (run.signal.aborted) return bad(STOPPED_BY_PERSON);
    await run.wait(undefined);
    await run.commandSent("permanent");
    const outcome = await drive.command(ready.value, command);
    if (outcome.kind === "refused" && outcome.refusal.passing) {
      await run.clock.sleep(BUSY_PAUSE_MS, run.signal);
      continue;
    }
    if (outcome.kind === "refused")
      return bad({
        kind: "refused",
        text: `Written, but the drive refused to make it permanent: ${outcome.refusal.text}`,
        remedy: outcome.refusal.remedy,
        refusal: outcome.refusal,
      });
    const told = drive.definition.file.state.volatile !== undefined;
    if (outcome.kind === "unknown") drive.noteTrouble(unanswered(outcome));
    // Where nothing tells whether it came about, the command is not given again on a guess.
    if (!told) return good("unknown");
    if (outcome.kind === "unknown") continue;
    const state = await drive.look();
    if (state.ok && state.value.volatile === false) return good("yes");
  }
  return bad({
    kind: "silent",
    text: "Whether the values are permanent could not be found out.",
    remedy: "Look at the link, then go on.",
  });
}
