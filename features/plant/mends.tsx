"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { ledger, rounds, type PositionWindow } from "@/core/contract";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { day, moment } from "@/ui/when";

interface Line {
  tag: string;
  title: string;
  record: number;
  takenAt: number;
  byName: string;
}

/** What one click would mend at many positions: a round over those that want to be read, and raising what was read and never raised. */
export function WhatWouldMend({ mends }: { mends: PositionWindow["mends"] }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [busy, setBusy] = useState(false);
  const [raising, setRaising] = useState<Line[]>();
  const look = async () => {
    setBusy(true);
    const looked = await act(ledger.showMends, { params: { plant } });
    setBusy(false);
    return looked?.value;
  };
  const read = async (): Promise<void> => {
    const tags = (await look())?.read;
    if (!tags) return;
    if (tags.length === 0) return mended();
    const body = { name: `What wants to be read, ${day(Date.now())}`, tags };
    const begun = await act(rounds.beginRound, { params: { plant }, body });
    if (begun) router.push(to(`/rounds/${begun.value.id}`));
  };
  const choose = async (): Promise<void> => {
    const found = (await look())?.raise;
    if (found && found.length === 0) return mended();
    setRaising(found);
  };
  if (mends.read + mends.raise === 0) return null;
  return (
    <div role="group" aria-label="What one click would mend" className="flex flex-wrap gap-2 pt-2 no-print">
      {mends.read > 0 && (
        <Offered right="record">
          <Button disabled={busy} onClick={() => void read()}>
            Begin a round over {counted(mends.read, "position")} to be read
          </Button>
        </Offered>
      )}
      {mends.raise > 0 && (
        <Offered right="raise">
          <Button disabled={busy} onClick={() => void choose()}>
            Raise what was read at {counted(mends.raise, "position")} ...
          </Button>
        </Offered>
      )}
      {raising && <RaiseSeveral lines={raising} onClose={() => setRaising(undefined)} />}
    </div>
  );
}

/** Somebody was there before; the page itself follows in a moment. */
const mended = (): void => void toast.info("Nothing is left to do there: somebody did it meanwhile.");

/** Several records raised with one reason, each of them seen. */
function RaiseSeveral({ lines, onClose }: { lines: Line[]; onClose: () => void }) {
  const { plant } = usePlant();
  const [without, setWithout] = useState<string[]>([]);
  const [text, setText] = useState("");
  const [busy, setBusy] = useState(false);
  const chosen = lines.filter((each) => !without.includes(each.tag));
  const raise = async (): Promise<void> => {
    setBusy(true);
    const records = chosen.map(({ tag, record }) => ({ tag, record }));
    const done = await act(ledger.raiseSeveral, { params: { plant }, body: { records, text } });
    setBusy(false);
    if (!done) return;
    const { raised, left } = done.value;
    toast.success(`${counted(raised, "record")} raised.`, {
      description: left.map((each) => `${each.tag}: ${each.why}`).join(" "),
      duration: left.length > 0 ? 20_000 : undefined,
    });
    onClose();
  };
  return (
    <Dialog open title="Raise what was read and never raised" onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void raise();
        }}
      >
        <p>
          The newest complete record of each becomes the one to restore from. Leave out what you are not sure
          of: newer is not always better.
        </p>
        <ul className="max-h-72 overflow-auto border border-hairline">
          {lines.map(({ tag, title, record, takenAt, byName }) => (
            <li key={tag} className="border-t border-hairline first:border-t-0">
              <label className="flex items-center gap-2.5 px-3 min-h-9 pointer-coarse:min-h-11">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={!without.includes(tag)}
                  onChange={(event) =>
                    setWithout(
                      event.target.checked ? without.filter((each) => each !== tag) : [...without, tag],
                    )
                  }
                />
                <span className="font-mono">{tag}</span>
                <span className="flex-1 truncate">{title}</span>
                <span className="text-soft text-[14px] text-right">
                  record {record}, {moment(takenAt)}, {byName}
                </span>
              </label>
            </li>
          ))}
        </ul>
        <Field
          label="Why these"
          value={text}
          required
          minLength={3}
          maxLength={1000}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" rank="primary" disabled={busy || chosen.length === 0}>
          Raise {counted(chosen.length, "record")}
        </Button>
      </form>
    </Dialog>
  );
}
