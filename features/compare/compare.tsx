"use client";
import { useRouter } from "next/navigation";
import { usePlant } from "@/features/house/use-plant";
import { ArrivingSheet } from "@/features/sheet/arriving-sheet";
import type { SheetOf } from "@/features/sheet/leaf";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { viewPart } from "@/features/sheet/use-view";
import { Link } from "@/ui/link";
import { Empty, Notice } from "@/ui/notice";
import { ByMeaning, type Meaning } from "./by-meaning";
import { Choices } from "./choices";
import { DropFile, FileNotes, type FileColumn } from "./drop-file";
import { OddOnes, type OddLine } from "./odd-ones";
import { TakeIntoDraft, type RecordColumn } from "./take-into-draft";

interface Props {
  tokens: string[];
  titles: string[];
  /** What was asked for and is not there. */
  missing: string[];
  /** What stands under another parameter list than the first column, and that list. */
  otherLists: string[];
  /** Columns of another version of the list, with the codes that are left out of them. */
  otherwise: Array<{ title: string; version: string; codes: string[] }>;
  list: string | undefined;
  twins: Array<{ name: string; tags: string[] }>;
  sheet: SentSheet | undefined;
  /** Columns that are files, and what of each did not fit. */
  files: FileColumn[];
  /** By what the values mean, whatever the family; instead of the sheet. */
  meaning: Meaning | undefined;
  /** The first of the columns that is a record: what the leaf of a row is about. */
  of: SheetOf | undefined;
  /** The columns that are records. */
  records: RecordColumn[];
  /** Who stands apart among several positions. */
  odd: OddLine[];
}

/** Anything with anything: records, factory defaults, connected drives, side by side. */
export function Compare({
  tokens,
  titles,
  missing,
  otherLists,
  otherwise,
  list,
  twins,
  sheet,
  files,
  meaning,
  of,
  records,
  odd,
}: Props) {
  const { to } = usePlant();
  const router = useRouter();
  const several = titles.length > 1;
  const addressOf = (next: readonly string[], more?: string): string =>
    to(
      `/compare?${[...next.map((each) => `c=${encodeURIComponent(each)}`), more].filter(Boolean).join("&")}`,
    );
  const show = (next: string[]): void => {
    // What is shown of several stays so with one more or one less. A first other one beside one alone shows what differs.
    const view = several && next.length > 1 ? viewPart(new URLSearchParams(window.location.search)) : "";
    router.push(addressOf(next, meaning && next.length > 0 ? "by=meaning" : view));
  };
  const add = (token: string): void => {
    if (token && !tokens.includes(token)) show([...tokens, token]);
  };
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
                className="min-h-8 w-8 text-soft hover:text-ink"
                onClick={() => show(tokens.filter((_, k) => k !== i))}
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
          onBy={(by) => router.replace(addressOf(tokens, `by=${by}`))}
        />
      </div>
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
          actions={(chosen) => <TakeIntoDraft records={records} codes={chosen.map((each) => each.code)} />}
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
