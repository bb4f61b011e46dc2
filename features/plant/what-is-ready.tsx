"use client";
import { useState } from "react";
import { toast } from "sonner";
import { positions } from "@/core/contract";
import type { Thresholds } from "@/core/readiness";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/** What counts as ready in this plant, for who may say so. */
export function WhatIsReady({ thresholds }: { thresholds: Thresholds }) {
  const { plant } = usePlant();
  const [open, setOpen] = useState(false);
  const [days, setDays] = useState(String(thresholds.oldAfterDays));
  const [spare, setSpare] = useState(thresholds.spareNeeded);
  const keep = async (): Promise<void> => {
    const body = { oldAfterDays: Number(days) || thresholds.oldAfterDays, spareNeeded: spare };
    if (!(await act(positions.setThresholds, { params: { plant }, body }))) return;
    toast.success("Kept. The list is worked out anew.");
    setOpen(false);
  };
  return (
    <Offered right="raise">
      <button
        type="button"
        className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
        onClick={() => setOpen(true)}
      >
        What counts as ready
      </button>
      <Dialog open={open} title="What counts as ready" onClose={() => setOpen(false)}>
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <p>
            A position is ready when a complete record stands, the drive was as it when it was read last, and
            nothing in it is gone at a power-off. Beside that:
          </p>
          <Field
            label="It was read within so many days"
            inputMode="numeric"
            value={days}
            pattern="[1-9][0-9]{0,3}"
            title="A whole number of days"
            required
            onChange={(event) => setDays(event.target.value)}
          />
          <label className="flex items-center gap-2.5 min-h-9">
            <input
              type="checkbox"
              className="size-5"
              checked={spare}
              onChange={(event) => setSpare(event.target.checked)}
            />
            A drive of its family and rating lies in store
          </label>
          <Button type="submit" rank="primary">
            Keep this
          </Button>
        </form>
      </Dialog>
    </Offered>
  );
}
