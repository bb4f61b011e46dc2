import type { Place } from "@/core/restore";
import { Notice } from "@/ui/notice";

/** What a writing waits for before anything is sent: the permission, which perhaps only a person at the keypad can give, or that the motor stands. */
export function Waits({
  place: { waitsFor, why },
  howTo,
  byLink,
}: {
  place: Place;
  howTo: string | undefined;
  byLink: boolean;
}) {
  if (waitsFor === "motor")
    return (
      <Notice kind="stop" title="The motor turns, or something commands it to">
        {why}
      </Notice>
    );
  if (waitsFor !== "permission") return null;
  return (
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
  );
}
