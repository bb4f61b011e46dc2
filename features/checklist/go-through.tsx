"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  asksValue,
  CHECKLIST_TITLES,
  leftOut,
  whyNotSigned,
  type Checklist,
  type Signed,
  type Tick,
} from "@/core/checklist";
import { checklists } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { moment } from "@/ui/when";

export interface SignedView {
  which: Signed;
  ticks: Tick[];
  why: string;
  at: number;
  byName: string;
}

/** One of a position's lists on a receipt: gone through line by line and signed by name; what was left out stays in sight. */
export function GoThrough({
  receipt,
  which,
  lines,
  signed,
}: {
  receipt: number;
  which: Checklist;
  lines: string[];
  signed: SignedView[];
}) {
  if (lines.length === 0 && signed.length === 0) return null;
  return (
    <section
      aria-label={CHECKLIST_TITLES[which]}
      className="mb-4 bg-leaf border border-hairline rounded-page p-4 text-[15px]"
    >
      <h2 className="font-semibold">
        {CHECKLIST_TITLES[which]}
        {signed.length === 0 && <span className="text-ochre font-normal">: nobody has gone through it</span>}
      </h2>
      {signed.map((each) => (
        <Signed key={each.at} signed={each} />
      ))}
      {signed.length === 0 && (
        <Offered right="restore">
          {/* Another list is gone through from its beginning. */}
          <Open key={lines.join("\n")} receipt={receipt} which={which} lines={lines} />
        </Offered>
      )}
    </section>
  );
}

function Signed({ signed: { ticks, why, at, byName } }: { signed: SignedView }) {
  const left = leftOut(ticks).length;
  return (
    <div className="mt-1">
      <p>
        {byName}, {moment(at)}:{" "}
        {left === 0 ? "all of it" : `${ticks.length - left} of ${ticks.length}, ${left} left out`}.
        {why && ` ${why}`}
      </p>
      <ul className="mt-1">
        {ticks.map(({ text, done, value }, i) => (
          <li key={i}>
            <span className={done ? "text-copper-deep" : "text-ochre"}>{done ? "✓" : "left out"}</span> {text}{" "}
            {value && <span className="font-mono">{value}</span>}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Open({ receipt, which, lines }: { receipt: number; which: Checklist; lines: string[] }) {
  const router = useRouter();
  const { plant } = usePlant();
  const [ticks, setTicks] = useState<Tick[]>(() => lines.map((text) => ({ text, done: false })));
  const [why, setWhy] = useState("");
  const [busy, setBusy] = useState(false);
  const change = (i: number, part: Partial<Tick>): void =>
    setTicks(ticks.map((each, k) => (k === i ? { ...each, ...part } : each)));
  const left = leftOut(ticks).length;
  const not = whyNotSigned(lines, ticks, why);
  const sign = async (): Promise<void> => {
    setBusy(true);
    const body = { which, ticks, why };
    await act(checklists.signChecklist, { params: { plant, receipt }, body });
    setBusy(false);
    // Where it was refused, the list may be another one now, or somebody has signed it.
    router.refresh();
  };
  return (
    <form
      className="mt-2 space-y-2 no-print"
      onSubmit={(event) => {
        event.preventDefault();
        void sign();
      }}
    >
      <ul className="space-y-1">
        {ticks.map(({ text, done, value }, i) => (
          <li key={i} className="flex flex-wrap gap-x-3 items-center">
            <label className="flex items-center gap-2 min-h-9 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="w-5 h-5"
                checked={done}
                onChange={({ target }) => change(i, { done: target.checked })}
              />
              {text}
            </label>
            {asksValue(text) && (
              <input
                aria-label={text}
                value={value ?? ""}
                maxLength={200}
                onChange={({ target }) =>
                  change(i, { value: target.value, done: target.value.trim() !== "" })
                }
                className="min-h-9 pointer-coarse:min-h-11 w-40 border border-hairline rounded-page bg-leaf px-2 font-mono"
              />
            )}
          </li>
        ))}
      </ul>
      {left > 0 && (
        <div className="max-w-xl">
          <Field
            label={`Why ${left === 1 ? "one line is" : `${left} lines are`} left out`}
            value={why}
            maxLength={500}
            onChange={({ target }) => setWhy(target.value)}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-3 items-center">
        <Button type="submit" disabled={busy || not !== undefined}>
          I have gone through it
        </Button>
        {not && <span className="text-soft">{not.text}</span>}
      </div>
    </form>
  );
}
