import { addressOf, type Command } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import type { DriveSession, WriteOutcome } from "./session";
import { signGiven } from "./state";

const POLL_MS = 50;

/** After a command was taken: looks for its sign until it is given or the time is up. */
export async function awaitDone(
  session: Pick<DriveSession, "readItems">,
  clock: Clock,
  command: Command,
  taken: WriteOutcome,
): Promise<WriteOutcome> {
  if (taken.kind !== "written" || !command.doneWhen) return taken;
  const sign = command.doneWhen;
  const until = clock.now() + command.longestMs;
  for (;;) {
    const [answer] = await session.readItems([
      { address: addressOf(sign.address), type: sign.type ?? "u16" },
    ]);
    if (answer!.kind === "value" && signGiven(sign, Number(answer!.raw))) return taken;
    if (answer!.kind === "lost") return { kind: "unknown", text: answer!.reason, lost: true };
    if (clock.now() >= until)
      return {
        kind: "unknown",
        text: `The drive did not say within ${command.longestMs / 1000} s that it was done.`,
        lost: false,
      };
    await clock.sleep(POLL_MS);
  }
}
