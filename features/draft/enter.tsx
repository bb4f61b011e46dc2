"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { drafts } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { hereAt } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/** Enters a draft as a record; where the drive of its position is connected, one may go on at once to restoring it, with all its checks. */
export function Enter({
  draft,
  count,
  onClose,
}: {
  draft: { id: number; tag: string };
  count: number;
  onClose: () => void;
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const mayRestore = useMay("restore");
  const [note, setNote] = useState("");
  const [busy, setBusy] = useState(false);
  const here = hereAt(useLive(), draft.tag);
  const enter = async (restoring: boolean): Promise<void> => {
    setBusy(true);
    const done = await act(drafts.enterDraft, { params: { plant, draft: draft.id }, body: { note } });
    setBusy(false);
    if (!done) return;
    const { tag, number, known } = done.value;
    const position = positionPath(tag);
    if (restoring && here) {
      router.push(to(`${position}/restore?connection=${here.id}&record=${number}`));
      return;
    }
    toast.success(
      known
        ? `Record ${number} of ${tag} holds the very same already.`
        : `It is record ${number} of ${tag} now. It is in no drive until somebody restores it.`,
    );
    router.push(to(`${position}?record=${number}`));
  };
  return (
    <Dialog open title="Enter the draft as a record" onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void enter(false);
        }}
      >
        <p>
          {counted(count, "change")} with the rest of its record become a record of their own. It does not
          stand by itself, and no drive is written.
        </p>
        <Field
          label="What it is for"
          value={note}
          maxLength={1000}
          onChange={(event) => setNote(event.target.value)}
        />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" rank="primary" disabled={busy}>
            Enter it
          </Button>
          {here && mayRestore && (
            <Button disabled={busy} onClick={() => void enter(true)}>
              Enter it, and write it to {here.identity?.serial ?? "the drive"} →
            </Button>
          )}
        </div>
        {here && mayRestore && (
          <p className="text-soft">
            The drive of {draft.tag} is connected. Going on, it is read and checked first, and you see every
            line before anything is written.
          </p>
        )}
      </form>
    </Dialog>
  );
}
