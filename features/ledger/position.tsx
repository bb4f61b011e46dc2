"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { ledger } from "@/core/contract";
import type { SheetData } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { useLive } from "@/features/live/store";
import { Sheet } from "@/features/sheet/sheet";
import { Button, ButtonLink } from "@/ui/button";
import { counted } from "@/ui/counted";
import { Empty } from "@/ui/notice";
import { Spread } from "@/ui/spread";
import { moment } from "@/ui/when";
import { TimeLine } from "./time-line";
import type { PositionView, ReceiptLine, RecordView, StandingView } from "./types";
import { WriteDown } from "./write-down";

interface Props {
  position: PositionView;
  records: RecordView[];
  receipts: ReceiptLine[];
  shown: number | undefined;
  standing: StandingView | undefined;
  sheet: SheetData | undefined;
}

/** A position's ledger: its records down the time line, one of them open. */
export function Position({ position, records, receipts, shown, standing, sheet }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { connections, ledgers } = useLive();
  const changes = ledgers.get(position.tag) ?? 0;
  useEffect(() => {
    if (changes > 0) router.refresh();
  }, [changes, router]);
  const { askFirst, question } = useAskFirst();
  const [writing, setWriting] = useState<"standing" | "note">();
  const record = records.find((each) => each.number === shown);
  const live = [...connections.values()].find((each) => each.position?.tag === position.tag);
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
      <Spread
        list={`${position.tag} ${position.title}: ${counted(records.length, "record")}`}
        left={
          <>
            <div className="px-4 py-3 border-b border-hairline">
              <h1 className="text-xl font-semibold">
                <span className="font-mono">{position.tag}</span>
              </h1>
              <p>{position.title}</p>
              <p className="text-[13px] text-soft">
                {position.family} · job {position.jobNumber}
                {position.twinGroup && ` · twins: ${position.twinGroup}`}
              </p>
              <p className="text-[13px] mt-1">
                {live ? (
                  <a className="text-teal underline underline-offset-4" href={to(`/bench/${live.id}`)}>
                    connected now
                  </a>
                ) : (
                  position.address && (
                    <a
                      className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
                      href={to(`/bench?tag=${encodeURIComponent(position.tag)}`)}
                    >
                      Connect at the bench
                    </a>
                  )
                )}
              </p>
            </div>
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
              <div className="px-4 py-3 border-b border-hairline flex flex-wrap gap-x-6 gap-y-2 items-center">
                <div className="flex-1 min-w-72">
                  <h2 className="text-lg font-semibold">
                    Record {record.number}
                    {standing?.number === record.number && (
                      <span className="font-normal text-copper-deep">, the standing record</span>
                    )}
                    {record.present < record.expected && (
                      <span className="font-normal text-ochre">, partial</span>
                    )}
                  </h2>
                  <p className="text-[14px] text-soft">
                    {moment(record.takenAt)}, {record.byName}. {record.ratingName}, firmware {record.firmware}
                    , serial <span className="font-mono">{record.serial}</span>
                    {record.fitted.map((each) => `, ${each}`).join("")}, {record.linkName} address{" "}
                    {record.unit}. {record.present} of {record.expected} parameters.
                    {record.trip && ` Trip ${record.trip}.`}
                    {record.warnings.length > 0 && ` Warning: ${record.warnings.join(", ")}.`}
                    {record.running && " The motor was turning."}
                    {record.volatile && " Some values were not permanent: gone at a power-off."}
                  </p>
                  {standing?.number === record.number && (
                    <p className="text-[14px] text-soft">
                      Raised by {standing.byName}, {moment(standing.at)}:{" "}
                      <span className="italic">{standing.reason}</span>
                    </p>
                  )}
                </div>
                <div className="flex flex-wrap gap-2 no-print">
                  <Button rank="quiet" letter="n" onClick={() => setWriting("note")}>
                    Add a note
                  </Button>
                  {standing?.number !== record.number && (
                    <Button letter="s" onClick={() => setWriting("standing")}>
                      Raise to standing
                    </Button>
                  )}
                  {standing && standing.number !== record.number && (
                    <ButtonLink
                      letter="c"
                      href={to(`/compare?tag=${position.tag}&left=${standing.number}&right=${record.number}`)}
                    >
                      Compare with standing
                    </ButtonLink>
                  )}
                  <ButtonLink
                    rank="primary"
                    letter="r"
                    href={to(`/positions/${position.tag}/restore?record=${record.number}`)}
                  >
                    Restore →
                  </ButtonLink>
                </div>
              </div>
              <Sheet key={record.number} data={sheet} start="all" />
              {writing && (
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
              Connect the drive at the bench and keep what is read; that is the first record.
            </Empty>
          )
        }
      />
    </>
  );
}
