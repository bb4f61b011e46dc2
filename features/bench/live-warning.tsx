"use client";
import { useState } from "react";
import { bench } from "@/core/contract";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";

/** What has to be acknowledged, by name, once in each sign-in, before anything live is touched. */
export function LiveWarning({ name, onAcknowledged }: { name: string; onAcknowledged: () => void }) {
  const [busy, setBusy] = useState(false);
  const acknowledge = async (): Promise<void> => {
    setBusy(true);
    if (await act(bench.acknowledge, {})) onAcknowledged();
    setBusy(false);
  };
  return (
    <div className="px-6 py-10 max-w-2xl mx-auto">
      <div className="bg-leaf border border-hairline border-l-4 border-l-vermilion rounded-page p-6">
        <h1 className="text-xl font-semibold">Before you touch something live</h1>
        <ul className="mt-3 space-y-2 list-disc pl-5">
          <li>
            A drive holds dangerous voltage, minutes after it was switched off too. Wait, and measure, before
            you reach into it.
          </li>
          <li>
            A machine can start to move when its drive is switched on, reset, or set differently. Secure it,
            and see that nobody is near.
          </li>
          <li>Calm Ledger does not stop a machine in danger. Use the emergency stop.</li>
          <li>
            Connect only to drives whose machine you have in sight, or whose people know that you are working
            on it.
          </li>
        </ul>
        <div className="mt-5 flex items-center gap-4">
          <Button rank="primary" disabled={busy} onClick={() => void acknowledge()}>
            I, {name}, have read this
          </Button>
          <span className="text-soft text-[14px]">Kept with name and time, once for each sign-in.</span>
        </div>
      </div>
    </div>
  );
}
