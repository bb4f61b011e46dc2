import type { ConnectionView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { howItStands } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { Why } from "@/features/plant/next-step";
import { VerdictMark, VERDICT_WORDS } from "@/features/plant/verdict";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";
import type { PositionView } from "./types";

/** What a position is, whether its drive could be replaced tonight, and where it can be reached. */
export function PositionHead({
  position,
  live,
  record,
}: {
  position: PositionView;
  live: ConnectionView | undefined;
  /** The record that is shown. */
  record: number | undefined;
}) {
  const { to } = usePlant();
  const { online } = useLive();
  const mayConnect = useMay("connect");
  const stands = live && howItStands(live, online);
  const { tag, title, machine, family, jobNumber, twinGroup, beforeWork, notes, retired, verdict, reasons } =
    position;
  return (
    <div className="px-5 py-3 border-b border-hairline">
      <h1 className="text-xl font-semibold">
        <span className="font-mono">{tag}</span>
      </h1>
      <p>
        {title}
        {machine && <span className="text-soft">, {machine}</span>}
      </p>
      <p className="text-[13px] text-soft">
        {family}
        {jobNumber && ` · job ${jobNumber}`}
        {twinGroup && ` · twins: ${twinGroup}`}
      </p>
      {retired && (
        <p className="text-[14px] text-ochre mt-1">
          Retired {day(retired.at)}: {retired.why}
        </p>
      )}
      {beforeWork && (
        <p className="text-[14px] mt-1">
          <strong>Before work begins:</strong> {beforeWork}
        </p>
      )}
      {verdict && (
        <details className="mt-1.5 text-[14px]" open={verdict === "no"}>
          <summary className="cursor-pointer min-h-7 flex flex-wrap items-center gap-x-2">
            <VerdictMark verdict={verdict} /> Tonight: {VERDICT_WORDS[verdict]}
            {reasons.length > 0 && (
              <span className="text-soft text-[13px] whitespace-nowrap underline underline-offset-4 decoration-hairline">
                {counted(reasons.length, "reason")}
              </span>
            )}
          </summary>
          <ul className="pl-6 space-y-1">
            {reasons.map((each) => (
              <li key={each.code}>
                {each.text}
                <span className="block">
                  <Why tag={tag} reasons={[{ ...each, text: "" }]} />
                </span>
              </li>
            ))}
            {reasons.length === 0 && <li className="text-soft">Nothing is missing.</li>}
          </ul>
        </details>
      )}
      <p className="text-[13px] mt-1 no-print">
        <Link
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
          href={to(`/labels?tag=${encodeURIComponent(tag)}`)}
        >
          Label for the cabinet
        </Link>
        {record !== undefined && (
          <>
            {" · "}
            <Link
              className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
              href={to(positionPath(tag, `/terminals?record=${record}`))}
            >
              Terminals
            </Link>
          </>
        )}
        {" · "}
        <Link
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
          href={to(positionPath(tag, "/checks"))}
        >
          Its own lists
        </Link>
        {mayConnect && (
          <>
            {" · "}
            <Link
              className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
              href={to(positionPath(tag, "/firmware"))}
            >
              Its firmware is changed
            </Link>
          </>
        )}
      </p>
      {notes && <p className="text-[14px] text-soft mt-1 whitespace-pre-line">{notes}</p>}
      <p className="text-[13px] mt-1">
        {live && stands ? (
          <Link
            className={classes("underline underline-offset-4", stands.here ? "text-teal" : "text-ochre")}
            href={to(`/bench/${live.id}`)}
          >
            {stands.words}
          </Link>
        ) : (
          position.address &&
          mayConnect && (
            <Link
              className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
              href={to(`/bench?tag=${encodeURIComponent(tag)}`)}
            >
              Connect at the bench
            </Link>
          )
        )}
        {!live && position.address && (
          <span className="text-soft">
            {mayConnect && " · "}
            {position.address.name}, address {position.address.unit}
            {!position.address.tried && ", not tried yet"}
          </span>
        )}
      </p>
    </div>
  );
}
