import type { ConnectionView, PositionLine, VerdictCounts } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { howItStands } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";
import { Why } from "./next-step";
import { VerdictMark, VerdictStrip } from "./verdict";

const GRID = "grid grid-cols-[2.25rem_6rem_minmax(0,15rem)_minmax(0,1fr)_8.5rem] gap-x-3 items-center";

/** The heading of an area, with how its positions stand. */
export function AreaHead({ name, counts }: { name: string; counts: VerdictCounts }) {
  return (
    <div
      role="gridcell"
      className="h-full flex items-end gap-4 px-3 pb-1.5 bg-paper border-b border-hairline"
    >
      <h2 className="font-semibold truncate" title={name}>
        {name}
      </h2>
      <span className="w-40 max-w-[30%] pb-1 max-sm:hidden">
        <VerdictStrip counts={counts} />
      </span>
      <span className="text-soft text-[13px] whitespace-nowrap shrink-0">
        {counts.ready} ready, {counts["with-care"]} with care, {counts.no} not
      </span>
    </div>
  );
}

/** One position: its mark, what it is, why it is not ready and what would mend it, when it was recorded last. */
export function PositionRow({
  line,
  live,
  phone,
}: {
  line: PositionLine | undefined;
  live: ConnectionView | undefined;
  phone: boolean;
}) {
  const { to } = usePlant();
  if (!line) return <div role="gridcell" aria-busy className="h-full border-b border-hairline" />;
  const { tag, title, machine, newest, standing, reasons, verdict } = line;
  const href = to(positionPath(tag));
  const name = (
    <>
      <Link href={href} className="font-mono hover:underline underline-offset-4 decoration-copper">
        {tag}
      </Link>
      {live && <Connected view={live} />}
    </>
  );
  const about = [title, machine].filter(Boolean).join(", ");
  const fitted = [line.family, line.serial].filter(Boolean).join(" ");
  if (phone)
    return (
      <div
        role="gridcell"
        className="h-full border-b border-hairline px-3 py-1.5 text-[15px] overflow-hidden"
      >
        <p className="flex gap-2 items-center">
          <VerdictMark verdict={verdict} />
          {name}
          <span className="truncate">{about}</span>
        </p>
        <p className="text-[14px] text-soft truncate">
          {reasons[0]?.text ?? "Ready: could be replaced tonight."}
        </p>
        {reasons[0] && (
          <p className="text-[14px] min-w-0">
            <Why tag={tag} reasons={[{ ...reasons[0], text: "" }, ...reasons.slice(1)]} />
          </p>
        )}
      </div>
    );
  return (
    <div className={`${GRID} h-full border-b border-hairline text-[15px] hover:bg-paper`}>
      <span role="gridcell" className="margin-rule h-full grid place-items-center">
        <VerdictMark verdict={verdict} />
      </span>
      <span role="gridcell">{name}</span>
      <Link
        role="gridcell"
        href={href}
        title={`${about}; ${fitted}`}
        className="truncate hover:underline underline-offset-4 decoration-copper"
      >
        {about}
      </Link>
      <span role="gridcell" className="min-w-0">
        <Why tag={tag} reasons={reasons} />
      </span>
      <span role="gridcell" className="text-soft text-[14px] whitespace-nowrap pr-3 text-right">
        {newest ? (
          <span
            title={`Record ${newest.number} by ${newest.byName}${newest.partial ? ", partial" : ""}; ${standing ? `standing record ${standing.number}` : "no standing record"}`}
          >
            {day(newest.takenAt)}
          </span>
        ) : (
          "never"
        )}
      </span>
    </div>
  );
}

/** A dot for a drive that is connected now: full where everything in it is known to be permanent. Ochre where it was connected and is not there now. */
function Connected({ view }: { view: ConnectionView }) {
  const { online } = useLive();
  const { here, words } = howItStands(view, online);
  return (
    <svg
      viewBox="0 0 10 10"
      className={classes("w-2.5 h-2.5 inline ml-1.5", here ? "text-teal" : "text-ochre")}
      role="img"
      aria-label={words}
    >
      <title>{words}</title>
      <circle
        cx="5"
        cy="5"
        r="3.6"
        fill={here && view.fit === "fits" && view.state?.volatile === false ? "currentColor" : "none"}
        stroke="currentColor"
        strokeWidth="1.6"
      />
    </svg>
  );
}
