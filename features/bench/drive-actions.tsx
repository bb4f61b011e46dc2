"use client";
import { useState } from "react";
import { toast } from "sonner";
import { bench, type ConnectionView } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { Button } from "@/ui/button";

/** At which position it stands, as a person says. */
export function Place({
  view,
  tags,
  onPlace,
}: {
  view: ConnectionView;
  tags: Array<{ tag: string; title: string }>;
  onPlace: (tag: string) => void;
}) {
  return (
    <label className="flex items-center gap-2 text-[14px]">
      <span className="text-soft">Stands at</span>
      <select
        value={view.position?.tag ?? ""}
        onChange={(event) => onPlace(event.target.value)}
        className="min-h-9 rounded-page border border-hairline bg-leaf px-2"
      >
        <option value="" disabled>
          choose
        </option>
        {tags.map(({ tag, title }) => (
          <option key={tag} value={tag}>
            {tag} {title}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Keeping the reading: one action, no second read. */
export function Keep({ view }: { view: ConnectionView }) {
  const { plant } = usePlant();
  const { askFirst, question } = useAskFirst();
  const [busy, setBusy] = useState(false);
  const phase = view.reading?.phase;
  const keep = async (): Promise<void> => {
    setBusy(true);
    const { tag } = view.position!;
    const kept = await askFirst(`Record into ${tag} all the same`, (although) =>
      ask(bench.keepRecord, { params: { plant, connection: view.id }, body: { tag, although } }),
    );
    setBusy(false);
    if (!kept) return;
    const description = `${view.position!.tag} ${view.position!.title}`;
    const { unchanged, number } = kept.value;
    if (unchanged)
      toast.info(`Nothing has changed since record ${number}; nothing was added.`, {
        description,
      });
    else toast.success(`Recorded as record ${number}.`, { description });
  };
  return (
    <>
      {question}
      <Button
        rank="primary"
        letter="k"
        disabled={
          busy || !view.position || (phase !== "done" && phase !== "stopped") || view.fit === "nearest"
        }
        onClick={() => void keep()}
      >
        →{" "}
        {phase === "stopped"
          ? "Keep as a partial record"
          : `Record${view.position ? ` into ${view.position.tag}` : ""}`}
      </Button>
    </>
  );
}
