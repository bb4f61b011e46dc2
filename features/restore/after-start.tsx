"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { checklists, type ConnectionView } from "@/core/contract";
import { Reading } from "@/features/bench/reading";
import type { SignedView } from "@/features/checklist/go-through";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";

export interface AfterStartView {
  /** Who writes values into the drive by itself, and when. */
  reloads: string;
  record: number;
}

/** A controller above may write its own values over what was restored: the restore is not done before it has started once and the drive was compared again. */
export function AfterStart({
  receipt,
  open,
  here,
  compared,
}: {
  receipt: number;
  /** Undefined where nothing is to be compared here any more; what was compared stays. */
  open: AfterStartView | undefined;
  /** The drive, where it is connected. */
  here: ConnectionView | undefined;
  /** What came of it each time, the oldest first. */
  compared: SignedView[];
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [busy, setBusy] = useState(false);
  const last = compared.at(-1);
  if (!open && !last) return null;
  const alike = last?.ticks.every((each) => each.done) === true;
  const compare = async (connection: string): Promise<void> => {
    setBusy(true);
    const params = { plant, receipt };
    const done = await act(checklists.compareAfterStart, { params, body: { connection } });
    setBusy(false);
    if (done) router.refresh();
  };
  return (
    <div className="mb-4">
      <Notice kind={alike ? "note" : "caution"} title={titleOf(last, alike)}>
        {open && <p>Writes values into this drive by itself: {open.reloads}</p>}
        {compared.map((each) => (
          <p key={each.at}>
            {moment(each.at)}, {each.byName}: {each.ticks.map(({ value }) => value).join("; ")}.
          </p>
        ))}
        {last && !alike && (
          <p>
            The likeliest author is what has just started. Have the values corrected there, or what is
            restored is gone at every start.
          </p>
        )}
        {open && !here && (
          <p>
            Let it start, then{" "}
            <Link className="underline underline-offset-4" href={to("/bench")}>
              connect the drive
            </Link>{" "}
            and compare it here.
          </p>
        )}
        {open && here && (
          <Offered right="restore">
            <div className="no-print mt-1.5">
              <Button
                rank={last ? "plain" : "primary"}
                disabled={busy || here.phase !== "connected"}
                onClick={() => void compare(here.id)}
              >
                {last
                  ? "It has started again: compare once more"
                  : "It has started: read the drive and compare"}
              </Button>
              {busy && here.reading && <Reading reading={here.reading} />}
            </div>
          </Offered>
        )}
      </Notice>
    </div>
  );
}

function titleOf(last: SignedView | undefined, alike: boolean): string {
  if (!last) return "Not done yet: compare it once more after the controller's next start";
  return alike
    ? "After the controller's start it was as restored"
    : "After the controller's start it was otherwise than restored";
}
