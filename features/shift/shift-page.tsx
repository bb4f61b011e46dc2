"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { shifts as ways } from "@/core/contract";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useRefresh } from "@/features/live/use-refresh";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

interface Props {
  open: Array<{ kind: string; text: string; href: string; byName?: string }>;
  shifts: Array<{
    id: number;
    at: number;
    byName: string;
    own: boolean;
    text: string;
    open: Array<{ text: string; href: string }>;
    accepted: { at: number; byName: string } | undefined;
  }>;
}

/** What the next shift has to know: what is open now, and what was handed over and accepted before. */
export function ShiftPage({ open, shifts }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [text, setText] = useState("");
  const [busy, setBusy] = useState(false);
  useRefresh();
  const handOver = async (): Promise<void> => {
    setBusy(true);
    const done = await act(ways.handOver, { params: { plant }, body: { text } });
    setBusy(false);
    if (!done) return;
    toast.success("The shift is handed over. Whoever comes next accepts it by name.");
    setText("");
    router.refresh();
  };
  const accept = async (shift: number): Promise<void> => {
    if (await act(ways.acceptShift, { params: { plant, shift } })) router.refresh();
  };
  const line = (each: { text: string; href: string; byName?: string }, i: number) => (
    <li key={i} className="px-4 py-2 border-t border-hairline first:border-t-0">
      <Link href={to(each.href)} className="hover:underline underline-offset-4 decoration-copper">
        {each.text}
      </Link>
      {each.byName && <span className="text-soft"> {each.byName}</span>}
    </li>
  );
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-4xl w-full mx-auto space-y-6">
      <section>
        <h1 className="text-xl font-semibold mb-2">
          {open.length === 0 ? "Nothing is open" : `Open now: ${open.length}`}
        </h1>
        {open.length > 0 && <ul className="bg-leaf border border-hairline">{open.map(line)}</ul>}
        {open.length === 0 && (
          <p className="text-soft">
            No restore, no value that a power-off takes away, no trip, no drive without a verdict.
          </p>
        )}
        <Offered right="annotate">
          <form
            className="mt-3 space-y-2 no-print"
            onSubmit={(event) => {
              event.preventDefault();
              void handOver();
            }}
          >
            <label className="block">
              <span className="block text-sm text-soft mb-1">
                What the next shift has to know beside this
              </span>
              <textarea
                value={text}
                maxLength={2000}
                rows={3}
                onChange={(event) => setText(event.target.value)}
                className="w-full rounded-page border border-hairline bg-leaf px-3 py-2 focus:border-copper"
              />
            </label>
            <Button type="submit" rank="primary" disabled={busy}>
              Hand the shift over
            </Button>
          </form>
        </Offered>
      </section>
      {shifts.length > 0 && (
        <section>
          <h2 className="font-semibold mb-1">Handed over</h2>
          <ul className="space-y-3">
            {shifts.map((each) => (
              <li key={each.id} className="bg-leaf border border-hairline px-4 py-2.5">
                <p className="flex flex-wrap gap-x-3 items-center">
                  <strong className="font-semibold">{each.byName}</strong>
                  <span className="text-soft">{moment(each.at)}</span>
                  <span className={each.accepted ? "text-soft" : "text-ochre"}>
                    {each.accepted
                      ? `accepted by ${each.accepted.byName}, ${moment(each.accepted.at)}`
                      : "not accepted yet"}
                  </span>
                  {!each.accepted && !each.own && (
                    <Offered right="annotate">
                      <Button rank="primary" onClick={() => void accept(each.id)}>
                        I take it over
                      </Button>
                    </Offered>
                  )}
                </p>
                {each.text && <p className="whitespace-pre-line">{each.text}</p>}
                <details className="text-[15px]">
                  <summary className="cursor-pointer text-soft min-h-8">
                    {each.open.length === 0
                      ? "Nothing was open"
                      : `${counted(each.open.length, "thing")} open then`}
                  </summary>
                  <ul>{each.open.map(line)}</ul>
                </details>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
