"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { bench, type ConnectionView } from "@/core/contract";
import type { SheetData } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { useLive } from "@/features/live/store";
import { Sheet } from "@/features/sheet/sheet";
import { Button, ButtonLink } from "@/ui/button";
import { Empty } from "@/ui/notice";
import { moment } from "@/ui/when";
import { Keep, Place } from "./drive-actions";
import { DriveNotices } from "./drive-notices";
import { Identity, StandsAt } from "./identity";
import { Reading } from "./reading";

interface Props {
  id: string;
  tags: Array<{ tag: string; title: string }>;
  sheet: SheetData | undefined;
  readAt: number | undefined;
  standing: number | undefined;
  view: ConnectionView | undefined;
  /** Nobody knows which values are permanent. */
  hollow: boolean;
}

/** The drive in hand: who it is, where it stands, what was read, and how that differs from the standing record. */
export function DrivePage({ id, tags, sheet, readAt, standing, view: first, hollow }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections, gone, jobs } = useLive();
  const view = gone.has(id) ? undefined : (connections.get(id) ?? first);
  const { askFirst, question } = useAskFirst();
  const onPlace = (tag: string): void =>
    void askFirst(`It stands at ${tag} all the same`, (although) =>
      ask(bench.placeDrive, { params: { plant, connection: id }, body: { tag, although } }),
    );
  const phase = view?.reading?.phase;
  const place = view?.position?.tag;
  const volatile = view?.state?.volatile;
  useEffect(() => {
    if (phase === "done" || phase === "stopped") router.refresh();
  }, [phase, place, volatile, router]);
  if (!view)
    return (
      <Empty title="This drive is not connected any more.">
        <Link href={to("/bench")} className="underline underline-offset-4">
          Connect it again on the bench.
        </Link>
      </Empty>
    );
  const job = [...jobs.values()].find(
    (each) => each.open && each.driveKey === `${view.identity?.definitionId}/${view.identity?.serial}`,
  );
  const reading = phase === "reading" || phase === "waiting";
  return (
    <div className="flex flex-col flex-1 min-h-0 bg-leaf">
      {question}
      <div className="px-5 py-3 border-b border-hairline flex flex-wrap gap-x-4 gap-y-1.5 items-center">
        <h1 className="flex-1 min-w-60 text-lg font-semibold">
          <StandsAt position={view.position} />
        </h1>
        <div className="flex flex-wrap gap-2 items-center">
          <Place view={view} tags={tags} onPlace={onPlace} />
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
          {view.position && standing !== undefined && !reading && !job && !view.unfit && (
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
        <DriveNotices view={view} job={job} busy={reading} onPlace={onPlace} />
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
          <Sheet data={sheet} start="all" dim={view.phase !== "connected"} hollow={hollow} />
        </div>
      ) : (
        <Empty title="Each group will stand here when the reading is done.">
          It is safe in the archive as soon as its cell in the strip is full.
        </Empty>
      )}
    </div>
  );
}
