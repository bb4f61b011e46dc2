"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { DRIVE_EVENT_WORDS, drives, type DriveEventKind, type FileView } from "@/core/contract";
import { WHEREABOUTS_WORDS, type Whereabouts } from "@/core/plant";
import { positionPath } from "@/core/plant/position-path";
import { Files } from "@/features/files/files";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useRefresh } from "@/features/live/use-refresh";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { MoveForm, NoteForm } from "./drive-forms";

export interface KnownDrive {
  definition: string;
  serial: string;
  family: string;
  rating: string;
  supply: string;
  firmware: string;
  powerPart: string;
  whereabouts: Whereabouts;
  tag: string | undefined;
  place: string;
}

interface Props {
  drive: KnownDrive;
  life: Array<{
    at: number;
    kind: DriveEventKind | "record" | "receipt";
    text: string;
    byName: string;
    href: string | undefined;
  }>;
  files: FileView[];
  /** Positions whose standing record is of its family and rating. */
  couldReplace: Array<{ tag: string; title: string }>;
  /** For which position it was prepared on the workbench. */
  prepared: { tag: string; record: number; at: number; stale: boolean; also: string[] } | undefined;
}

const WHERE_WORDS = {
  ...WHEREABOUTS_WORDS,
  removed: "taken out; nobody has said yet whether it is a spare or scrap",
};

/** The life of one drive, by its serial number: where it is, what happened to it, what it could replace. */
export function DriveLife({ drive, life, files, couldReplace, prepared }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [open, setOpen] = useState<"note" | "move">();
  useRefresh();
  const params = { plant, definition: drive.definition, serial: drive.serial };
  const done = (words: string): void => {
    toast.success(words);
    setOpen(undefined);
    router.refresh();
  };
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-5xl w-full mx-auto">
      <div className="flex flex-wrap items-start gap-3 mb-3">
        <div className="flex-1 min-w-64">
          <h1 className="text-xl font-semibold">
            Drive <span className="font-mono">{drive.serial}</span>
          </h1>
          <p>
            {drive.family} {drive.rating || <span className="text-ochre">rating not told</span>}
            <span className="text-soft">
              {drive.supply && `, ${drive.supply}`}
              {drive.firmware && `, firmware ${drive.firmware}`}
              {drive.powerPart && `, power part ${drive.powerPart}`}
            </span>
          </p>
          <p>
            {drive.tag ? (
              <>
                Fitted at{" "}
                <Link className="font-mono underline underline-offset-4" href={to(positionPath(drive.tag))}>
                  {drive.tag}
                </Link>
              </>
            ) : (
              <span className={drive.whereabouts === "store" ? "" : "text-ochre"}>
                It is {WHERE_WORDS[drive.whereabouts]}
              </span>
            )}
            {drive.place && `: ${drive.place}`}
          </p>
          {prepared && (
            <p className={prepared.stale ? "text-ochre" : ""}>
              Prepared for{" "}
              <Link className="font-mono underline underline-offset-4" href={to(positionPath(prepared.tag))}>
                {prepared.tag}
              </Link>{" "}
              with record {prepared.record}, {moment(prepared.at)}
              {prepared.stale ? ": that record stands no more, prepare it anew." : "."}{" "}
              {prepared.also.length > 0 &&
                `It would do for ${prepared.also.join(", ")} as well, once what belongs to their place is restored onto it. `}
              <Link
                className="underline underline-offset-4 no-print"
                href={to(
                  `/drives/${encodeURIComponent(drive.definition)}/${encodeURIComponent(drive.serial)}/label`,
                )}
              >
                Its label
              </Link>
            </p>
          )}
          {drive.whereabouts === "store" && (
            <p className="text-[15px] text-soft">
              {couldReplace.length === 0
                ? "No position has a standing record of its family and rating."
                : "It could replace the drive of "}
              {couldReplace.slice(0, 12).map((each, i) => (
                <span key={each.tag}>
                  {i > 0 && ", "}
                  <Link
                    className="font-mono underline underline-offset-4"
                    title={each.title}
                    href={to(positionPath(each.tag))}
                  >
                    {each.tag}
                  </Link>
                </span>
              ))}
              {couldReplace.length > 12 && ` and ${couldReplace.length - 12} more`}
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-2 no-print">
          <Offered right="annotate">
            <Button onClick={() => setOpen("note")}>Write down what happened</Button>
          </Offered>
          <Offered right="arrange">
            <Button onClick={() => setOpen("move")}>Say where it is</Button>
          </Offered>
        </div>
      </div>
      <div className="grid lg:grid-cols-[1fr_20rem] gap-4 items-start">
        <ol aria-label="Its life" className="bg-leaf border border-hairline">
          {life.map((each, i) => (
            <li
              key={i}
              className="flex gap-3 border-t border-hairline first:border-t-0 min-h-10 items-baseline"
            >
              <span className="margin-rule w-40 shrink-0 pl-3 py-1.5 text-soft text-[14px]">
                {moment(each.at)}
              </span>
              <span className="flex-1 min-w-0 py-1.5">
                {each.kind !== "record" && each.kind !== "receipt" && (
                  <strong className="font-semibold">{DRIVE_EVENT_WORDS[each.kind]}. </strong>
                )}
                {each.href ? (
                  <Link className="hover:underline underline-offset-4 decoration-copper" href={to(each.href)}>
                    {each.text}
                  </Link>
                ) : (
                  each.text
                )}
              </span>
              <span className="text-soft pr-3 whitespace-nowrap max-sm:hidden">{each.byName}</span>
            </li>
          ))}
          {life.length === 0 && <li className="px-4 py-3 text-soft">What happens to it will stand here.</li>}
        </ol>
        <div className="bg-leaf border border-hairline border-b-0">
          <Files
            files={files}
            owner={{ definition: drive.definition, serial: drive.serial }}
            words={`drive ${drive.serial}`}
          />
        </div>
      </div>
      <Dialog open={open === "note"} title="What happened to it" onClose={() => setOpen(undefined)}>
        <NoteForm
          onSend={(kind, text) =>
            void act(drives.noteOnDrive, { params, body: { kind, text } }).then(
              (answer) => answer && done("It is written down."),
            )
          }
        />
      </Dialog>
      <Dialog open={open === "move"} title="Where it is" onClose={() => setOpen(undefined)}>
        <MoveForm
          tag={drive.tag}
          onSend={(body) =>
            void act(drives.moveDrive, { params, body }).then(
              (answer) => answer && done("It is written down."),
            )
          }
        />
      </Dialog>
    </div>
  );
}
