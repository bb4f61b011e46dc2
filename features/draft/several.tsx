"use client";
import { useState } from "react";
import { drafts, type SeveralView, type SeveralWish } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";
import { BecomeList } from "./become-list";

export interface SeveralChoices {
  presets: Array<{ id: string; title: string; about: string }>;
  groups: Array<{ id: string; title: string }>;
}

type What = "preset" | "default" | "record";
const WORDS: Record<What, string> = {
  preset: "A preset",
  default: "Back to the factory default",
  record: "As in the record",
};

/** Of a draft at a drive: what takes values back to the record of before is called otherwise, and never more than a group goes back at once: for all of it there is a factory reset. */
const AT_DRIVE: Record<What, string> = { ...WORDS, record: "As before it began" };

/** Changes several values of a draft at once: first the whole list of what would become otherwise, then the change, exactly as it was seen. */
export function Several({
  draft,
  presets,
  groups,
  atDrive = false,
  onDone,
  onClose,
}: SeveralChoices & { draft: number; atDrive?: boolean; onDone: () => void; onClose: () => void }) {
  const { plant } = usePlant();
  const params = { plant, draft };
  const [what, setWhat] = useState<What>(presets.length > 0 ? "preset" : "default");
  const [preset, setPreset] = useState(presets[0]?.id ?? "");
  const [group, setGroup] = useState(atDrive ? (groups[0]?.id ?? "") : "");
  const [seen, setSeen] = useState<{ wish: SeveralWish } & SeveralView>();
  const [reason, setReason] = useState("");
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  // What is looked at is what was chosen when it was looked at.
  const choose = (change: () => void): void => {
    change();
    setSeen(undefined);
    setTrouble(undefined);
  };
  const look = async (): Promise<void> => {
    const wish: SeveralWish = what === "preset" ? { what, preset } : { what, ...(group ? { group } : {}) };
    setBusy(true);
    const answer = await ask(drafts.lookAtSeveral, { params, body: { wish } });
    setBusy(false);
    if (answer.ok) setSeen({ wish, ...answer.value });
    setTrouble(answer.ok ? undefined : answer.trouble);
  };
  const change = async (): Promise<void> => {
    if (!seen) return;
    const although = trouble?.kind === "ask-first";
    setBusy(true);
    const answer = await ask(drafts.changeSeveral, {
      params,
      body: { wish: seen.wish, seal: seen.seal, reason, although },
    });
    setBusy(false);
    if (answer.ok) onDone();
    else {
      setTrouble(answer.trouble);
      if (answer.trouble.kind === "changed-meanwhile") setSeen(undefined);
    }
  };
  return (
    <Dialog open title="Change several at once" onClose={onClose}>
      <div className="space-y-4">
        <Choice
          label="What to change"
          shape="line"
          values={(presets.length > 0 ? ["preset", "default", "record"] : ["default", "record"]) as What[]}
          chosen={what}
          onChoose={(next) => choose(() => setWhat(next))}
        >
          {(each) => (atDrive ? AT_DRIVE : WORDS)[each]}
        </Choice>
        {what === "preset" ? (
          <>
            <Select
              label="Preset"
              value={preset}
              onChange={(event) => choose(() => setPreset(event.target.value))}
            >
              {presets.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.title}
                </option>
              ))}
            </Select>
            <p className="text-soft">
              {presets.find((each) => each.id === preset)?.about} It changes nothing else.
            </p>
          </>
        ) : (
          <Select
            label="Within"
            value={group}
            onChange={(event) => choose(() => setGroup(event.target.value))}
          >
            {!atDrive && <option value="">the whole drive</option>}
            {groups.map((each) => (
              <option key={each.id} value={each.id}>
                {each.title}
              </option>
            ))}
          </Select>
        )}
        {!seen && (
          <Button rank="primary" disabled={busy} onClick={() => void look()}>
            Show what would change
          </Button>
        )}
        {seen && (
          <>
            <BecomeList lines={seen.lines} />
            {seen.lines.length === 0 ? (
              <p>Nothing would change: it is so already.</p>
            ) : (
              <>
                <Field
                  label="Why"
                  value={reason}
                  maxLength={500}
                  onChange={(event) => setReason(event.target.value)}
                />
                <Button
                  rank="primary"
                  disabled={busy || (trouble?.kind === "ask-first" && reason.trim() === "")}
                  onClick={() => void change()}
                >
                  {trouble?.kind === "ask-first"
                    ? "Change them on purpose"
                    : agreeing(seen.lines.length, atDrive)}
                </Button>
              </>
            )}
          </>
        )}
        {trouble && (
          <p role="alert" className="text-ochre">
            {trouble.text} {trouble.remedy}
          </p>
        )}
      </div>
    </Dialog>
  );
}

function agreeing(lines: number, atDrive: boolean): string {
  const values = counted(lines, "value");
  return atDrive ? `Put ${values} on the list` : `Change ${values} in the draft`;
}
