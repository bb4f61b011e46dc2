"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { bench, type ConnectionView } from "@/core/contract";
import type { SheetData } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useLive } from "@/features/live/store";
import { Sheet } from "@/features/sheet/sheet";
import { Button, ButtonLink } from "@/ui/button";
import { Empty, Notice } from "@/ui/notice";
import { moment } from "@/ui/when";
import { Identity, StandsAt } from "./identity";
import { Reading } from "./reading";

interface Props {
  id: string;
  tags: Array<{ tag: string; title: string }>;
  sheet: SheetData | undefined;
  readAt: number | undefined;
  standing: number | undefined;
  view: ConnectionView | undefined;
}

/** The drive in hand: who it is, where it stands, what was read, and how that differs from the standing record. */
export function DrivePage({ id, tags, sheet, readAt, standing, view: first }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections } = useLive();
  const view = connections.get(id) ?? first;
  const phase = view?.reading?.phase;
  const place = view?.position?.tag;
  useEffect(() => {
    if (phase === "done" || phase === "stopped") router.refresh();
  }, [phase, place, router]);
  if (!view)
    return (
      <Empty title="This drive is not connected any more.">
        <Link href={to("/bench")} className="underline underline-offset-4">
          Connect it again on the bench.
        </Link>
      </Empty>
    );
  const reading = phase === "reading" || phase === "waiting";
  return (
    <div className="flex flex-col flex-1 min-h-0 bg-leaf">
      <div className="px-5 py-3 border-b border-hairline flex flex-wrap gap-x-4 gap-y-1.5 items-center">
        <h1 className="flex-1 min-w-60 text-lg font-semibold">
          <StandsAt position={view.position} />
        </h1>
        <div className="flex flex-wrap gap-2 items-center">
          <Place view={view} tags={tags} />
          {!reading && (
            <Button onClick={() => void act(bench.readAgain, { params: { plant, connection: id } })}>
              {phase === "stopped" ? "Go on reading" : "Read again"}
            </Button>
          )}
          {reading && (
            <Button onClick={() => void act(bench.stopReading, { params: { plant, connection: id } })}>
              Stop reading
            </Button>
          )}
          {view.position && standing !== undefined && !reading && (
            <ButtonLink letter="r" href={to(`/positions/${view.position.tag}/restore?connection=${id}`)}>
              Restore record {standing} →
            </ButtonLink>
          )}
          <Keep view={view} />
        </div>
        <div className="w-full">
          <Identity view={view} />
        </div>
      </div>
      <div className="px-5 pt-3 space-y-2">
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
            {swapped(view)}
          </Notice>
        )}
        {!view.swappedFor && view.drift && <Drift view={view} />}
        {view.notCompared && (
          <Notice
            kind="caution"
            title={`The standing record ${view.notCompared.record} was made under another parameter list: ${view.notCompared.recordedAs}.`}
          >
            Whether this drive is as recorded is not told: there is no mapping between the two lists. Keep
            what was read as a record of its own; the former one stays readable.
          </Notice>
        )}
        {!view.position && (
          <Notice kind="note" title="Neither serial number nor address say where this drive stands.">
            Choose its position above, then keep what was read as a record.
          </Notice>
        )}
        {view.reading && phase !== "done" && <Reading reading={view.reading} />}
      </div>
      {sheet ? (
        <div className="flex flex-col flex-1 min-h-0 mt-2">
          {readAt && (
            <p className="px-5 text-[13px] text-soft">
              Read {moment(readAt)}.
              {standing === undefined ? "" : ` Beside it the standing record ${standing}.`}
            </p>
          )}
          <Sheet
            data={sheet}
            start="all"
            dim={view.phase !== "connected"}
            hollow={view.fit !== "fits" || view.state?.volatile !== false}
          />
        </div>
      ) : (
        <Empty title="Each group will stand here when the reading is done.">
          It is safe in the archive as soon as its cell in the strip is full.
        </Empty>
      )}
    </div>
  );
}

function swapTitle({ swappedFor, identity }: ConnectionView): string {
  switch (swappedFor!.change) {
    case "control":
      return `Half of the drive that was fitted here was exchanged: the power part ${identity?.powerPart} is the old one, the control part is new (${identity?.serial} instead of ${swappedFor!.serial}).`;
    case "power":
      return `Half of the drive that was fitted here was exchanged: the control part ${identity?.serial} is the old one, it sits on another power part (${identity?.powerPart} instead of ${swappedFor!.powerPart}).`;
    case "whole":
      return `This is not the drive that was fitted here: it was ${swappedFor!.serial}, now it is ${identity?.serial}.`;
  }
}

function swapped(view: ConnectionView): string {
  const { drift } = view;
  if (view.notCompared) return "Its values cannot be compared with the standing record; see below.";
  if (!drift) return "It is being read, then compared with the standing record.";
  const differ = drift.changed + drift.backToDefault;
  return differ === 0
    ? `All ${drift.compared} settings are as in the standing record ${drift.record}. Keep the reading, so that the ledger knows the new drive.`
    : `${differ} of ${drift.compared} settings differ from the standing record ${drift.record}; ${drift.backToDefault} of them stand at the factory default. Restore the standing record onto it.`;
}

function Drift({ view }: { view: ConnectionView }) {
  const drift = view.drift!;
  const differ = drift.changed + drift.backToDefault;
  if (differ === 0)
    return (
      <Notice
        kind="note"
        title={`As recorded: all ${drift.compared} settings are those of the standing record ${drift.record}.`}
      />
    );
  return (
    <Notice
      kind="caution"
      title={`${differ} of ${drift.compared} settings differ from the standing record ${drift.record}: ${drift.changed} changed on the drive, ${drift.backToDefault} back to default.`}
    >
      They are marked below with a ring. Find out why before you record or restore.
    </Notice>
  );
}

function Place({ view, tags }: { view: ConnectionView; tags: Props["tags"] }) {
  const { plant } = usePlant();
  return (
    <label className="flex items-center gap-2 text-[14px]">
      <span className="text-soft">Stands at</span>
      <select
        value={view.position?.tag ?? ""}
        onChange={(event) =>
          void act(bench.placeDrive, {
            params: { plant, connection: view.id },
            body: { tag: event.target.value },
          })
        }
        className="min-h-9 rounded-page border border-hairline bg-leaf px-2"
      >
        <option value="" disabled>
          choose
        </option>
        {tags.map(({ tag, title }) => (
          <option key={tag} value={tag}>
            {tag} {title}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Keeping the reading: one action, no second read. */
function Keep({ view }: { view: ConnectionView }) {
  const { plant } = usePlant();
  const [busy, setBusy] = useState(false);
  const phase = view.reading?.phase;
  const keep = async (): Promise<void> => {
    setBusy(true);
    const kept = await act(bench.keepRecord, {
      params: { plant, connection: view.id },
      body: { tag: view.position!.tag },
    });
    setBusy(false);
    if (!kept) return;
    const description = `${view.position!.tag} ${view.position!.title}`;
    const { unchanged, number } = kept.value;
    if (unchanged)
      toast.info(`Nothing has changed since record ${number}; nothing was added.`, {
        description,
      });
    else toast.success(`Recorded as record ${number}.`, { description });
  };
  return (
    <Button
      rank="primary"
      letter="k"
      disabled={busy || !view.position || (phase !== "done" && phase !== "stopped") || view.fit === "nearest"}
      onClick={() => void keep()}
    >
      →{" "}
      {phase === "stopped"
        ? "Keep as a partial record"
        : `Record${view.position ? ` into ${view.position.tag}` : ""}`}
    </Button>
  );
}
