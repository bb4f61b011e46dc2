"use client";
import type { Checklist } from "@/core/checklist";
import { addressOf, files as ways, papers, type ReceiptContent } from "@/core/contract";
import { driveKeyOf, driveWords, ownDefinitionId } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import {
  besideFacts,
  byWords,
  EXCHANGED_TEXT,
  LEFT_OUT,
  lookedWords,
  newParts,
  ofProgramFacts,
  OPERATION_WORDS,
  outcomeWords,
  partFacts,
  PERMANENT_WORDS,
  RECEIPT_HEADS,
  receiptAbout,
  RESULT_WORDS,
  wasOf,
  type LeftOutReason,
  type ParameterResult,
} from "@/core/restore";
import { BeforeItRuns } from "@/features/bench/before-it-runs";
import { GoThrough, type SignedView } from "@/features/checklist/go-through";
import { PaperLinks } from "@/features/house/paper-links";
import { usePlant } from "@/features/house/use-plant";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { duration, moment } from "@/ui/when";
import { AfterStart, type AfterStartView } from "./after-start";
import { Safety, type SignOff } from "./safety";
import { Unsettled, type UnsettledView } from "./unsettled";

export interface ReceiptRow {
  code: string;
  name: string;
  from: string;
  to: string;
  readBack: string;
  verdict: ParameterResult["verdict"];
  said: string | undefined;
}

