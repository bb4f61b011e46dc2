"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { bench, type ConnectionView } from "@/core/contract";
import type { Parts } from "@/core/definition";
import { driveKeyOf } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import type { SetsInUse as SetsFacts } from "@/core/set";
import { Offered, Touchable } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { asHeard } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { ArrivingSheet } from "@/features/sheet/arriving-sheet";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { Button, ButtonLink } from "@/ui/button";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";
import { BeforeItRuns } from "./before-it-runs";
import { BeginChange } from "./begin-change";
import { holds } from "./drift";
import { DriveNotices } from "./drive-notices";
import { Identity, StandsAt } from "./identity";
import { Keep } from "./keep";
import { MakePosition } from "./make-position";
import { Memories, type MemoryFacts } from "./memories";
import { MemoryCard } from "./memory-card";
import { Place } from "./place";
import { Program, type ProgramView } from "./program";
import { ReadAt } from "./read-at";
import { Reading } from "./reading";
import { SetsInUse } from "./sets-in-use";

interface Props {
  id: string;
  tags: Array<{ tag: string; title: string }>;
  areas: string[];
  sheet: SentSheet | undefined;
  readAt: number | undefined;
  standing: number | undefined;
  view: ConnectionView | undefined;
  /** Nobody knows which values are permanent. */
  hollow: boolean;
  /** What of it can be recorded apart. */
  parts: Parts | undefined;
  /** What is known of its memories. */
  memories: MemoryFacts | undefined;
  /** Whether its definition says how a memory card is read. */
  cardReadable: boolean;
  /** Its own program, for a family that has one. */
  program: ProgramView | undefined;
  /** Which parameter set it runs, for a family that has several. */
  sets: SetsFacts | undefined;
}

/** What the next reading of it is. */
function readWords({ reading, outdated }: ConnectionView): string {
  if (!reading) return "Read it";
  // What was read before something was sent to it does not count any more: it is read anew.
  return reading.phase === "stopped" && outdated?.by !== "sent" ? "Go on reading" : "Read again";
}

/** The drive in hand: who it is, where it stands, what was read, and how that differs from the standing record. */
export function DrivePage({
  id,
  tags,
  areas,
  sheet,
  readAt,
  standing,
  view: first,
  hollow,
  parts,
  memories,
  cardReadable,
  program,
  sets,
}: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections, gone, jobs, online } = useLive();
  const known = gone.has(id) ? undefined : (connections.get(id) ?? first);
  const view = known && asHeard(known, online);
  const { askFirst, question } = useAskFirst();
  const [making, setMaking] = useState(false);
  const onPlace = (tag: string): void =>
    void askFirst(`It stands at ${tag} all the same`, (although) =>
      ask(bench.placeDrive, { params: { plant, connection: id }, body: { tag, although } }),
    );
  const phase = view?.reading?.phase;
  const place = view?.position?.tag;
  const volatile = view?.state?.volatile;
  // It may have been switched over: what was made for the former list is nothing to go by.
  const list = view?.definitionTitle;
  const [shownList] = useState(list);
  useEffect(() => {
    if (phase === "done" || phase === "stopped" || list !== shownList) router.refresh();
  }, [phase, place, volatile, list, shownList, router]);
  if (!view)
    return (
      <Empty title="This drive is not connected any more.">
        <Link href={to("/bench")} className="underline underline-offset-4">
          Connect it again on the bench.
        </Link>
      </Empty>
    );
  const job = [...jobs.values()].find(
    (each) => each.open && view.identity && each.driveKey === driveKeyOf(view.identity),
  );
  const reading = phase === "reading" || phase === "waiting";
  return (
    <div className="flex flex-col flex-1 min-h-0 bg-leaf">
      {question}
      <MakePosition
        view={view}
        areas={areas}
        open={making}
        onPlace={onPlace}
        onClose={() => setMaking(false)}
      />
      <div className="px-5 py-3 border-b border-hairline flex flex-wrap gap-x-4 gap-y-1.5 items-center">
        <h1 className="flex-1 min-w-60 text-lg font-semibold">
          <StandsAt position={view.position} />
        </h1>
        <Offered right="connect">
          <div className="flex flex-wrap gap-2 items-center">
            <Place view={view} tags={tags} onPlace={onPlace} onMake={() => setMaking(true)} />
            {!reading && (
              <Button
                disabled={view.phase !== "connected"}
                onClick={() =>
                  void askFirst("Read it all the same", (although) =>
                    ask(bench.readAgain, { params: { plant, connection: id }, body: { although } }),
                  )
                }
              >
                {readWords(view)}
              </Button>
            )}
            {reading && (
              <Button
                onClick={() =>
                  void act(bench.stopReading, { params: { plant, connection: id } }, { repeats: true })
                }
              >
                Stop reading
              </Button>
            )}
            {view.position && standing !== undefined && !reading && !job && !view.unfit && (
              <ButtonLink letter="r" href={to(positionPath(view.position.tag, `/restore?connection=${id}`))}>
                Restore record {standing} →
              </ButtonLink>
            )}
            {!reading && !job && <BeginChange view={view} />}
            <Keep view={view} parts={parts} />
          </div>
        </Offered>
        <div className="w-full">
          <Identity view={view} />
        </div>
      </div>
      <div className="px-5 pt-3 space-y-2 bg-leaf">
        <Touchable right="connect">
          <DriveNotices
            view={view}
            job={job}
            busy={reading}
            onPlace={onPlace}
            onMake={() => setMaking(true)}
          />
          {sets && !reading && view.outdated === undefined && <SetsInUse sets={sets} />}
          {!reading && !job && <BeforeItRuns view={view} />}
          {program && !job && !reading && <Program view={view} program={program} />}
          {!job && !reading && <MemoryCard view={view} readable={cardReadable} />}
          {memories && !job && !reading && <Memories view={view} facts={memories} />}
        </Touchable>
        {view.reading && phase !== "done" && <Reading reading={view.reading} />}
      </div>
      {sheet ? (
        <div className="flex flex-col flex-1 min-h-0 pt-2 bg-leaf">
          {readAt !== undefined && <ReadAt view={view} at={readAt} standing={standing} />}
          <ArrivingSheet
            sent={sheet}
            place={`drive at ${view.position?.tag ?? view.identity?.serial ?? ""}`}
            of={{ connection: id, tag: view.position?.tag }}
            dim={!holds(view)}
            hollow={hollow}
          />
        </div>
      ) : (
        <Empty title="Each group will stand here when the reading is done.">
          {view.readingDisturbs !== undefined && view.reading === undefined
            ? `It was not read yet, since reading disturbs it: ${view.readingDisturbs}`
            : "It is safe in the archive as soon as its cell in the strip is full."}
        </Empty>
      )}
    </div>
  );
}
