"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { OUTCOME_TITLES, OUTCOMES } from "@/core/carry-over";
import { carry, type CarryLineView, type CarryView, type PlateWords } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { CarryRow } from "./carry-row";
import { TargetChoice } from "./target-choice";
import { useDecisions, type Decisions } from "./use-decisions";

interface Props {
  tag: string;
  record: number;
  /** How many of its drive's parameters the record lacks. */
  lacks: number;
  /** The drive that it is carried over to, once it was chosen. */
  to: PlateWords | undefined;
  view: CarryView | undefined;
  /** Why it cannot be worked out. */
  trouble: { text: string; remedy: string } | undefined;
}

/** A record carried over to another drive: what was, what it becomes, line by line; what asks a person first; it ends in a draft. */
export function CarryPage({ tag, record, lacks, to: target, view, trouble }: Props) {
  const { to } = usePlant();
  return (
    <div className="flex flex-col flex-1 min-h-0 overflow-auto">
      <div className="px-6 max-sm:px-3 py-4 max-w-6xl w-full mx-auto space-y-3 pb-28">
        <h1 className="text-xl font-semibold">
          <Link
            className="font-mono hover:underline underline-offset-4"
            href={to(positionPath(tag, `?record=${record}`))}
          >
            {tag}
          </Link>
          : carry record {record} over
        </h1>
        {lacks > 0 && (
          <Notice kind="caution" title={`Record ${record} is partial.`}>
            {counted(lacks, "parameter is", "parameters are")} not in it, and will not be in what it becomes.
          </Notice>
        )}
        <TargetChoice tag={tag} record={record} chosen={target} />
        {trouble && (
          <Notice kind="caution" title={trouble.text}>
            {trouble.remedy}
          </Notice>
        )}
        {view && target && <Account key={view.seal} tag={tag} record={record} target={target} view={view} />}
      </div>
    </div>
  );
}

function Account({
  tag,
  record,
  target,
  view,
}: {
  tag: string;
  record: number;
  target: PlateWords;
  view: CarryView;
}) {
  const decisions = useDecisions(view.seal);
  const asking = view.lines.filter((each) => each.asks);
  const others = view.lines.filter((each) => !each.asks);
  return (
    <>
      <p className="text-[15px]">
        {view.from} <span className="text-copper">→</span> {view.to}.{" "}
        <span className="text-soft">
          {counted(view.lines.length, "line")}: {asking.length} ask you, {others.length} do not.
        </span>
      </p>
      {view.by === "quantities" && (
        <Notice kind="caution" title="Nobody has mapped these two families.">
          They are carried over by what both say of their common quantities, and every line of it asks you.
          What else the parameters do may differ.
        </Notice>
      )}
      <h2 className="text-lg font-semibold pt-2">What asks you</h2>
      {asking.length === 0 && <p className="text-soft">Nothing: every value fits as it is.</p>}
      {OUTCOMES.map((outcome) => (
        <Group
          key={outcome}
          title={OUTCOME_TITLES[outcome]}
          lines={asking.filter((each) => each.outcome === outcome)}
          decisions={decisions}
        />
      ))}
      <h2 className="text-lg font-semibold pt-4">What does not</h2>
      {OUTCOMES.map((outcome) => {
        const lines = others.filter((each) => each.outcome === outcome);
        if (lines.length === 0) return null;
        return (
          <details key={outcome} className="bg-leaf border border-hairline rounded-page">
            <summary className="cursor-pointer px-4 py-2 min-h-9 pointer-coarse:min-h-11">
              {OUTCOME_TITLES[outcome]} <span className="text-soft">{lines.length}</span>
            </summary>
            <ul className="border-t border-hairline">
              {lines.map((line) => (
                <CarryRow key={line.id} line={line} said={undefined} onSay={() => undefined} />
              ))}
            </ul>
          </details>
        );
      })}
      <Foot tag={tag} record={record} target={target} view={view} asking={asking} decisions={decisions} />
    </>
  );
}

/** Lines with one outcome that ask. What needs no more than a look can be looked at in one go. */
function Group({ title, lines, decisions }: { title: string; lines: CarryLineView[]; decisions: Decisions }) {
  if (lines.length === 0) return null;
  const open = lines.filter((each) => !decisions.said.has(each.id));
  const looks = open.filter((each) => each.asks === "look");
  return (
    <section aria-label={title} className="bg-leaf border border-hairline rounded-page">
      <div className="flex flex-wrap items-center gap-x-4 px-4 py-2 border-b border-hairline">
        <h3 className="font-semibold flex-1">
          {title}{" "}
          <span className="text-soft font-normal">
            {lines.length}, {open.length} open
          </span>
        </h3>
        {looks.length > 0 && (
          <Button onClick={() => decisions.say(looks, { choose: "offered" })}>
            Looked at {looks.length === 1 ? "it" : `all ${looks.length}`}: take as offered
          </Button>
        )}
      </div>
      <ul>
        {lines.map((line) => (
          <CarryRow
            key={line.id}
            line={line}
            said={decisions.said.get(line.id)}
            onSay={(said) => decisions.say([line], said)}
          />
        ))}
      </ul>
    </section>
  );
}

function Foot({
  tag,
  record,
  target,
  view,
  asking,
  decisions,
}: {
  tag: string;
  record: number;
  target: PlateWords;
  view: CarryView;
  asking: CarryLineView[];
  decisions: Decisions;
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const mayDraft = useMay("draft");
  const [title, setTitle] = useState(`Record ${record} for ${target.rating}`);
  const [busy, setBusy] = useState(false);
  const said = asking.filter((each) => decisions.said.has(each.id));
  const make = async (): Promise<void> => {
    setBusy(true);
    const begun = await act(carry.beginCarried, {
      params: { plant, tag },
      body: {
        record,
        to: target,
        seal: view.seal,
        title,
        decisions: said.map(({ id }) => {
          const { choose, typed } = decisions.said.get(id)!;
          return {
            id,
            choose,
            ...(typed ? { typed: Object.entries(typed).map(([code, text]) => ({ code, text })) } : {}),
          };
        }),
      },
    });
    setBusy(false);
    if (begun) router.push(to(`/drafts/${begun.value.id}`));
  };
  if (!mayDraft)
    return <p className="text-soft">A draft is made by a technician, an engineer or an administrator.</p>;
  const open = asking.length - said.length;
  return (
    <form
      className="contents"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <div className="w-96 max-w-full pt-3 no-print">
        <Field
          label="What the draft is called"
          value={title}
          required
          minLength={2}
          maxLength={80}
          onChange={({ target: { value } }) => setTitle(value)}
        />
      </div>
      <div className="sticky bottom-0 bg-paper border border-hairline rounded-page px-4 py-2 flex gap-3 items-center no-print">
        <p role="status" className="flex-1">
          {open === 0
            ? "Nothing is open any more."
            : `${said.length} of ${asking.length} decided or looked at; ${open} open.`}
        </p>
        <Button type="submit" rank="primary" disabled={open > 0 || busy}>
          Make the draft
        </Button>
      </div>
    </form>
  );
}
