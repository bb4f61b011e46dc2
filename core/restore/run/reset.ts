import { bad, good, type Result } from "@/core/drive";
import { factoryPlace } from "./elsewhere";
import { passGate } from "./gate";
import { unanswered, type Run } from "./needs";

/**
 * Has the drive set every parameter to its factory value, once; "unknown" when nobody can say whether it did. It may answer at its factory address
 * afterwards and as it leaves the factory, and is expected there too.
 */
export async function resetDrive(run: Run): Promise<Result<"reset" | "unknown">> {
  const { drive } = run;
  const { definition } = drive;
  const { factoryReset } = definition.file;
  if (!factoryReset)
    return bad({
      kind: "refused",
      text: "The definition does not say how this drive is reset.",
      remedy: "Reset it at its keypad, then read it again. Nothing was sent.",
    });
  const gate = await passGate(run, true);
  if (!gate.ok) return gate;
  await run.wait(undefined);
  await run.commandSent("reset");
  const outcome = await drive.command(gate.value, factoryReset);
  if (outcome.kind === "refused")
    return bad({
      kind: "refused",
      text: `The drive refused the factory reset: ${outcome.refusal.text}`,
      remedy: `${outcome.refusal.remedy} Nothing was reset.`,
      refusal: outcome.refusal,
    });
  if (factoryReset.communication === "reset") drive.expectAlsoAt(factoryPlace(definition));
  if (outcome.kind === "written") return good("reset");
  drive.noteTrouble(unanswered(outcome));
  return good("unknown");
}
