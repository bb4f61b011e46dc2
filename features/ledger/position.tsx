"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { ledger, positions, type FileView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { BeginWithoutRecord, OpenDrafts } from "@/features/draft/begin-draft";
import { Files } from "@/features/files/files";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { connectionAt } from "@/features/live/at-position";
import { useAsked } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { PositionForm, type FamilyChoice } from "@/features/positions/position-form";
import { ArrivingSheet } from "@/features/sheet/arriving-sheet";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";
import { Spread } from "@/ui/spread";
import { earlierOf } from "./earlier";
import { PositionHead } from "./position-head";
import { RecordHead } from "./record-head";
import { TimeLine } from "./time-line";
import type { PositionView, ReceiptLine, RecordView, StandingView } from "./types";
import { WriteDown } from "./write-down";

interface Props {
  position: PositionView;
  records: RecordView[];
  receipts: ReceiptLine[];
  shown: number | undefined;
  /** Every record that was raised, the one in force first. */
  standings: StandingView[];
  sheet: SentSheet | undefined;
  /** What may be chosen where the position is changed. */
  areas: string[];
  files: FileView[];
  drafts: Array<{ id: number; title: string; byName: string; at: number }>;
  families: FamilyChoice[];
  /** The links that are kept, each in one line. */
  links: string[];
}

/** A position's ledger: its records down the time line, one of them open. */
export function Position({
  position,
  records,
  receipts,
  shown,
  standings,
  sheet,
  areas,
  families,
  links,
  files,
  drafts,
}: Props) {
  const router = useRouter();
  const [standing] = standings;
  const { plant, to } = usePlant();
  const { connections, ledgers } = useLive();
  const changes = ledgers.get(position.tag) ?? 0;
  useEffect(() => {
    if (changes > 0) router.refresh();
  }, [changes, router]);
  const { askFirst, question } = useAskFirst();
  const [writing, setWriting] = useState<"standing" | "note" | "label" | "details">();
  const [opened, setOpened] = useState(0);
  const details = useAsked(
    positions.showPosition,
    { params: { plant, tag: position.tag } },
    // Asked once, as the form is opened: what somebody types stays when somebody else changes the position.
    { enabled: writing === "details", version: opened },
  );
  const record = records.find((each) => each.number === shown);
  const live = connectionAt(connections, position.tag);
  const send = async (text: string): Promise<void> => {
    if (!record) return;
    const params = { plant, tag: position.tag };
    const body = { record: record.number, text };
    const raising = writing === "standing";
    setWriting(undefined);
    const done = raising
      ? await askFirst("Raise it all the same", (although) =>
          ask(ledger.raiseStanding, { params, body: { ...body, although } }),
        )
      : await act(ledger.addNote, { params, body });
    if (!done) return;
    toast.success(raising ? `Record ${record.number} is the standing record now.` : "The note is added.");
    router.refresh();
  };
  return (
    <>
      {question}
      <Dialog
        open={writing === "details" && details?.ok === true}
        title={`Change ${position.tag}`}
        onClose={() => setWriting(undefined)}
      >
        {details?.ok && (
          <PositionForm
            old={details.value}
            areas={areas}
            families={families}
            links={links}
            onDone={(tag) => {
              setWriting(undefined);
              toast.success(`${tag} is kept.`);
              if (tag === position.tag) router.refresh();
              else router.replace(to(positionPath(tag)));
            }}
            onClose={() => setWriting(undefined)}
          />
        )}
      </Dialog>
      <Spread
        list={`${position.tag} ${position.title}: ${counted(records.length, "record")}`}
        left={
          <>
            <PositionHead position={position} live={live} record={record?.number} />
            <Offered right="arrange">
              <p className="px-5 py-1.5 border-b border-hairline no-print flex flex-wrap items-center gap-x-2">
                <Button
                  rank="quiet"
                  className="-ml-[15px]"
                  letter="e"
                  onClick={() => {
                    setOpened((before) => before + 1);
                    setWriting("details");
                  }}
                >
                  Change what is said of it
                </Button>
                <Link
                  className="py-1.5 text-[15px] whitespace-nowrap underline underline-offset-4 decoration-hairline hover:decoration-copper"
                  href={to(`/old-files?position=${encodeURIComponent(position.tag)}`)}
                >
                  Bring in a file
                </Link>
              </p>
            </Offered>
            <OpenDrafts drafts={drafts} />
            <Files files={files} owner={{ tag: position.tag }} words={position.tag} />
            {records.length > 0 && (
              <TimeLine
                tag={position.tag}
                records={records}
                receipts={receipts}
                shown={shown}
                standing={standing?.number}
              />
            )}
          </>
        }
        right={
          record && sheet ? (
            <>
              <RecordHead
                tag={position.tag}
                record={record}
                standings={standings}
                used={[...new Set(records.flatMap((each) => each.labels))]}
                onWrite={setWriting}
              />
              <ArrivingSheet
                key={record.number}
                sent={sheet}
                place={`record of ${position.tag}`}
                of={{
                  tag: position.tag,
                  record: record.number,
                  earlier: earlierOf(records, record),
                }}
              />
              {(writing === "standing" || writing === "note") && (
                <WriteDown
                  title={
                    writing === "standing"
                      ? `Raise record ${record.number} to the standing record`
                      : `Add a note to record ${record.number}`
                  }
                  ask={writing === "standing" ? "Why is this the one to restore from?" : "The note"}
                  verb={writing === "standing" ? "Raise it" : "Add the note"}
                  onSend={(text) => void send(text)}
                  onClose={() => setWriting(undefined)}
                />
              )}
            </>
          ) : (
            <Empty title={`The records of ${position.tag} will stand here.`}>
              Connect the drive at the bench and keep what is read; that is the first record. A file with its
              values can be brought in too.
              <span className="block mt-3">
                <BeginWithoutRecord tag={position.tag} family={position.definition} />
              </span>
            </Empty>
          )
        }
      />
    </>
  );
}
