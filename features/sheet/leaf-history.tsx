"use client";
import { useMemo, useState } from "react";
import { sheets, type ParameterView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { counted } from "@/ui/counted";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { Bulk } from "./bulk";
import { StepChart } from "./step-chart";

type Held = NonNullable<ParameterView["history"]>[number];

const HOW: Record<Held["origin"], string> = {
  read: "read",
  "before-restore": "read before a restore",
  "after-restore": "read after a restore",
  "before-operation": "read before an operation",
  "after-operation": "read after an operation",
  "before-spare": "of a spare, before it was prepared",
  "after-spare": "of a spare, after it was prepared",
  file: "from a file",
  draft: "from a draft",
};

/** Every value that a parameter had at a position: as steps in time, and as a list with when, who and why. */
export function History({ tag, history }: { tag: string; history: readonly Held[] }) {
  const { to } = usePlant();
  const points = useMemo(
    () => history.flatMap(({ at, figure }) => (figure === undefined ? [] : [{ at, figure }])).reverse(),
    [history],
  );
  return (
    <section aria-label="What it was here" className="mt-3 border-t border-hairline pt-2">
      <h4 className="font-semibold">What it was here</h4>
      {points.length > 1 && <StepChart points={points} />}
      <ol>
        {history.map((each) => (
          <li key={each.from} className="py-1 border-b border-hairline">
            <p className="flex gap-2">
              <span className="flex-1 font-mono">{each.text ?? "not in the record"}</span>
              <span className="text-soft">{each.records > 1 ? counted(each.records, "record") : ""}</span>
            </p>
            <p className="text-soft text-[13px]">
              since{" "}
              <Link
                className="underline underline-offset-4"
                href={to(positionPath(tag, `?record=${each.from}`))}
              >
                record {each.from}
              </Link>
              , {moment(each.at)}, {HOW[each.origin]}, {each.byName}
            </p>
            {each.note && <p className="text-[13px] whitespace-pre-line">{each.note}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The same parameter at the other positions of the family; asked for when somebody wants to see it. */
export function Elsewhere({
  family,
  code,
  name,
  fixed,
  here,
  value,
}: {
  family: string;
  code: string;
  name: string;
  /** Nothing ever writes it. */
  fixed: boolean;
  here: string | undefined;
  /** What is held here. */
  value: string | undefined;
}) {
  const { plant, to } = usePlant();
  const [open, setOpen] = useState(false);
  const asked = useAsked(
    sheets.showElsewhere,
    { params: { plant, definition: family }, query: { code } },
    { enabled: open },
  );
  const [drafting, setDrafting] = useState(false);
  const others = asked?.ok ? asked.value.filter((each) => each.tag !== here) : [];
  return (
    <section aria-label="At other positions" className="mt-3 border-t border-hairline pt-2">
      {!open && <Button onClick={() => setOpen(true)}>At other positions</Button>}
      {open && <h4 className="font-semibold">At other positions</h4>}
      {asked && !asked.ok && <p className="text-ochre">{asked.trouble.text}</p>}
      {asked?.ok && others.length === 0 && (
        <p className="text-soft">No other position has a record of this family.</p>
      )}
      {asked?.ok && asked.value.length > 0 && !fixed && (
        <Offered right="draft">
          <Button rank="quiet" className="-ml-3.5" onClick={() => setDrafting(true)}>
            Draft a change at several ...
          </Button>
          {drafting && (
            <Bulk
              family={family}
              code={code}
              name={name}
              positions={asked.value.map(({ tag, title, text }) => ({ tag, title, text }))}
              onClose={() => setDrafting(false)}
            />
          )}
        </Offered>
      )}
      <ul>
        {others.map((each) => (
          <li key={each.tag} className="flex gap-2 py-0.5">
            <Link
              className="font-mono underline underline-offset-4 shrink-0"
              title={each.title}
              href={to(positionPath(each.tag, `?record=${each.record}`))}
            >
              {each.tag}
            </Link>
            <span
              className={classes(
                "flex-1 font-mono text-right",
                value !== undefined && each.text !== value ? "text-ink" : "text-soft",
              )}
            >
              {each.text ?? "not in the record"}
            </span>
            <span className="w-24 text-soft text-[13px]">
              {value !== undefined && each.text !== undefined && each.text !== value ? "otherwise" : ""}
              {each.standing ? "" : " not standing"}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