/** Outcomes that ask for nothing. */
const FINE: ReadonlySet<ParameterResult["verdict"]> = new Set(["verified", "stayed"]);

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
}: {
  id: number;
  content: ReceiptContent;
  rows: ReceiptRow[];
  also: Array<{ code: string; name: string; from: string; to: string }>;
  leftOut: Array<{ code: string; name: string; reason: LeftOutReason }>;
  signOffs: SignOff[];
  /** What the position still says of the drive of another kind that stood there before. */
  unsettled: UnsettledView | undefined;
  /** Files that are kept with the record that was restored: the account of a carrying over among them. */
  ofRecord: Array<{ id: number; name: string; note: string }>;
  /** What is to be compared once more after a controller's start, and what came of it. */
  afterStart: AfterStartView | undefined;
  comparedAfter: SignedView[];
  /** The position's own lists: as they are now, and as they were gone through. */
  checks: Array<{ which: Checklist; lines: string[]; signed: SignedView[] }>;
}) {
  const { plant, to } = usePlant();
  const { connections } = useLive();
  const here = [...connections.values()].find(
    ({ identity }) => identity && driveKeyOf(identity) === driveKeyOf(content.drive),
  );
  const restored = content.kind === "restore";
  const [beforeHead, meantHead] = RECEIPT_HEADS[content.kind];
  const facts: Array<[string, React.ReactNode]> = [
    [
      "Position",
      <Link key="p" className="underline underline-offset-4" href={to(positionPath(content.tag))}>
        {content.tag} {content.positionTitle}
      </Link>,
    ],
    ["Job", content.jobNumber],
    restored
      ? [
          "Restored",
          <>
            record{" "}
            <Link
              className="underline underline-offset-4"
              href={to(positionPath(content.recordTag ?? content.tag, `?record=${content.recordNumber}`))}
            >
              {content.recordNumber}
            </Link>
            {content.recordTag && ` of ${content.recordTag}`}
            {content.standing && `, the standing record${content.recordTag ? " there" : ""}`}
          </>,
        ]
      : ["Done", OPERATION_WORDS[content.kind].did],
    ...(ofRecord.length > 0
      ? [["Kept with that record", <OfRecord key="of" files={ofRecord} />] as [string, React.ReactNode]]
      : []),
    ...partFacts(content),
    ...ofProgramFacts(content),
    ...(content.spare
      ? [["As a spare", <AsSpare key="spare" content={content} />] as [string, React.ReactNode]]
      : []),
    [restored ? "Onto" : "With", driveWords(content.drive)],
    ...(content.was ? [["Answered before as", driveWords(content.was)] as [string, React.ReactNode]] : []),
    ...(restored
      ? [
          ["The record was of", wasOf(content.previousSerial, content.drive.serial)] as [
            string,
            React.ReactNode,
          ],
        ]
      : []),
    ["By", byWords(content)],
    ...besideFacts(content),
    [
      "When",
      `${moment(content.startedAt)}, within ${duration(Date.parse(content.endedAt) - Date.parse(content.startedAt))}`,
    ],
    ["Values are", PERMANENT_WORDS[content.permanent]],
    [
      "Before and after",
      <>
        {content.beforeRecord ? `record ${content.beforeRecord}` : "not read"} and{" "}
        {content.afterRecord ? `record ${content.afterRecord}` : "not read"}
      </>,
    ],
  ];
  const notReady = newParts(content.exchanged)
    .map((each) => EXCHANGED_TEXT[each])
    .join(" and ");
  return (
    <div className="px-6 py-6 max-w-5xl w-full mx-auto print-flow">
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
      {notReady && (
        <div className="mb-4">
          <Notice kind="caution" title={`Not ready: ${notReady} exchanged`}>
            Until the axis was identified, homed, and its travel limits proved, it does not count as ready.
          </Notice>
        </div>
      )}
      <dl className="bg-leaf border border-hairline rounded-page grid grid-cols-[11rem_1fr] gap-y-1 p-4 text-[15px]">
        {facts.map(([term, fact]) => [
          <dt key={term} className="text-soft">
            {term}
          </dt>,
          <dd key={`${term}-fact`}>{fact}</dd>,
        ])}
      </dl>
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
      {(restored || rows.length > 0) && (
        <table className="w-full mt-5 text-[14px] bg-leaf border border-hairline">
          <thead>
            <tr className="text-left text-soft text-[13px]">
              <th className="margin-rule w-8" aria-label="Proof" />
              <th className="font-normal pl-3 py-1 w-28">Code</th>
              <th className="font-normal">Parameter</th>
              <th className="font-normal">{beforeHead}</th>
              <th className="font-normal">{meantHead}</th>
              <th className="font-normal">Read back</th>
              <th className="font-normal w-32">Outcome</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.code} className="border-t border-hairline align-top">
                <td className="margin-rule text-center text-copper">
                  {row.verdict === "verified" ? "✓" : ""}
                </td>
                <td className="font-mono pl-3 py-1">{row.code}</td>
                <td className="py-1">{row.name}</td>
                <td className="font-mono py-1">{row.from}</td>
                <td className="font-mono py-1">{row.to}</td>
                <td className="font-mono py-1">{row.readBack}</td>
                <td className={classes("py-1", !FINE.has(row.verdict) && "text-ochre font-semibold")}>
                  {RESULT_WORDS[row.verdict]}
                  {row.said && <span className="block font-normal text-soft">{row.said}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
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

/** What stands beside the record that was restored, as it was kept with it. */
function OfRecord({ files }: { files: Array<{ id: number; name: string; note: string }> }) {
  const { plant } = usePlant();
  return files.map(({ id, name, note }) => (
    <span key={id} className="block">
      <a
        className="underline underline-offset-4"
        href={addressOf(ways.fileContent, { params: { plant, attachment: id } })}
      >
        {name}
      </a>
      {note && <span className="text-soft"> {note}</span>}
    </span>
  ));
}

/** It lies on the workbench or in store; what stands at the position was not touched. */
function AsSpare({ content: { tag, drive } }: { content: ReceiptContent }) {
  const { to } = usePlant();
  const href = `/drives/${encodeURIComponent(ownDefinitionId(drive))}/${encodeURIComponent(drive.serial)}/label`;
  return (
    <>
      prepared for {tag} on the workbench; it was not fitted.{" "}
      <Link className="underline underline-offset-4 no-print" href={to(href)}>
        Its label
      </Link>
    </>
  );
}
