"use client";
import type { RehearsalContent } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { LEFT_OUT, type LeftOutReason } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { OutcomeTable, type OutcomeRow } from "@/features/restore/outcome-table";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { duration, moment } from "@/ui/when";

interface Props {
  id: number;
  at: number;
  byName: string;
  content: RehearsalContent;
  rows: OutcomeRow[];
  also: Array<{ code: string; name: string; from: string; to: string }>;
  leftOut: Array<{ code: string; name: string; reason: LeftOutReason }>;
}

/** What came of a rehearsal. It is framed as what it is: a stand-in was written, no drive. */
export function Rehearsal({ id, at, byName, content, rows, also, leftOut }: Props) {
  const { to } = usePlant();
  const not = rows.filter((each) => each.verdict !== "verified");
  const fine = rows.filter((each) => each.verdict === "verified");
  return (
    <div className="px-6 max-sm:px-3 py-6 max-w-5xl w-full mx-auto print-flow">
      <div className="border-2 border-dashed border-ochre rounded-page p-4">
        <p className="text-ochre font-semibold">
          A rehearsal: a stand-in in the program&apos;s memory was written, no drive.
        </p>
        <div className="flex flex-wrap items-start justify-between gap-3 mt-1">
          <h1 className="text-2xl font-semibold">
            Rehearsal {id}: {heading(content, not.length)}
          </h1>
          <span className="no-print">
            <Button onClick={() => window.print()}>Print</Button>
          </span>
        </div>
        <p className="text-soft">
          {byName}, {moment(at)}. The stand-in refuses what its definition says that it refuses; a drive may
          refuse more.
        </p>
        <dl className="mt-3 grid sm:grid-cols-[12rem_1fr] gap-y-1 text-[15px]">
          {facts(content).map(([term, fact]) => [
            <dt key={term} className="text-soft">
              {term}
            </dt>,
            <dd key={`${term}-fact`}>{fact}</dd>,
          ])}
        </dl>
        <p className="mt-2">
          <Link className="underline underline-offset-4" href={to(positionPath(content.tag, "/restore"))}>
            Restore at {content.tag}
          </Link>
        </p>
        {content.trouble && (
          <p className="mt-2 text-ochre">It came to an end before it was done: {content.trouble}</p>
        )}
        {not.length > 0 && <OutcomeTable title="What would not come out as planned" rows={not} rehearsed />}
        {also.length > 0 && (
          <section className="mt-4">
            <h2 className="font-semibold">Would change without being foreseen</h2>
            <ul className="text-[15px]">
              {also.map((each) => (
                <li key={each.code}>
                  <span className="font-mono">{each.code}</span> {each.name}: {each.from} → {each.to}
                </li>
              ))}
            </ul>
          </section>
        )}
        {fine.length > 0 && (
          <details className="mt-4" open={not.length === 0}>
            <summary className="cursor-pointer min-h-8 font-semibold">
              {fine.length} would be written and read back
            </summary>
            <OutcomeTable title="Would be written and read back" rows={fine} rehearsed />
          </details>
        )}
        {leftOut.length > 0 && (
          <details className="mt-4">
            <summary className="cursor-pointer min-h-8 font-semibold">{leftOut.length} left out</summary>
            <ul className="text-[15px]">
              {leftOut.map((each) => (
                <li key={each.code}>
                  <span className="font-mono">{each.code}</span> {each.name}: {LEFT_OUT[each.reason]}
                </li>
              ))}
            </ul>
          </details>
        )}
      </div>
    </div>
  );
}

function heading({ verified, results, trouble }: RehearsalContent, not: number): string {
  if (trouble) return "would come to an end before it is done";
  if (verified) return results.length === 0 ? "nothing to write" : "would come out as planned";
  return not > 0 ? `${not} of ${results.length} would not come out as planned` : "would not be verified";
}

/** To a tenth of a second while that matters. */
const seconds = (ms: number): string => (ms < 20_000 ? `${(ms / 1000).toFixed(1)} s` : duration(ms));

const WAIT_WORDS: Partial<Record<RehearsalContent["waits"][number], string>> = {
  permission: "give the write permission at the keypad",
  motor: "stop the motor",
  power: "switch it off and on",
};

function facts(content: RehearsalContent): Array<[string, string]> {
  const { drive, ms } = content;
  const put =
    content.draft === undefined
      ? `record ${content.record}${content.recordTag ? ` of ${content.recordTag}` : ""}`
      : `the draft “${content.draftTitle}”`;
  const hands = content.waits.flatMap((each) => WAIT_WORDS[each] ?? []);
  const total = ms.read + ms.write + ms.lookAgain + ms.permanent + ms.verify;
  return [
    ["Put onto it", put],
    [
      "Made after",
      `${drive.vendor} ${drive.ratingName}, firmware ${drive.firmware}, ${content.madeOf === "read" ? `drive ${drive.serial} as it was read` : "one like it straight from the factory"}`,
    ],
    ["Over", content.way],
    ["Already so", `${content.equal}`],
    ["Hands at the machine", hands.length > 0 ? hands.join(", ") : "none are needed"],
    [
      "How long",
      content.paceTold
        ? `${seconds(total)}: read ${seconds(ms.read)}, write ${seconds(ms.write)}, read again ${seconds(ms.lookAgain)}, make permanent ${seconds(ms.permanent)}, prove ${seconds(ms.verify)}`
        : "not told: nobody has read a drive whole on this link yet, and how quick its bus is follows from no setting",
    ],
  ];
}
