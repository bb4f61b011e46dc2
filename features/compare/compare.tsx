"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect } from "react";
import type { SheetRow } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { useSettled } from "@/features/live/query";
import { ArrivingSheet } from "@/features/sheet/arriving-sheet";
import { viewPart } from "@/features/sheet/use-view";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Empty, Notice } from "@/ui/notice";
import { ByMeaning } from "./by-meaning";
import { Choices } from "./choices";
import { DropFile, FileNotes } from "./drop-file";
import { OddOnes } from "./odd-ones";
import { TakeIntoDraft } from "./take-into-draft";
import { useCompared, type SideBySide } from "./use-compared";

interface Props extends SideBySide {
  twins: Array<{ name: string; tags: string[] }>;
}

/** One notices that something is awaited only when it takes so long. */
const NOTICED_MS = 300;

/** Anything with anything: records, factory defaults, connected drives, side by side. */
export function Compare({ twins, ...brought }: Props) {
  const { to } = usePlant();
  const router = useRouter();
  const { shown, asked, awaited, turned, trouble, again, go } = useCompared(brought);
  const { tokens, titles, missing, list, otherLists, otherwise, of, records, files, odd } = shown.words;
  const { sheet, meaning } = shown;
  // The sheet is drawn again when it is another one, not when something is chosen beside it.
  const actions = useCallback(
    (chosen: readonly SheetRow[]) => (
      <TakeIntoDraft records={records} codes={chosen.map((each) => each.code)} />
    ),
    [records],
  );
  const late = useSettled(awaited, NOTICED_MS) && awaited;
  const several = titles.length > 1;
  const addressOf = (next: readonly string[], more?: string): string =>
    to(
      `/compare?${[...next.map((each) => `c=${encodeURIComponent(each)}`), more].filter(Boolean).join("&")}`,
    );
  const show = (next: readonly string[]): void => {
    // What is shown of several stays so with one more or one less. A first other one beside one alone shows what differs.
    const view = several && next.length > 1 ? viewPart(new URLSearchParams(window.location.search)) : "";
    if (meaning || next.length === 0)
      return router.push(addressOf(next, meaning && next.length > 0 ? "by=meaning" : ""), { scroll: false });
    go(next, addressOf(next, view));
  };
  // Who adds two, one right after the other, means both.
  const last = awaited ? asked : tokens;
  const add = (token: string): void => {
    if (token && !last.includes(token)) show([...last, token]);
  };
  // By code they cannot stand side by side: the page that says so by itself shows what they mean.
  useEffect(() => {
    if (turned) router.refresh();
  }, [turned, router]);
  return (
    <DropFile className="flex flex-col flex-1 min-h-0 bg-leaf" onToken={add}>
      <div className="px-5 py-3 border-b border-hairline flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-lg font-semibold">Compare</h1>
        <ul className="flex flex-wrap gap-2">
          {titles.map((title, i) => (
            <li
              key={tokens[i]}
              className="flex items-center border border-hairline rounded-page pl-3 text-[14px]"
            >
              {title}
              <button
                type="button"
                aria-label={`Take ${title} away`}
                className="min-h-8 w-8 pointer-coarse:min-h-11 pointer-coarse:w-11 text-soft hover:text-ink"
                onClick={() => show(last.filter((each) => each !== tokens[i]))}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        <Choices
          tokens={tokens}
          twins={twins}
          byMeaning={meaning !== undefined}
          onAdd={add}
          onShow={show}
          onBy={(by) => router.replace(addressOf(tokens, `by=${by}`), { scroll: false })}
        />
        {late && (
          <p role="status" className="text-soft text-[14px]">
            Fetching what stands side by side ...
          </p>
        )}
      </div>
      {trouble && (
        <div className="px-5 pt-3">
          <Notice kind="caution" title={`Not shown: ${asked.join(", ")}. ${trouble.text}`}>
            <p>{trouble.remedy} Below is what stood here before.</p>
            <Button onClick={again}>Try again</Button>
          </Notice>
        </div>
      )}
      {missing.length > 0 && (
        <div className="px-5 pt-3">
          <Notice kind="caution" title={`Not shown: ${missing.join(", ")}.`}>
            There is no such record, the drive is not connected or not read, or the file was forgotten: drop
            it here again.
          </Notice>
        </div>
      )}
      <FileNotes files={files} />
      {otherLists.length > 0 && !meaning && (
        <div className="px-5 pt-3">
          <Notice kind="caution" title={`Not beside the first: ${otherLists.join("; ")}.`}>
            The first column is of {list}. By their codes two parameter lists cannot stand side by side.{" "}
            <Link className="underline underline-offset-4" href={addressOf(tokens, "by=meaning")}>
              Compare them by what they mean
            </Link>
          </Notice>
        </div>
      )}
      {otherwise.map(({ title, version, codes }) => (
        <div key={title} className="px-5 pt-3">
          <Notice kind="caution" title={`Left empty in ${title}: ${codes.join(", ")}.`}>
            It was made under version {version} of the definition, in which these meant something else.
          </Notice>
        </div>
      ))}
      <OddOnes lines={odd} />
      {meaning && <ByMeaning key={tokens.join()} {...meaning} />}
      {!meaning && sheet && (
        <ArrivingSheet
          // One more column is another column of the same sheet: what was looked for in it stays.
          key={several ? "several" : "one"}
          sent={sheet}
          columns={tokens.join()}
          start={several ? "differences" : "all"}
          place=""
          of={of}
          actions={actions}
        />
      )}
      {!meaning && !sheet && (
        <Empty title="What you compare will stand here, side by side.">
          Add records of one or several positions, a factory default, or a connected drive; or drop a file
          with a drive’s values here.
        </Empty>
      )}
    </DropFile>
  );
}
