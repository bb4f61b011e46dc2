"use client";
import { useMemo } from "react";
import type { ParameterView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
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
