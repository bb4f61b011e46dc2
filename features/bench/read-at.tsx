import type { ConnectionView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

const OUTDATED_WORDS = {
  sent: ", before something was sent to it",
  away: ", before it was away; not all of it was known to be permanent, and it came back",
};

/** When what is shown was read, what became of it, and what stands beside it. */
export function ReadAt({
  view: { id, outdated, phase, position, kept, readingDisturbs },
  at,
  standing,
}: {
  view: ConnectionView;
  at: number;
  standing: number | undefined;
}) {
  const { to } = usePlant();
  return (
    <p className="px-5 text-[13px] text-soft">
      Read {moment(at)}
      {outdated === undefined
        ? "."
        : `${OUTDATED_WORDS[outdated.by]} at ${moment(outdated.since)}. How it stands now is not told until it is read again.`}{" "}
      {kept && position && (
        <>
          {keptWords(kept)}{" "}
          <Link
            className="underline underline-offset-4"
            href={to(positionPath(position.tag, `?record=${kept.number}`))}
          >
            record {kept.number}
          </Link>
          .{" "}
        </>
      )}
      {standing !== undefined && `Beside it the standing record ${standing}. `}
      <Offered right="connect">
        {phase === "connected" &&
          readingDisturbs === undefined &&
          "What it measures is refreshed while it is in sight, for whoever has acknowledged the warning. "}
        <Link className="underline underline-offset-4" href={to(`/bench/${id}/terminals`)}>
          Terminals
        </Link>
      </Offered>
    </p>
  );
}

/** In what it is kept; the record follows. */
function keptWords({ unchanged, partial }: NonNullable<ConnectionView["kept"]>): string {
  if (unchanged) return "Its settings are those of";
  return partial ? "A part of the drive is kept as" : "It is kept as";
}
