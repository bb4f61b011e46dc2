"use client";
import { useState } from "react";
import { drafts, type MergeView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

type Line = MergeView["lines"][number];
const NOTHING: ReadonlyMap<string, "mine" | "newer"> = new Map();

/** Brings a draft up to date with a newer record, parameter by parameter: where both have changed the same value, a person decides. */
export function MergeDraft({
  draft,
  record,
  version,
  onDone,
  onClose,
}: {
  draft: number;
  /** The one that the draft stands on; undefined for one from a type plate. */
  record: number | undefined;
  version: number;
  onDone: () => void;
  onClose: () => void;
}) {
  const { plant } = usePlant();
  const params = { plant, draft };
  const asked = useAsked(drafts.lookAtMerge, { params }, { version });
  const [decided, setDecided] = useState<{ seal: string; chosen: ReadonlyMap<string, "mine" | "newer"> }>();
  const [reason, setReason] = useState("");
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const merge = asked?.ok ? asked.value : undefined;
  // What was decided was decided about the list that was shown then.
  const chosen = decided && decided.seal === merge?.seal ? decided.chosen : NOTHING;
  const of = (is: Line["is"]): Line[] => merge?.lines.filter((each) => each.is === is) ?? [];
  const conflicts = of("conflict");
  const open = conflicts.filter((each) => !chosen.has(each.code)).length;
  const send = async (): Promise<void> => {
    if (!merge) return;
    setBusy(true);
    const answer = await ask(drafts.mergeDraft, {
      params,
      body: {
        mine: conflicts.flatMap(({ code }) => (chosen.get(code) === "mine" ? [code] : [])),
        seal: merge.seal,
        reason,
        although: trouble?.kind === "ask-first",
      },
    });
    setBusy(false);
    if (answer.ok) onDone();
    else setTrouble(answer.trouble);
  };
  return (
    <Dialog open title="Bring the draft up to date" onClose={onClose}>
      {asked && !asked.ok && (
        <p>
          {asked.trouble.text} {asked.trouble.remedy}
        </p>
      )}
      {merge && (
        <div className="space-y-4 text-[15px]">
          <p>
            {record === undefined
              ? `The draft began from a type plate and stands on the factory's values; record ${merge.record} is what such a drive held. Its firmware and all that only it has otherwise is taken over,`
              : `The draft stands on record ${record}; record ${merge.record} is newer. What only that has changed is taken over,`}{" "}
            what only the draft has changed stays.
          </p>
          <Lines
            title={`Changed in both, each otherwise: ${counted(conflicts.length, "value")} to decide`}
            lines={conflicts}
            newer={merge.record}
            chosen={chosen}
            onChoose={(code, which) => {
              setDecided({ seal: merge.seal, chosen: new Map(chosen).set(code, which) });
              // What was asked was about another choice.
              setTrouble(undefined);
            }}
          />
          <Lines title="Changed only in the draft: stays" lines={of("draft")} newer={merge.record} />
          <Lines title="Changed in both, alike" lines={of("both")} newer={merge.record} />
          <Lines
            title={`Changed only in record ${merge.record}: taken over`}
            lines={of("newer")}
            newer={merge.record}
          />
          <Lines
            title="Changed in the draft, and not in this drive at all: left out"
            lines={of("lost")}
            newer={merge.record}
          />
          {trouble && (
            <p role="alert" className="text-ochre">
              {trouble.text} {trouble.remedy}
            </p>
          )}
          <Field
            label="Why, where it needs a word"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
          />
          <div className="flex flex-wrap items-center gap-3">
            <Button rank="primary" disabled={busy || open > 0} onClick={() => void send()}>
              {trouble?.kind === "ask-first" ? "Bring it up to date on purpose" : "Bring it up to date"}
            </Button>
            {open > 0 && <span className="text-ochre">{open} still to decide</span>}
          </div>
        </div>
      )}
    </Dialog>
  );
}

function Lines({
  title,
  lines,
  newer,
  chosen,
  onChoose,
}: {
  title: string;
  lines: Line[];
  newer: number;
  chosen?: ReadonlyMap<string, "mine" | "newer">;
  onChoose?: (code: string, which: "mine" | "newer") => void;
}) {
  if (lines.length === 0) return null;
  const value = (text: string | undefined): string => text ?? "no value";
  return (
    <details open={onChoose !== undefined || lines.length <= 8}>
      <summary className="cursor-pointer font-semibold">
        {title} <span className="font-normal text-soft">{onChoose ? "" : lines.length}</span>
      </summary>
      <ul className="max-h-64 overflow-y-auto">
        {lines.map((each) => (
          <li key={each.code} className="border-t border-hairline py-1">
            <span className="font-mono">{each.code}</span> {each.name}
            <span className="text-soft">
              , was <span className="font-mono">{value(each.base)}</span>
            </span>
            {onChoose ? (
              <fieldset className="flex flex-wrap gap-x-5">
                <legend className="sr-only">Which value of {each.code}</legend>
                {(["mine", "newer"] as const).map((which) => (
                  <label key={which} className="flex min-h-9 pointer-coarse:min-h-11 items-center gap-2">
                    <input
                      type="radio"
                      name={`merge ${each.code}`}
                      checked={chosen?.get(each.code) === which}
                      onChange={() => onChoose(each.code, which)}
                    />
                    {which === "mine" ? "draft" : `record ${newer}`}{" "}
                    <span className="font-mono">{value(which === "mine" ? each.draft : each.newer)}</span>
                  </label>
                ))}
              </fieldset>
            ) : (
              <span>
                {" "}
                → <span className="font-mono">{value(each.is === "newer" ? each.newer : each.draft)}</span>
                {each.is === "lost" && ", which this drive has nothing for"}
              </span>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
