import type { ReactNode } from "react";
import { addressOf, files as ways, type ReceiptContent } from "@/core/contract";
import { driveWords, ownDefinitionId } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import {
  besideFacts,
  byWords,
  lacksWords,
  ofProgramFacts,
  OPERATION_WORDS,
  partFacts,
  PERMANENT_WORDS,
  wasOf,
} from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { duration, moment } from "@/ui/when";

/** A file that is kept with the record that was restored. */
export interface FileOfRecord {
  id: number;
  name: string;
  note: string;
}

/** What a receipt says of an operation as a whole: where, what, onto which drive, by whom, when. */
export function ReceiptFacts({ content, ofRecord }: { content: ReceiptContent; ofRecord: FileOfRecord[] }) {
  const { to } = usePlant();
  const restored = content.kind === "restore";
  const facts: Array<[string, ReactNode]> = [
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
            {lacksWords(content)}
            {content.standing && `, the standing record${content.recordTag ? " there" : ""}`}
          </>,
        ]
      : ["Done", OPERATION_WORDS[content.kind].did],
    ...(ofRecord.length > 0
      ? [["Kept with that record", <OfRecord key="of" files={ofRecord} />] as [string, ReactNode]]
      : []),
    ...partFacts(content),
    ...ofProgramFacts(content),
    ...(content.spare
      ? [["As a spare", <AsSpare key="spare" content={content} />] as [string, ReactNode]]
      : []),
    [restored ? "Onto" : "With", driveWords(content.drive)],
    ...(content.was ? [["Answered before as", driveWords(content.was)] as [string, ReactNode]] : []),
    ...(restored
      ? [["The record was of", wasOf(content.previousSerial, content.drive.serial)] as [string, ReactNode]]
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
  return (
    <dl className="bg-leaf border border-hairline rounded-page grid grid-cols-[11rem_1fr] gap-y-1 p-4 text-[15px]">
      {facts.map(([term, fact]) => [
        <dt key={term} className="text-soft">
          {term}
        </dt>,
        <dd key={`${term}-fact`}>{fact}</dd>,
      ])}
    </dl>
  );
}

/** What stands beside the record that was restored, as it was kept with it. */
function OfRecord({ files }: { files: FileOfRecord[] }) {
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
