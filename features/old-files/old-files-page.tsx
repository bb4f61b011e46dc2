"use client";
import { useState } from "react";
import { counted } from "@/core/words";
import { chosenFiles, droppedFiles } from "@/features/live/dropped-files";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { STANDING_WORDS, standingOf, type OldFile, type Standing } from "./old-file";
import { OldFileRow } from "./old-file-row";
import { useOldFiles } from "./use-old-files";

const TAGS = "tags-of-the-plant";
const SHOWN = 200;
/** What asks for a person stands first. */
const ORDER: Standing[] = [
  "ask",
  "failed",
  "unseen",
  "unplaced",
  "ready",
  "looking",
  "closed",
  "known",
  "left",
  "done",
];

/** Lists and backups that lie on a share become records: each looked through, placed and brought in; what no program can read is kept with its position. */
export function OldFilesPage({ position, tags }: { position: string | undefined; tags: string[] }) {
  const { all, busy, add, say, aimAt, keepReady, goOn, keepOne, stop, clear } = useOldFiles(position);
  const [over, setOver] = useState(false);
  const [shown, setShown] = useState<Standing>();
  const counts = new Map<Standing, number>();
  for (const each of all) counts.set(standingOf(each), (counts.get(standingOf(each)) ?? 0) + 1);
  const listed = all
    .filter((each) => shown === undefined || standingOf(each) === shown)
    .sort((a, b) => ORDER.indexOf(standingOf(a)) - ORDER.indexOf(standingOf(b)));
  const ready = counts.get("ready") ?? 0;
  const chooser = (label: string, folder: boolean) => (
    <label className="inline-flex items-center min-h-9 pointer-coarse:min-h-11 px-3.5 rounded-page border border-hairline bg-leaf hover:border-copper text-[15px] font-medium cursor-pointer focus-within:outline-2 focus-within:outline-copper">
      {label}
      <input
        type="file"
        multiple
        className="sr-only"
        {...(folder ? { webkitdirectory: "" } : {})}
        onChange={(event) => {
          void add(chosenFiles(event.target.files));
          event.target.value = "";
        }}
      />
    </label>
  );
  return (
    <div
      className={classes(
        "flex-1 min-h-0 overflow-auto px-6 max-sm:px-3 pt-4 pb-10",
        over && "outline-2 outline-copper -outline-offset-4",
      )}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void droppedFiles(event.dataTransfer).then(add);
      }}
    >
      <div className="max-w-5xl mx-auto space-y-4">
        <h1 className="text-xl font-semibold">Bring in old files{position && ` of ${position}`}</h1>
        <p className="max-w-prose text-soft">
          Lists of parameters as CSV, spreadsheet, JSON or device configuration file (DCF) become records of
          their positions, marked as taken from a file. None of them becomes the standing record by itself.
          Nothing is kept until you say so.
        </p>
        <div className="flex flex-wrap gap-3 items-center">
          {chooser("Choose files", false)}
          {chooser("Choose a folder", true)}
          <span className="text-soft text-[15px] max-sm:hidden">or drop them on this page</span>
          {busy && (
            <>
              <span role="status" className="text-[15px]">
                {busy.done + 1} of {busy.of} ...
              </span>
              <Button rank="quiet" onClick={stop}>
                Stop
              </Button>
            </>
          )}
        </div>
        {all.length > 0 && (
          <>
            <div className="flex flex-wrap items-center gap-2">
              <Button
                rank="primary"
                disabled={ready === 0 || busy !== undefined}
                letter="b"
                onClick={() => void keepReady()}
              >
                Bring in {counted(ready, "file")}
              </Button>
              {busy === undefined && (counts.get("unseen") ?? 0) + (counts.get("failed") ?? 0) > 0 && (
                <Button onClick={() => void goOn()}>
                  {counts.has("unseen") ? "Go on looking" : "Try again"}
                </Button>
              )}
              <div role="group" aria-label="Which are shown" className="flex flex-wrap gap-1">
                {ORDER.filter((each) => counts.has(each)).map((each) => (
                  <button
                    key={each}
                    type="button"
                    aria-pressed={shown === each}
                    className="min-h-8 pointer-coarse:min-h-11 px-2.5 rounded-page border border-transparent text-[14px] text-soft hover:text-ink aria-pressed:border-copper aria-pressed:text-ink"
                    onClick={() => setShown(shown === each ? undefined : each)}
                  >
                    {STANDING_WORDS[each]} {counts.get(each)}
                  </button>
                ))}
              </div>
              <span className="flex-1" />
              <Button rank="quiet" disabled={busy !== undefined} onClick={clear}>
                Clear the list
              </Button>
            </div>
            <datalist id={TAGS}>
              {tags.map((each) => (
                <option key={each} value={each} />
              ))}
            </datalist>
            <ul aria-label="Files" className="border border-hairline border-t-0 bg-leaf">
              {listed.slice(0, SHOWN).map((each) => (
                <OldFileRow
                  key={each.path}
                  each={each}
                  tags={TAGS}
                  onSay={(said) => say(each.path, said)}
                  onAim={(aim) => aimAt(each.path, aim)}
                  onKeepAlthough={() => void keepOne(agreed(each))}
                />
              ))}
            </ul>
            {listed.length > SHOWN && (
              <p className="text-soft">and {listed.length - SHOWN} more; narrow them above</p>
            )}
          </>
        )}
      </div>
    </div>
  );
}

const agreed = (each: OldFile): OldFile => ({ ...each, said: { ...each.said, although: true } });
