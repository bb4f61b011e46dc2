import type { Stage } from "@/core/restore";
import { Step } from "@/ui/step";
import { past, stateOf } from "./progress";
import type { LiveRestore } from "./use-restore";
import { Waits } from "./waits";

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
      <Waits place={place} howTo={howTo} byLink={byLink} />
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
