import { bad, good, sameDrive, type Result } from "@/core/drive";
import type { RestorePhase } from "@/core/live";
import type { Clock } from "@/core/protocol/channel";
import type { Connection } from "@/server/bench";
import { IMPORTANCE } from "@/server/link";
import type { RestoreJob } from "./job-state";

export interface GateNeeds {
  /** Reading needs the same drive only; writing needs the motor stopped and the permission given. */
  writing: boolean;
  pollMs: number;
  clock: Clock;
  signal: AbortSignal;
  /** Shows what is waited for. */
  enter: (phase: RestorePhase, note?: string) => Promise<void>;
}

/**
 * Lets work go on only when everything it stands on was looked at anew: the drive answers, it is the same one,
 * its motor does not turn, and it may be written. Gives the connection's era in which all that was so. What a person has to do is waited for; a permission that is
 * given over the link is asked for; nothing is tried by writing.
 */
export async function passGate(
  job: RestoreJob,
  connection: Connection,
  needs: GateNeeds,
): Promise<Result<number>> {
  const { clock, signal, pollMs } = needs;
  for (;;) {
    if (connection.phase !== "connected")
      await needs.enter(
        "waiting-for-drive",
        connection.trouble ? `${connection.trouble.text} ${connection.trouble.remedy}` : undefined,
      );
    const back = await connection.whenBack(signal);
    if (!back.ok) return back;
    const { era } = connection;
    const identity = await connection.identify();
    if (!identity.ok) {
      if (identity.trouble.kind === "other-drive") return identity;
      connection.noteTrouble(identity.trouble);
      continue;
    }
    if (!sameDrive(identity.value, job.memory.identity)) {
      return bad({
        kind: "other-drive",
        text: `Another drive stands here now: serial ${identity.value.serial} instead of ${job.memory.identity.serial}.`,
        remedy: "Nothing was written to it. End this restore and begin a new one with this drive.",
      });
    }
    const state = await connection.look(IMPORTANCE.restore);
    if (!state.ok) continue;
    if (connection.era !== era) continue;
    if (!needs.writing) return good(era);
    if (state.value.running) {
      await needs.enter(
        "motor",
        "The motor turns. Stop it at the machine and secure it; the restore goes on by itself.",
      );
      await clock.sleep(pollMs, signal);
      continue;
    }
    if (state.value.permission === false) {
      const permission = connection.definition!.file.permission!;
      await needs.enter("permission", permission.howTo);
      if (permission.ask) {
        // A person has said that it is to be written: the drive is asked for its leave over the link.
        const asked = await connection.writingSession(era).command(permission.ask);
        if (asked.kind === "refused" && !asked.refusal.passing)
          return bad({
            kind: "refused",
            text: `The drive does not give the permission to write: ${asked.refusal.text}`,
            remedy: asked.refusal.remedy,
            refusal: asked.refusal,
          });
        if (asked.kind === "written") continue;
      }
      await clock.sleep(pollMs, signal);
      continue;
    }
    return good(era);
  }
}
