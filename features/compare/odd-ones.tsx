"use client";
import { useState } from "react";
import type { ComparedWords } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";

/** As many as one takes in at a glance. */
const FIRST = 3;

/** Among machines that ought to be alike: who stands apart, in what, and since when. What was changed last comes first. */
export function OddOnes({ lines }: { lines: ComparedWords["odd"] }) {
  const { to } = usePlant();
  const [all, setAll] = useState(false);
  if (lines.length === 0) return null;
  return (
    <section aria-label="Who stands apart" className="px-5 py-2 border-b border-hairline text-[15px]">
      <ol>
        {(all ? lines : lines.slice(0, FIRST)).map(({ code, name, who, value, others, count, since }) => (
          <li key={code} className="py-0.5">
            <span className="font-mono">{code}</span> {name}: <strong>{nameList(who)}</strong>{" "}
            {who.length === 1 ? "alone has" : "have"} <span className="font-mono">{value}</span>,{" "}
            {othersWords(count)} <span className="font-mono">{others}</span>.{" "}
            {since && (
              <span className="text-soft">
                Since{" "}
                <Link
                  className="underline underline-offset-4"
                  href={to(positionPath(since.tag, `?record=${since.record}`))}
                >
                  record {since.record}
                </Link>
                , {day(since.at)}, {since.byName}
                {since.note ? <>: {since.note}</> : "."}
              </span>
            )}
            {!since && <span className="text-soft">So in its oldest record already.</span>}
          </li>
        ))}
      </ol>
      {lines.length > FIRST && (
        <Button rank="quiet" className="-ml-[15px] !min-h-8 !text-[14px]" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${lines.length - FIRST} more in which somebody stands apart`}
        </Button>
      )}
    </section>
  );
}

/** Example: "KL-04", "KL-04 and KL-05". */
const nameList = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;

const NUMBERS = ["", "", "two", "three", "four", "five", "six", "seven"];
const othersWords = (count: number): string => `the other ${NUMBERS[count] ?? count}`;
