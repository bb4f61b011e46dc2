import { bench, type ConnectionView, type JobView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { OPERATION_WORDS } from "@/core/restore";
import { carryAddress } from "@/features/carry-over/target-choice";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Aside, Drift, swapped } from "./drift";
import { Misplaced, Suggested } from "./stands-elsewhere";

/** Everything that must be known of a drive before one does something with it. */
export function DriveNotices({
  view,
  job,
  busy,
  onPlace,
  onMake,
}: {
  view: ConnectionView;
  /** An open restore of this drive. */
  job: JobView | undefined;
  /** It is being read. */
  busy: boolean;
  onPlace: (tag: string) => void;
  /** A position is made for it. */
  onMake: () => void;
}) {
  const mayMake = useMay("arrange");
  const { plant, to } = usePlant();
  return (
    <>
      {job && (
        <Notice kind="caution" title={openWords(job)}>
          It was begun by {job.byName}.{" "}
          <Link className="underline underline-offset-4" href={to(`/restore/${job.id}`)}>
            {job.kind === "restore" ? `Open restore ${job.id}` : "Open it"}
          </Link>
          , finish or end it.
        </Notice>
      )}
      {!job && view.unfinished !== undefined && (
        <Notice
          kind="caution"
          title="The last restore onto this drive ended before everything was as recorded."
        >
          <Link className="underline underline-offset-4" href={to(`/receipts/${view.unfinished}`)}>
            Receipt {view.unfinished}
          </Link>{" "}
          says which parameters it was about.
        </Notice>
      )}
      {(view.phase === "lost" || view.phase === "other-drive") && (
        <Notice
          kind={view.phase === "lost" ? "caution" : "stop"}
          title={view.trouble?.text ?? "The drive is lost."}
        >
          {view.trouble?.remedy}
        </Notice>
      )}
      {view.fit === "nearest" && (
        <Notice
          kind="caution"
          title={
            view.identity?.serial
              ? `No definition here fits firmware ${view.identity.firmware} of ${view.definitionTitle}.`
              : `This drive fits no definition here; it is read as if it were a ${view.definitionTitle}.`
          }
        >
          What is shown may be wrong. It is not recorded and not restored.{" "}
          <Link
            className="underline underline-offset-4"
            href={to(
              `/families/import?link=${encodeURIComponent(JSON.stringify(view.link))}&unit=${view.unit}`,
            )}
          >
            Import its definition
          </Link>
          , then connect again.
        </Notice>
      )}
      {view.state?.controlOnly && (
        <Notice kind="caution" title="Only the control part is fed; the power part is dead.">
          {view.withoutMains ?? "Its definition does not say what is possible like this."} Nothing turns.
        </Notice>
      )}
      {view.state?.reducedSupply && (
        <Notice kind="caution" title="It runs on a reduced supply, for a test.">
          {view.reducedSupply} Switch it back before the machine is handed over.
        </Notice>
      )}
      {view.swappedFor && (
        <Notice kind="caution" title={swapTitle(view)}>
          <p>{swapped(view)}</p>
          {view.drift && <Aside view={view} drift={view.drift} />}
        </Notice>
      )}
      {view.modulesChanged && <Exchanged view={view} changed={view.modulesChanged} />}
      {view.unfit && (
        <Notice
          kind="stop"
          title={`The standing record ${view.unfit.record} cannot be restored onto this drive.`}
        >
          {view.unfit.why.map((each) => (
            <p key={each.found}>
              {each.found} {each.remedy}
            </p>
          ))}
          {view.position && view.identity?.rating && (
            <Link
              className="underline underline-offset-4"
              href={to(carryTo(view.position.tag, view.unfit.record, view.identity))}
            >
              Carry record {view.unfit.record} over to this drive
            </Link>
          )}
        </Notice>
      )}
      {!view.swappedFor && view.drift && <Drift view={view} drift={view.drift} />}
      {view.notCompared && (
        <Notice
          kind="caution"
          title={`The standing record ${view.notCompared.record} was made under another parameter list: ${view.notCompared.recordedAs}.`}
        >
          Whether this drive is as recorded is not told: the two lists cannot be put beside each other by
          their codes. Keep what was read as a record of its own; the former one stays readable.{" "}
          {!view.unfit && view.position && view.identity?.rating && (
            <Link
              className="underline underline-offset-4"
              href={to(carryTo(view.position.tag, view.notCompared.record, view.identity))}
            >
              Carry record {view.notCompared.record} over to this drive
            </Link>
          )}
        </Notice>
      )}
      <Misplaced view={view} onPlace={onPlace} />
      {view.position && view.notedOtherwise && !busy && (
        <Notice
          kind="note"
          title={`${view.position.tag} is noted at ${view.notedOtherwise}; this drive answers elsewhere.`}
        >
          The note stays until you change it: after a restore the drive may answer there again.{" "}
          <Button onClick={() => void act(bench.noteWay, { params: { plant, connection: view.id } })}>
            Note this way from now on
          </Button>
        </Notice>
      )}
      {!view.position && <Suggested view={view} onPlace={onPlace} onMake={mayMake ? onMake : undefined} />}
    </>
  );
}

/** Where a record is carried over to the drive that is connected. */
function carryTo(tag: string, record: number, identity: NonNullable<ConnectionView["identity"]>): string {
  const { definitionId, rating = "", firmware, serial, axes } = identity;
  return carryAddress(tag, record, { definition: definitionId, rating, firmware, serial, axes });
}

function openWords({ kind, counts: { written, unknown } }: JobView): string {
  if (kind !== "restore") return `"${OPERATION_WORDS[kind].title}" is open for this drive and not finished.`;
  if (written + unknown === 0) return "A restore onto this drive is open; nothing of it is written yet.";
  return `A restore onto this drive is not finished: ${written} of its parameters are written${unknown > 0 ? `, ${unknown} unknown` : ""}.`;
}

function swapTitle({ swappedFor, identity, phase }: ConnectionView): string {
  switch (swappedFor!.change) {
    case "control":
      return `Half of the drive that was fitted here was exchanged: the power part ${identity?.powerPart} is the old one, the control part is new (${identity?.serial} instead of ${swappedFor!.serial}).`;
    case "power":
      return `Half of the drive that was fitted here was exchanged: the control part ${identity?.serial} is the old one, it sits on another power part (${identity?.powerPart} instead of ${swappedFor!.powerPart}).`;
    case "whole":
      return `This is not the drive that was fitted here: it was ${swappedFor!.serial}, ${phase === "connected" ? "now it is" : "what answered last was"} ${identity?.serial}.`;
  }
}

/** Modules of the rack are others than were read last: each axis that hangs on one can be restored alone. */
function Exchanged({
  view,
  changed,
}: {
  view: ConnectionView;
  changed: NonNullable<ConnectionView["modulesChanged"]>;
}) {
  const { to } = usePlant();
  const tag = view.position?.tag;
  const axes = changed.flatMap((each) => each.axis ?? []);
  return (
    <Notice kind="caution" title="The rack was exchanged in part since it was read last.">
      {changed.map((each) => (
        <p key={each.words}>{each.words}.</p>
      ))}
      {tag && axes.length > 0 && (
        <p className="flex flex-wrap gap-x-4">
          {axes.map((axis) => (
            <Link
              key={axis}
              className="underline underline-offset-4"
              href={to(
                positionPath(
                  tag,
                  `/restore?${new URLSearchParams({ connection: view.id, axis: String(axis) })}`,
                ),
              )}
            >
              Restore axis {axis} alone
            </Link>
          ))}
        </p>
      )}
    </Notice>
  );
}
