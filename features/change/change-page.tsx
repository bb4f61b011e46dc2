"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { drafts, type RestoreDetail } from "@/core/contract";
import type { SetsInUse as SetsFacts } from "@/core/set";
import { counted } from "@/core/words";
import { SetsInUse } from "@/features/bench/sets-in-use";
import { DraftEditor, DraftVersion, type EditorWords } from "@/features/draft/editor";
import { Several, type SeveralChoices } from "@/features/draft/several";
import { useDraft, type DraftState } from "@/features/draft/use-draft";
import { Touchable, useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { toParameter, type SheetParameter } from "@/features/restore/parameter";
import { useLooked } from "@/features/restore/parts";
import { useRestore, type LiveRestore } from "@/features/restore/use-restore";
import { useArrivingSheet } from "@/features/sheet/arriving-sheet";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { Sheet, type SheetEditor } from "@/features/sheet/sheet";
import { Button, ButtonLink } from "@/ui/button";
import { Empty } from "@/ui/notice";
import { Spread } from "@/ui/spread";
import { ChangeHead } from "./change-head";
import { LeaveDialog } from "./leave-dialog";
import { Sent } from "./sent";
import { Wished } from "./wished";
import { WriteDialog } from "./write-dialog";

/** What is wished, and the sheet of what the drive holds, as they were when the page was made. */
export interface ListOfChange extends Omit<DraftState, "sheet"> {
  draft: number;
  record: number | undefined;
  newer: number | undefined;
  closed: boolean;
  /** Nobody knows which values are permanent. */
  hollow: boolean;
  /** Which parameter set it runs, for a family that has several. */
  sets: SetsFacts | undefined;
  several: SeveralChoices;
  sheet: SentSheet;
}

interface Props {
  first: RestoreDetail;
  beforeWork: string;
  /** Who else holds the values; empty where nobody has said. */
  keepers: string;
  parameters: SheetParameter[];
  howTo: string | undefined;
  byLink: boolean;
  /** Every write is permanent at once. */
  atOnce: boolean;
  /** Absent before the drive was read. */
  list: ListOfChange | undefined;
}

const WORDS: EditorWords = { keep: "Put it on the list", back: "As before" };

/** Values are changed on a connected drive, a few at a time, by somebody who looks at what it does. Another place than a draft: on the ground of what is live. */
export function ChangePage({ first, list, ...facts }: Props) {
  const router = useRouter();
  const restore = useRestore(first);
  const { stage, waitsFor, over } = restore.job.place;
  // What it holds was read again, or its list was begun, since the page was made: the sheet is another one.
  const made = first.place;
  const outOfDate = stage !== made.stage || waitsFor !== made.waitsFor || over !== made.over;
  useEffect(() => {
    if (outOfDate) router.refresh();
  }, [outOfDate, stage, waitsFor, over, router]);
  const { atOnce, beforeWork, keepers, howTo, byLink } = facts;
  const head = (
    <ChangeHead
      restore={restore}
      away={restore.detail.change?.away ?? false}
      {...{ atOnce, beforeWork, keepers, howTo, byLink }}
    />
  );
  if (!list)
    return (
      <>
        <Touchable right="restore">
          <div className="bg-teal-ground border-b-2 border-teal px-5 py-3">{head}</div>
        </Touchable>
        <Empty title="What the drive holds will stand here once it is read." />
      </>
    );
  return <Collecting restore={restore} list={list} head={head} {...facts} />;
}

function Collecting({
  restore,
  list,
  head,
  parameters,
  atOnce,
  beforeWork,
  keepers,
}: Pick<Props, "parameters" | "atOnce" | "beforeWork" | "keepers"> & {
  restore: LiveRestore;
  list: ListOfChange;
  head: ReactNode;
}) {
  const { plant, to } = usePlant();
  const [asks, setAsks] = useState<"write" | "leave" | "several">();
  const byCode = useMemo(
    () => new Map(parameters.map((each) => [each.code, toParameter(each)])),
    [parameters],
  );
  const arrived = useArrivingSheet(list.sheet);
  const whole = useMemo(() => ({ ...list, id: list.draft, sheet: arrived }), [list, arrived]);
  const { changes, sheet, version, changed } = useDraft(whole);
  const { job, detail, connected, load } = restore;
  // What is wished is another thing now; what that comes to is worked out anew.
  useEffect(() => {
    if (version > 0) void load();
  }, [version, load]);
  // Whether it turns, is commanded to, or may be written is part of what is looked at first.
  const { running, runCommand, permission, tripped } = connected?.state ?? {};
  useEffect(() => {
    void Promise.resolve().then(load);
  }, [running, runCommand, permission, tripped, load]);
  const there = connected?.phase === "connected";
  const { stage, waitsFor, over } = job.place;
  const collecting = !over && stage === "review" && waitsFor === undefined;
  const may = useMay("restore") && collecting;
  const { looked, onLook, stops, open, done } = useLooked(detail.checks);
  const { sent = [], away = false } = detail.change ?? {};
  const waiting = detail.plan?.writes ?? [];
  const params = { plant, draft: list.draft };
  const editor = useCallback<SheetEditor>(
    (code, on) => <DraftEditor draft={list.draft} code={code} onChanged={changed} words={WORDS} {...on} />,
    [list.draft, changed],
  );
  const takeBack = (what: "undo" | "redo"): void =>
    void act(drafts.takeBackInDraft, { params, body: { what } }, { repeats: true }).then(
      (done) => done && changed(),
    );
  /** Has a value as the drive holds it now. */
  const leaveAsIs = (code: string): void => {
    const write = waiting.find((each) => each.code === code);
    if (!write) return;
    void act(drafts.changeDraft, {
      params,
      body: { code, asInDrive: true, reason: "", expected: write.to },
    }).then((done) => done && changed());
  };
  const of = useMemo(
    () =>
      job.connectionId !== undefined && !over
        ? { connection: job.connectionId, tag: job.tag }
        : { tag: job.tag, record: list.record! },
    [job.connectionId, job.tag, over, list.record],
  );
  return (
    <>
      <Touchable right="restore">
        <div className="bg-teal-ground border-b-2 border-teal px-5 max-sm:px-3 py-3 no-print">
          {head}
          {!over && list.sets && <SetsInUse sets={list.sets} />}
          {collecting && (
            <div className="flex flex-wrap gap-2 mt-2">
              <Button
                rank="primary"
                letter="w"
                disabled={waiting.length === 0 || !there || away}
                onClick={() => setAsks("write")}
              >
                {waiting.length === 0 ? "Write ..." : `Write ${counted(waiting.length, "value")} ...`}
              </Button>
              <Button letter="u" onClick={() => takeBack("undo")}>
                Take back
              </Button>
              <Button letter="y" onClick={() => takeBack("redo")}>
                Do again
              </Button>
              <Button letter="s" onClick={() => setAsks("several")}>
                Several at once ...
              </Button>
              <Button disabled={!there} onClick={() => void restore.readNow()}>
                Read it again
              </Button>
              <Button onClick={() => setAsks("leave")}>Leave the drive ...</Button>
            </div>
          )}
          {over && there && (
            <div className="flex flex-wrap gap-2 mt-2">
              <ButtonLink href={to(`/bench/${connected.id}`)}>To the drive</ButtonLink>
            </div>
          )}
        </div>
      </Touchable>
      <Spread
        list={`${counted(waiting.length, "value")} to write, ${sent.length} sent`}
        left={
          <>
            {!over && (
              <Wished
                plan={detail.plan}
                begun={sent.length > 0}
                changes={changes}
                byCode={byCode}
                onTakeBack={may ? leaveAsIs : undefined}
              />
            )}
            <Sent sent={sent} byCode={byCode} />
          </>
        }
        right={
          <DraftVersion value={version}>
            <Sheet
              data={sheet}
              start={over ? "differences" : "all"}
              place=""
              of={of}
              dim={!over && (away || !there)}
              hollow={list.hollow}
              editor={may ? editor : undefined}
            />
          </DraftVersion>
        }
      />
      {asks === "write" && collecting && (
        <WriteDialog
          restore={restore}
          byCode={byCode}
          looked={looked}
          onLook={onLook}
          stops={stops}
          open={open}
          onWrite={() => {
            void restore.confirm(looked, "");
            done();
          }}
          beforeWork={beforeWork}
          keepers={keepers}
          onClose={() => setAsks(undefined)}
        />
      )}
      {asks === "several" && may && (
        <Several
          draft={list.draft}
          {...list.several}
          atDrive
          onDone={() => {
            setAsks(undefined);
            changed();
          }}
          onClose={() => setAsks(undefined)}
        />
      )}
      {asks === "leave" && collecting && (
        <LeaveDialog restore={restore} sent={sent} atOnce={atOnce} onClose={() => setAsks(undefined)} />
      )}
    </>
  );
}
