import type { Stage } from "@/core/restore";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { past, stateOf } from "./progress";
import type { LiveRestore } from "./use-restore";

/** A wait within the stage that acts on the drive: for the key at the keypad, or for the motor to stop. */
export function Permission({
  restore,
  acts,
  howTo,
  byLink,
}: {
  restore: LiveRestore;
  /** The stage that needs the permission. */
  acts: Stage;
  howTo: string | undefined;
  byLink: boolean;
}) {
  const { place } = restore.job;
  const waits = !place.over && (place.waitsFor === "permission" || place.waitsFor === "motor");
  // That the stage is there says nothing yet: the drive may be lost, or work halted, before it was looked at.
  const acted = restore.steps.some((each) => each.state !== "planned");
  const given = past(restore, acts) || (place.stage === acts && !place.waitsFor && !place.over && acted);
  return (
    <Step
      number={4}
      title="Write permission"
      state={stateOfPermission({
        waits,
        given,
        ended: place.over === "ended" ? stateOf(restore, acts) : undefined,
      })}
      found={given && "the motor stands, the permission is given"}
    >
      {place.waitsFor === "permission" && (
        <Notice
          kind="caution"
          title={
            byLink
              ? "The drive is asked for its permission"
              : "Waiting for the permission to be given at the keypad"
          }
        >
          <p>{howTo}</p>
          <p className="text-soft">It is watched for; it goes on by itself. Nothing is tried meanwhile.</p>
        </Notice>
      )}
      {place.waitsFor === "motor" && (
        <Notice kind="stop" title="The motor turns, or something commands it to">
          {place.why}
        </Notice>
      )}
    </Step>
  );
}

function stateOfPermission({
  waits,
  given,
  ended,
}: {
  waits: boolean;
  given: boolean;
  ended: ReturnType<typeof stateOf> | undefined;
}): ReturnType<typeof stateOf> {
  if (waits) return "open";
  return ended ?? (given ? "done" : "later");
}
