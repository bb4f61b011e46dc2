"use client";
import { useState } from "react";
import { questions, type AnswerView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { FACTS } from "@/core/question";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask as send, complain } from "@/features/live/ask";
import { Bulk } from "@/features/sheet/bulk";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { NotTold } from "@/ui/not-told";

type OfRecords = "standing" | "newest";

/** As many as come with one press. */
const NEXT = 500;
/** As many as stand side by side. */
const BESIDE = 6;

/** Where all conditions hold, and, apart from it, where that cannot be told. */
export function Answer({
  answer,
  ask,
  of,
  fileAt,
}: {
  answer: AnswerView;
  /** The question, as it stands in an address. */
  ask: string;
  of: OfRecords;
  fileAt: (format: string) => string;
}) {
  const { to } = usePlant();
  const [changing, setChanging] = useState<AnswerView["changes"][number]>();
  const yes = answer.lines.filter((each) => each.holds === "yes");
  const unknown = answer.lines.filter((each) => each.holds === "unknown");
  const beside = yes.filter((each) => each.record !== undefined).slice(0, BESIDE);
  return (
    <section aria-label="Answer" className="mt-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="text-lg" role="status">
          <strong>{answer.yes}</strong> of {counted(answer.asked, "position")}
          {answer.unknown > 0 && (
            <>
              , and <strong>{answer.unknown}</strong> where it cannot be told
            </>
          )}
          .
        </h2>
        <span className="flex flex-wrap items-center gap-2 no-print">
          {beside.length > 1 && (
            <Link
              className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
              href={to(
                `/compare?${beside.map((each) => `c=${encodeURIComponent(`${each.tag}:${each.record}`)}`).join("&")}`,
              )}
            >
              Compare {beside.length === answer.yes ? "these" : `the first ${BESIDE}`}
            </Link>
          )}
          <a
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            href={fileAt("csv")}
          >
            CSV
          </a>
          <a
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            href={fileAt("xlsx")}
          >
            Spreadsheet
          </a>
          <Offered right="draft">
            {answer.changes.map((each) => (
              <Button key={`${each.definition} ${each.code}`} rank="quiet" onClick={() => setChanging(each)}>
                Draft {each.code} at {counted(each.at, each.family)} ...
              </Button>
            ))}
          </Offered>
        </span>
      </div>
      {yes.length > 0 && (
        <Lines
          first={yes}
          total={answer.yes}
          question={{ ask, of, holds: "yes" }}
          subjects={answer.subjects}
          label="Where it holds"
        />
      )}
      {yes.length === 0 && (
        <p className="mt-3 text-soft">
          No {of === "standing" ? "standing" : "newest"} record fulfils{" "}
          {answer.subjects.length > 1 ? "all of it" : "it"}.
        </p>
      )}
      {unknown.length > 0 && (
        <>
          <h3 className="mt-6 font-semibold">
            <NotTold>Whether it holds is</NotTold>
          </h3>
          <p className="text-[14px] text-soft">
            No record of that kind, a partial one, a definition that does not say what its values mean, or an
            amount in a unit that its value is not in.
          </p>
          <Lines
            first={unknown}
            total={answer.unknown}
            question={{ ask, of, holds: "unknown" }}
            subjects={answer.subjects}
            label="Where it cannot be told"
          />
        </>
      )}
      {changing && (
        <Bulk
          family={changing.definition}
          code={changing.code}
          name={changing.name}
          positions={changing.positions}
          of={changing.at}
          onClose={() => setChanging(undefined)}
        />
      )}
    </section>
  );
}

/** One part of the answer: the first lines, and on demand those after them. */
function Lines({
  first,
  total,
  question,
  subjects,
  label,
}: {
  first: AnswerView["lines"];
  total: number;
  question: { ask: string; of: OfRecords; holds: "yes" | "unknown" };
  subjects: string[];
  label: string;
}) {
  const { plant, to } = usePlant();
  const [shown, setShown] = useState(first);
  const [busy, setBusy] = useState(false);
  // The family stands in every line anyway.
  const columns = subjects.flatMap((subject, index) =>
    subject === FACTS.family ? [] : [{ subject, index }],
  );
  const more = async (): Promise<void> => {
    setBusy(true);
    const query = { ...question, from: shown.length, count: NEXT };
    const next = await send(questions.askPlant, { params: { plant }, query });
    setBusy(false);
    if (next.ok) setShown((before) => [...before, ...next.value.lines]);
    else complain(next.trouble);
  };
  return (
    <div className="overflow-x-auto" role="region" aria-label={label} tabIndex={0}>
      <table className="w-full text-[14px] mt-2">
        <thead>
          <tr className="text-left text-[12px] text-soft border-b border-hairline">
            <th scope="col" className="font-normal py-1 pr-3">
              Position
            </th>
            <th scope="col" className="font-normal py-1 pr-3">
              Family
            </th>
            <th scope="col" className="font-normal py-1 pr-3">
              Record
            </th>
            {columns.map(({ subject, index }) => (
              <th key={index} scope="col" className="font-normal py-1 pr-3">
                {subject}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((each) => (
            <tr key={each.tag} className="border-b border-hairline align-top">
              <th scope="row" className="font-normal text-left py-1.5 pr-3">
                <Link
                  className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
                  href={to(positionPath(each.tag, each.record === undefined ? "" : `?record=${each.record}`))}
                >
                  <span className="font-mono">{each.tag}</span> {each.title}
                </Link>
              </th>
              <td className="py-1.5 pr-3">{each.family}</td>
              <td className="py-1.5 pr-3">
                {each.record ?? <span className="text-soft">none</span>}
                {each.partial && <span className="text-ochre">, partial</span>}
              </td>
              {columns.map(({ index }) => (
                <td key={index} className="py-1.5 pr-3 font-mono">
                  {each.cells[index]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length < total && (
        <Button rank="quiet" disabled={busy} onClick={() => void more()}>
          {busy
            ? "Asking ..."
            : `Show ${Math.min(NEXT, total - shown.length)} more of ${total - shown.length}`}
        </Button>
      )}
    </div>
  );
}
