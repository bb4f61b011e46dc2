"use client";
import type { RehearsalContent } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { LEFT_OUT, RESULT_WORDS, type LeftOutReason, type ParameterResult } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { duration, moment } from "@/ui/when";

export interface RehearsedRow {
  code: string;
  name: string;
  from: string;
  to: string;
  readBack: string;
  verdict: ParameterResult["verdict"];
  said: string | undefined;
}

interface Props {
  id: number;
  at: number;
  byName: string;
  content: RehearsalContent;
  rows: RehearsedRow[];
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
        {not.length > 0 && <Rows title="What would not come out as planned" rows={not} />}
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
            <Rows title="Would be written and read back" rows={fine} />
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

function Rows({ title, rows }: { title: string; rows: readonly RehearsedRow[] }) {
  return (
    <div className="mt-2 overflow-x-auto" tabIndex={0} role="group" aria-label={title}>
      <table className="w-full text-[14px] bg-leaf border border-hairline" aria-label={title}>
        <thead>
          <tr className="text-left text-soft text-[13px]">
            <th className="font-normal pl-3 py-1 w-28">Code</th>
            <th className="font-normal">Parameter</th>
            <th className="font-normal">Before</th>
            <th className="font-normal">Written</th>
            <th className="font-normal">Read back</th>
            <th className="font-normal w-40">Outcome</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.code} className="border-t border-hairline align-top">
              <td className="font-mono pl-3 py-1">{row.code}</td>
              <td className="py-1">{row.name}</td>
              <td className="font-mono py-1">{row.from}</td>
              <td className="font-mono py-1">{row.to}</td>
              <td className="font-mono py-1">{row.readBack}</td>
              <td className={classes("py-1", row.verdict !== "verified" && "text-ochre font-semibold")}>
                {row.verdict === "verified" ? "as planned" : RESULT_WORDS[row.verdict]}
                {row.said && <span className="block font-normal text-soft">{row.said}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
