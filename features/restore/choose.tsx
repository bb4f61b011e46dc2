"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { bench, restore } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { Identity } from "@/features/bench/identity";
import { LiveWarning } from "@/features/bench/live-warning";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { asHeard } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { BeforeWork } from "@/features/positions/before-work";
import type { RehearsedView } from "@/features/rehearsal/rehearsed-list";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { OnWorkbench, type BenchCard } from "./on-workbench";
import { OnlyPowerPart, type ControlPart } from "./only-power-part";
import { Prepared, type PreparedView } from "./prepared";
import { RunsWith, type RunsWithView } from "./runs-with";
import { WhichRecord, type RecordChoice } from "./which-record";

interface Props {
  tag: string;
  title: string;
  /** What has to be said, and to whom, before work begins at the position. */
  beforeWork: string;
  /** Who else holds the values; empty where nobody has said. */
  keepers: string;
  /** Where its drive was reached last. */
  way: { link: LinkSettings; name: string; unit: number } | undefined;
  /** Who is at work: they acknowledge the warning by name. */
  name: string;
  standing: number | undefined;
  wanted: number | undefined;
  connection: string | undefined;
  /** Positions that ought to be set alike, this one among them; empty where it has no twins. */
  twins: string[];
  rehearsed: RehearsedView[];
  /** Asked for from elsewhere: this axis of a rack alone. */
  axis: number | undefined;
  /** Asked for from elsewhere: a spare is to be prepared. */
  spare: boolean;
  /** How a drive of its family is fed on a workbench. */
  card: BenchCard | undefined;
  /** Drawings of its family, for whoever feeds a drive on a workbench. */
  drawings: Array<{ id: number; name: string }>;
  /** Spares that are prepared for it already, or for a twin that is set alike. */
  prepared: PreparedView[];
  /** Drives that run together with this one, as somebody has said. */
  runsWith: RunsWithView;
  /** Where its control part can be told from its power part. */
  control: ControlPart | undefined;
  open: { id: number; byName: string } | undefined;
  records: RecordChoice[];
}

/** The first two steps of a restore: which record, onto which drive. Nothing is written here. */
export function ChooseRestore({
  tag,
  title,
  beforeWork,
  keepers,
  way,
  twins,
  rehearsed,
  axis,
  spare: spareAsked,
  card,
  drawings,
  prepared,
  control,
  runsWith,
  name,
  standing,
  wanted,
  connection,
  open,
  records,
}: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections, online } = useLive();
  const [number, setNumber] = useState(wanted ?? records[0]?.number);
  const [busy, setBusy] = useState(false);
  const [warning, setWarning] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  const views = [...connections.values()];
  const here =
    views.find((each) => each.id === connection) ?? views.find((each) => each.position?.tag === tag);
  const [spare, setSpare] = useState(spareAsked);
  const [picked, setPicked] = useState<string>();
  const drive = views.find((each) => each.id === picked) ?? here;
  const { askFirst, question } = useAskFirst();
  const begin = async (connectionId: string): Promise<void> => {
    setBusy(true);
    const body = { tag, record: number!, connection: connectionId, axis, ...(spare ? { spare } : {}) };
    const begun = await askFirst(`It stands at ${tag} all the same`, (although) =>
      ask(restore.startRestore, { params: { plant }, body: { ...body, although } }),
    );
    if (begun) router.push(to(`/restore/${begun.value.id}`));
    else setBusy(false);
  };
  /** From a position to the plan in one press: over the way that worked, reads only. */
  const quickest = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const body = { link: way!.link, unit: way!.unit };
    const connected = await ask(bench.connect, { params: { plant }, body });
    setBusy(false);
    if (connected.ok) return begin(connected.value.id);
    if (connected.trouble.kind === "not-acknowledged") setWarning(true);
    else setTrouble(connected.trouble);
  };
  if (warning)
    return (
      <LiveWarning
        name={name}
        onAcknowledged={() => {
          setWarning(false);
          void quickest();
        }}
      />
    );
  return (
    <div className="px-6 max-sm:px-3 py-6 max-w-4xl w-full mx-auto">
      {question}
      <h1 className="text-xl font-semibold mb-4">
        Restore <span className="font-mono">{tag}</span> {title}: ledger → drive
      </h1>
      {axis !== undefined && (
        <p className="mb-3">
          Axis {axis} alone, since its module was exchanged. In the plan it can still be chosen otherwise.
        </p>
      )}
      <BeforeWork words={beforeWork} keepers={keepers} />
      <RunsWith tag={tag} {...runsWith} />
      {open && (
        <div className="mb-4">
          <Notice kind="caution" title={`${open.byName} is restoring this position now.`}>
            <Link className="underline underline-offset-4" href={to(`/restore/${open.id}`)}>
              Follow that restore
            </Link>
            , or ask them to end it.
          </Notice>
        </div>
      )}
      <div className="bg-leaf border border-hairline rounded-page">
        <Step number={1} title="Which record" state="open">
          <WhichRecord
            tag={tag}
            records={records}
            standing={standing}
            number={number}
            twins={twins}
            rehearsed={rehearsed}
            onChoose={setNumber}
          />
        </Step>
        <Step number={2} title="Onto which drive" state="open">
          {views.length === 0 && (
            <p>
              No drive is connected.{" "}
              <Link className="underline underline-offset-4" href={to("/bench")}>
                Connect it on the bench
              </Link>
              , then come back.
            </p>
          )}
          <Prepared prepared={prepared} />
          {!here && !spare && way && number !== undefined && !open && (
            <div className="mb-3 space-y-1">
              <Button rank="primary" disabled={busy} onClick={() => void quickest()}>
                Connect over {way.name}, address {way.unit}; read and check
              </Button>
              <p className="text-soft text-[15px]">
                That is where {tag} was reached. It only reads; whoever answers is looked at before anything
                else.
              </p>
            </div>
          )}
          {trouble && (
            <div className="mb-3">
              <Notice kind="caution" title={trouble.text}>
                {trouble.remedy}
              </Notice>
            </div>
          )}
          <div className="space-y-2">
            {views.map((view) => (
              <label
                key={view.id}
                className="flex gap-3 items-start border border-hairline rounded-page p-3 has-checked:border-copper"
              >
                <input
                  type="radio"
                  name="drive"
                  className="mt-1.5"
                  checked={drive?.id === view.id}
                  onChange={() => setPicked(view.id)}
                />
                <Identity view={asHeard(view, online)} />
              </label>
            ))}
          </div>
          <OnWorkbench tag={tag} spare={spare} onSpare={setSpare} card={card} drawings={drawings} />
          {control && !spare && <OnlyPowerPart part={control} />}
        </Step>
        <Step
          number={3}
          title="Read it and check"
          state="open"
          found="The drive is read as it is now and kept as the record of before. Nothing is written yet."
        >
          <Button
            rank="primary"
            disabled={busy || !drive || number === undefined || drive.phase !== "connected" || Boolean(open)}
            onClick={() => void begin(drive!.id)}
          >
            Read the drive and check
          </Button>
        </Step>
      </div>
    </div>
  );
}
