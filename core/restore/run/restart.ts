import { bad, good, type Result } from "@/core/drive";
import { expectAsWritten } from "./elsewhere";
import { passGate } from "./gate";
import type { Run } from "./needs";

/** Restarts the drive once; "unknown" when nobody can say whether it did. The drive is expected back, also where and as it was told to answer. */
export async function restartDrive(run: Run): Promise<Result<"restarted" | "unknown">> {
  const { drive } = run;
  const { definition } = drive;
  const gate = await passGate(run, true);
  if (!gate.ok) return gate;
  await run.wait(undefined);
  await run.commandSent("restart");
  const outcome = await drive.command(gate.value, definition.file.restart!);
  if (outcome.kind === "refused")
    return bad({
      kind: "refused",
      text: `The drive refused to restart: ${outcome.refusal.text}`,
      remedy: "Switch it off and on at the machine, then go on: some values take effect only then.",
      refusal: outcome.refusal,
    });
  expectAsWritten(run);
  drive.noteTrouble({
    kind: "lost",
    text: "The drive restarts; it is expected back in a moment.",
    remedy: "Wait; nothing is to be done.",
  });
  return good(outcome.kind === "unknown" ? "unknown" : "restarted");
}
