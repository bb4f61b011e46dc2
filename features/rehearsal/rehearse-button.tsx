"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { rehearsals } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";

/** Rehearses something against a stand-in in memory and opens what came of it. */
export function RehearseButton({
  tag,
  what,
  children,
}: {
  tag: string;
  /** One of the three: a restore that waits to be looked through, a record, a draft. */
  what: { restore?: number; record?: number; draft?: number };
  children: React.ReactNode;
}) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const rehearse = async (): Promise<void> => {
    setBusy(true);
    const done = await act(rehearsals.rehearse, { params: { plant, tag }, body: what });
    if (done) router.push(to(`/rehearsals/${done.value.id}`));
    else setBusy(false);
  };
  return (
    <Offered right="draft">
      <Button
        disabled={busy}
        title="Against a stand-in in the program's memory; nothing is done to a drive."
        onClick={() => void rehearse()}
      >
        {busy ? "Rehearsing ..." : children}
      </Button>
    </Offered>
  );
}
