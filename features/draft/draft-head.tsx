"use client";
import { addressOf, carry, papers } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { PaperLinks } from "@/features/house/paper-links";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { hereAt } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { RehearseButton } from "@/features/rehearsal/rehearse-button";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";

export interface DraftWords {
  id: number;
  tag: string;
  title: string;
  byName: string;
  at: number;
  /** The record that it stands on; undefined where it stands on a factory default. */
  record: number | undefined;
  /** That record lacks some of the drive's parameters. */
  partial: boolean;
  /** Whose parameters they are: rating and serial number, as far as known. */
  drive: string;
  firmware: string;
  axes: number | undefined;
  /** A newer record that it can be brought up to date with. */
  newer: number | undefined;
  /** Another version of its family's parameter list that holds by now, and what of the draft does not fit there. */
  list: { from: string; version: string; faults: string[] } | undefined;
  closed: boolean;
  /** Nothing is installed at its position any more. */
  retired: boolean;
  enteredAs: number | undefined;
  /** The record it was carried over from, and of what, where it was. */
  carried: { record: number; from: string } | undefined;
}

/** What a draft is of, and what can be done with it as a whole. */
export function DraftHead({
  draft,
  changes,
  may,
  onTakeBack,
  onOpen,
}: {
  draft: DraftWords;
  changes: number;
  may: boolean;
  onTakeBack: (what: "undo" | "redo") => void;
  onOpen: (what: "enter" | "give-up" | "several" | "merge") => void;
}) {
  const { plant, to } = usePlant();
  const mayRestore = useMay("restore");
  const account = (format: "csv" | "pdf"): string =>
    addressOf(carry.carryAccountFile, { params: { plant, draft: draft.id, format } });
  const here = hereAt(useLive(), draft.tag);
  return (
    <div className="px-5 py-3 border-b border-hairline">
      <h1 className="text-lg font-semibold">{draft.title}</h1>
      <p className="text-soft text-[14px]">
        A draft for{" "}
        <Link className="underline underline-offset-4" href={to(positionPath(draft.tag))}>
          {draft.tag}
        </Link>
        ,{" "}
        {draft.record === undefined
          ? `from a type plate: ${draft.drive}, firmware ${draft.firmware || "not known yet"}`
          : `from record ${draft.record}${draft.partial ? ", a partial one" : ""}`}
        . {draft.byName}, {moment(draft.at)}.{" "}
        {draft.closed ? closedWords(draft.enteredAs) : "It is in no drive."}
      </p>
      <p className="text-[14px] no-print">
        <Link
          className="underline underline-offset-4"
          href={to(`/compare?c=draft:${draft.id}&c=${encodeURIComponent(draft.tag)}:standing`)}
        >
          Compare with the standing record
        </Link>
        {draft.carried && (
          <>
            {" · "}Carried over from record {draft.carried.record} ({draft.carried.from}): a line for every
            parameter as{" "}
            <a className="underline underline-offset-4" href={account("pdf")}>
              PDF
            </a>{" "}
            or{" "}
            <a className="underline underline-offset-4" href={account("csv")}>
              CSV
            </a>
          </>
        )}
        {may && (
          <>
            {" · "}
            <Link className="underline underline-offset-4" href={to(`/drafts/${draft.id}/start`)}>
              Starting questions
            </Link>
          </>
        )}
      </p>
      {may && draft.retired && (
        <div className="mt-2">
          <Notice kind="caution" title={`${draft.tag} is retired: no drive is installed there any more.`}>
            No record can be made of this draft. Bring the position back first, or take its values into a
            draft of another one.
          </Notice>
        </div>
      )}
      {may && draft.newer !== undefined && (
        <div className="mt-2">
          <Notice
            kind="caution"
            title={
              draft.record === undefined
                ? `Such a drive was read since: record ${draft.newer} says what the type plate does not.`
                : `Record ${draft.newer} is newer than the one it stands on.`
            }
          >
            <Button className="mt-1" onClick={() => onOpen("merge")}>
              Bring it up to date ...
            </Button>
          </Notice>
        </div>
      )}
      {may && draft.list && (
        <div className="mt-2">
          <Notice
            kind="caution"
            title={`Version ${draft.list.version} of its family's parameter list holds by now; the draft is made under ${draft.list.from}.`}
          >
            Ranges and names here are those of {draft.list.from}.{" "}
            {draft.list.faults.length > 0
              ? `What does not fit the other: ${draft.list.faults.join(" ")}`
              : "All that it changes is allowed there too."}
          </Notice>
        </div>
      )}
      {may && (
        <div className="flex flex-wrap gap-2 mt-2 no-print">
          <Button letter="u" onClick={() => onTakeBack("undo")}>
            Take back
          </Button>
          <Button letter="y" onClick={() => onTakeBack("redo")}>
            Do again
          </Button>
          <Button letter="s" onClick={() => onOpen("several")}>
            Several at once ...
          </Button>
          <Button
            rank="primary"
            disabled={draft.retired || (changes === 0 && draft.record !== undefined)}
            onClick={() => onOpen("enter")}
          >
            Enter as a record ...
          </Button>
          {here && mayRestore && (
            <Button disabled={draft.retired || changes === 0} letter="w" onClick={() => onOpen("enter")}>
              Write it to {here.identity?.serial ?? "the drive"} ...
            </Button>
          )}
          <RehearseButton tag={draft.tag} what={{ draft: draft.id }}>
            Rehearse it
          </RehearseButton>
          <Button rank="quiet" onClick={() => onOpen("give-up")}>
            Give up
          </Button>
          <span className="self-center">
            <PaperLinks
              href={addressOf(papers.draftPaper, { params: { plant, draft: draft.id } })}
              subject={`${draft.tag}, draft “${draft.title}”`}
            />
          </span>
        </div>
      )}
    </div>
  );
}

const closedWords = (enteredAs: number | undefined): string =>
  enteredAs === undefined ? "It was given up." : `It was entered as record ${enteredAs}.`;
