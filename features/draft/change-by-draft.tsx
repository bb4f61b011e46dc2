"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { bench, drafts, type ConnectionView } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/**
 * Changes values of a connected drive: what was read is kept first, as the record of before; changes are collected in a draft, in pencil; they are written together, with every check of
 * a restore. Nothing typed here reaches the drive by itself.
 */
export function ChangeByDraft({ view }: { view: ConnectionView }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { askFirst, question } = useAskFirst();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState("");
  const [busy, setBusy] = useState(false);
  const { position, reading } = view;
  // A draft stands on the whole of what was read, read with the drive's own definition.
  if (!position || reading?.phase !== "done" || reading.part || view.fit === "nearest") return null;
  const { tag } = position;
  const begin = async (): Promise<void> => {
    setBusy(true);
    const kept = await askFirst(`Record into ${tag} all the same`, (although) =>
      ask(bench.keepRecord, { params: { plant, connection: view.id }, body: { tag, although } }),
    );
    const number = kept?.value.number;
    const begun =
      number === undefined
        ? undefined
        : await act(drafts.beginDraft, { params: { plant, tag }, body: { record: number, title } });
    setBusy(false);
    if (begun) router.push(to(`/drafts/${begun.value.id}`));
  };
  return (
    <Offered right="draft">
      {question}
      <Button letter="d" onClick={() => setOpen(true)}>
        Change values ...
      </Button>
      <Dialog open={open} title={`Change values of ${tag}`} onClose={() => setOpen(false)}>
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void begin();
          }}
        >
          <p>
            What was read is kept as a record first. You change values in a draft; nothing reaches the drive
            until you have seen every line and say so. Then they are written together, read back, and kept as
            a record.
          </p>
          <Field
            label="What it is for"
            value={title}
            required
            minLength={2}
            maxLength={80}
            autoFocus
            onChange={(event) => setTitle(event.target.value)}
          />
          <Button type="submit" rank="primary" disabled={busy}>
            Begin
          </Button>
        </form>
      </Dialog>
    </Offered>
  );
}
