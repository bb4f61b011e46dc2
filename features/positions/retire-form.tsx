"use client";
import { useState } from "react";
import { positions } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";

/** Why a position is taken out of the plant, and what follows. */
export function RetireForm({
  tag,
  onDone,
  onClose,
}: {
  tag: string;
  onDone: () => void;
  onClose: () => void;
}) {
  const { plant } = usePlant();
  const [why, setWhy] = useState("");
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        void act(positions.retirePosition, { params: { plant, tag }, body: { why } }).then(
          (done) => done && onDone(),
        );
      }}
    >
      <p>
        {tag} leaves the plant&rsquo;s list; its records, receipts and files stay, and it can be brought back.
        Its drive counts as removed, and its address is free for another position.
      </p>
      <Field
        label="Why"
        value={why}
        required
        minLength={3}
        autoFocus
        onChange={(event) => setWhy(event.target.value)}
      />
      <div className="flex gap-3">
        <Button type="submit" rank="primary">
          Retire it
        </Button>
        <Button rank="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
