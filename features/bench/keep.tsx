"use client";
import { useState } from "react";
import { toast } from "sonner";
import { bench, type ConnectionView } from "@/core/contract";
import type { Parts, Scope } from "@/core/definition";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { PartForm } from "./part-form";

/** Keeping the reading: one action, no second read; all of it, or a part. */
export function Keep({ view, parts }: { view: ConnectionView; parts: Parts | undefined }) {
  const { plant } = usePlant();
  const { askFirst, question } = useAskFirst();
  const [busy, setBusy] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const phase = view.reading?.phase;
  const reading = phase === "reading" || phase === "waiting";
  const read = (phase === "done" || phase === "stopped") && view.outdated === undefined;
  const may = !busy && view.position && read && view.fit !== "nearest";
  const readPart = async (scope: Scope): Promise<void> => {
    setChoosing(false);
    await askFirst("Read it all the same", (although) =>
      ask(bench.readAgain, {
        params: { plant, connection: view.id },
        body: { although, scope: mutable(scope) },
      }),
    );
  };
  const keep = async (scope?: Scope): Promise<void> => {
    setBusy(true);
    setChoosing(false);
    const { tag } = view.position!;
    const kept = await askFirst(`Record into ${tag} all the same`, (although) =>
      ask(bench.keepRecord, {
        params: { plant, connection: view.id },
        body: { tag, although, scope: scope && mutable(scope) },
      }),
    );
    setBusy(false);
    if (!kept) return;
    const description = `${view.position!.tag} ${view.position!.title}`;
    const { unchanged, number, since } = kept.value;
    if (unchanged)
      toast.info(`Nothing has changed since record ${number}; nothing was added.`, {
        description,
      });
    else
      toast.success(
        scope ? `Recorded as record ${number}, a partial one.` : `Recorded as record ${number}.`,
        {
          description: since ? `${description}: ${sinceWords(since)}` : description,
          duration: 10_000,
        },
      );
  };
  return (
    <>
      {question}
      {parts && (
        <Button rank="quiet" disabled={busy || reading} onClick={() => setChoosing(true)}>
          A part ...
        </Button>
      )}
      <Button rank="primary" letter="k" disabled={!may} onClick={() => void keep()}>
        →{" "}
        {phase === "stopped" || view.reading?.part
          ? "Keep as a partial record"
          : `Record${view.position ? ` into ${view.position.tag}` : ""}`}
      </Button>
      {parts && (
        <Dialog open={choosing} title="A part of the drive" onClose={() => setChoosing(false)}>
          <PartForm
            parts={parts}
            verb="Record"
            onChoose={may ? (scope) => void keep(scope) : undefined}
            other={{ verb: "Read only these", onChoose: (scope) => void readPart(scope) }}
          />
        </Dialog>
      )}
    </>
  );
}

const mutable = ({ groups, axes, sets, options }: Scope) => ({
  groups: groups && [...groups],
  axes: axes && [...axes],
  sets: sets && [...sets],
  options,
});

/** Example: "4 settings changed since record 7: 1r Up time, 4r Down time and 2 more". */
function sinceWords({ number, changed }: { number: number; changed: string[] }): string {
  if (changed.length === 0) return `no setting changed since record ${number}`;
  const some = changed.slice(0, 3).join(", ");
  const more = changed.length > 3 ? ` and ${changed.length - 3} more` : "";
  return `${counted(changed.length, "setting")} changed since record ${number}: ${some}${more}`;
}
