"use client";
import type { Checklist } from "@/core/checklist";
import { addressOf, papers, type ReceiptContent } from "@/core/contract";
import { driveKeyOf } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import {
  EXCHANGED_TEXT,
  LEFT_OUT,
  lookedWords,
  newParts,
  outcomeWords,
  RECEIPT_HEADS,
  receiptAbout,
  type LeftOutReason,
} from "@/core/restore";
import { BeforeItRuns } from "@/features/bench/before-it-runs";
import { GoThrough, type SignedView } from "@/features/checklist/go-through";
import { PaperLinks } from "@/features/house/paper-links";
import { usePlant } from "@/features/house/use-plant";
import { useLive } from "@/features/live/store";
import { useRefresh } from "@/features/live/use-refresh";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";
import { AfterStart, type AfterStartView } from "./after-start";
import { OutcomeTable, type OutcomeRow } from "./outcome-table";
import { ReceiptFacts, type FileOfRecord } from "./receipt-facts";
import { Safety, type SignOff } from "./safety";
import { Unsettled, type UnsettledView } from "./unsettled";

/** The account of an operation: who did what with which drive, when, and how it was proved. */
export function Receipt({
  id,
  content,
  rows,
  also,
  leftOut,
  signOffs,
  checks,
  afterStart,
  comparedAfter,
  ofRecord,
  unsettled,
  outside,
}: {
  id: number;
  content: ReceiptContent;
  rows: OutcomeRow[];
  also: Array<{ code: string; name: string; from: string; to: string }>;
  leftOut: Array<{ code: string; name: string; reason: LeftOutReason }>;
  signOffs: SignOff[];
  /** What the position still says of the drive of another kind that stood there before. */
  unsettled: UnsettledView | undefined;
  /** Files that are kept with the record that was restored: the account of a carrying over among them. */
  ofRecord: FileOfRecord[];
  /** What is to be compared once more after a controller's start, and what came of it. */
  afterStart: AfterStartView | undefined;
  comparedAfter: SignedView[];
  /** The position's own lists: as they are now, and as they were gone through. */
  checks: Array<{ which: Checklist; lines: string[]; signed: SignedView[] }>;
  /** What the drive held afterwards outside of what its family allows. */
  outside: string[];
}) {
  const { plant, to } = usePlant();
  const { connections } = useLive();
  useRefresh();
  const here = [...connections.values()].find(
    ({ identity }) => identity && driveKeyOf(identity) === driveKeyOf(content.drive),
  );
  const restored = content.kind === "restore";
  const notReady = newParts(content.exchanged)
    .map((each) => EXCHANGED_TEXT[each])
    .join(" and ");
  return (
    <div className="px-6 max-sm:px-3 py-6 max-w-5xl w-full mx-auto print-flow">
      <div className="flex items-start justify-between gap-4">
        <h1 className="text-2xl font-semibold">
          Receipt {id}: {outcomeWords(content)}
        </h1>
        <span className="no-print flex items-center gap-4">
          <PaperLinks
            href={addressOf(papers.receiptPaper, { params: { plant, receipt: id } })}
            subject={`${content.tag}, receipt ${id}: ${outcomeWords(content)}`}
          />
          <Button onClick={() => window.print()}>Print</Button>
        </span>
      </div>
      <p className="text-soft mb-4">{receiptAbout(content)}</p>
      {here && (
        <div className="mb-4 no-print">
          <BeforeItRuns view={here} open />
        </div>
      )}
      {unsettled && <Unsettled receipt={id} tag={content.tag} open={unsettled} />}
      <AfterStart receipt={id} open={afterStart} here={here} compared={comparedAfter} />
      {content.safety && <Safety receipt={id} signOffs={signOffs} />}
      {checks.map((each) => (
        <GoThrough key={each.which} receipt={id} {...each} />
      ))}
      {content.kind === "change" && content.afterRecord !== undefined && (
        <div className="mb-4 no-print">
          <Notice
            kind="note"
            title={`Record ${content.afterRecord} is what the drive held when it was left.`}
          >
            It is the one to restore from only once somebody{" "}
            <Link
              className="underline underline-offset-4"
              href={to(positionPath(content.tag, `?record=${content.afterRecord}`))}
            >
              looks at it and raises it to the standing record
            </Link>
            .
          </Notice>
        </div>
      )}
      {notReady && (
        <div className="mb-4">
          <Notice kind="caution" title={`Not ready: ${notReady} exchanged`}>
            Until the axis was identified, homed, and its travel limits proved, it does not count as ready.
          </Notice>
        </div>
      )}
      {outside.length > 0 && (
        <div className="mb-4">
          <Notice kind="caution" title="Afterwards the drive held values outside of what its family allows">
            <ul>
              {outside.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          </Notice>
        </div>
      )}
      <ReceiptFacts content={content} ofRecord={ofRecord} />
      {content.interruptions.length > 0 && (
        <section className="mt-5">
          <h2 className="font-semibold">On the way</h2>
          <ul className="text-[15px]">
            {content.interruptions.map((each, i) => (
              <li key={i}>
                <span className="font-mono text-[13px] text-soft mr-3">{moment(each.slice(0, 24))}</span>
                {each.slice(25)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {rows.length > 0 && (
        <div className="mt-5">
          <OutcomeTable title="Values" rows={rows} heads={RECEIPT_HEADS[content.kind]} />
        </div>
      )}
      {restored && rows.length === 0 && <p className="mt-5 text-soft">Nothing was written.</p>}
      {also.length > 0 && (
        <section className="mt-5">
          <h2 className="font-semibold">
            {content.untold ? "What it was about, as it was found" : "Changed without being foreseen"}
          </h2>
          <ul className="text-[15px]">
            {also.map((each) => (
              <li key={each.code}>
                <span className="font-mono">{each.code}</span> {each.name}: {each.from} → {each.to}
              </li>
            ))}
          </ul>
        </section>
      )}
      {leftOut.length > 0 && (
        <section className="mt-5">
          <h2 className="font-semibold">Left out</h2>
          <ul className="text-[15px]">
            {leftOut.map((each) => (
              <li key={each.code}>
                <span className="font-mono">{each.code}</span> {each.name}: {LEFT_OUT[each.reason]}
              </li>
            ))}
          </ul>
        </section>
      )}
      <details className="mt-5 text-[14px]">
        <summary className="cursor-pointer">What was checked before</summary>
        <ul>
          {content.checks.map((each) => (
            <li key={each.id}>
              {each.title}: {each.verdict === "not-told" ? "not told" : each.verdict}. {each.found}
              {each.lookedBy && ` ${lookedWords(each)}`}
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}
