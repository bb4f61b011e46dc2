"use client";
import { useState } from "react";
import { EXCHANGED, EXCHANGED_TEXT, type Exchanged } from "@/core/restore";
import { Checks } from "@/features/restore/checks";
import { Button } from "@/ui/button";
import type { Batch, Member } from "./use-batch";

/** The checks of every drive; what is the same for all is said once, what is each one's own stands with it. */
export function LookThrough({ batch }: { batch: Batch }) {
  const members = batch.members.filter((each) => each.reviewed);
  return (
    <div className="space-y-3">
      <ForAll batch={batch} members={members} />
      {members.map((member) => (
        <One key={member.tag} batch={batch} member={member} />
      ))}
    </div>
  );
}

function ForAll({ batch, members }: { batch: Batch; members: readonly Member[] }) {
  const [name, setName] = useState("");
  const [exchanged, setExchanged] = useState<Exchanged[]>([]);
  const asks = (what: string): Member[] =>
    members.filter((each) => each.restore!.checks.some((one) => one.asks === what));
  const named = asks("name");
  const parts = asks("exchanged");
  if (members.length < 2) return null;
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2 items-end border-b border-hairline pb-3">
      <label className="block text-[15px]">
        <span className="block text-soft text-[14px]">At the machines, for all of them</span>
        <input
          className="min-h-11 sm:min-h-9 rounded-page border border-hairline bg-leaf px-2 w-56 max-w-full"
          value={name}
          maxLength={80}
          autoComplete="off"
          onChange={({ target: { value } }) => {
            setName(value);
            for (const each of named) {
              const { id } = each.restore!.checks.find((one) => one.asks === "name")!;
              batch.look([each.tag], id, value.trim() ? { id, answer: value } : undefined);
            }
          }}
        />
      </label>
      {parts.length > 0 && (
        <fieldset className="text-[15px]">
          <legend className="text-soft text-[14px]">What was exchanged, at all of them</legend>
          <span className="flex flex-wrap gap-x-4 items-center">
            {EXCHANGED.map((each) => (
              <label key={each} className="flex min-h-11 sm:min-h-8 items-center gap-2">
                <input
                  type="checkbox"
                  checked={exchanged.includes(each)}
                  onChange={({ target: { checked } }) =>
                    setExchanged(
                      EXCHANGED.filter((one) => (one === each ? checked : exchanged.includes(one))),
                    )
                  }
                />
                {EXCHANGED_TEXT[each]}
              </label>
            ))}
            <Button onClick={() => void batch.choose(parts, (choices) => ({ ...choices, exchanged }))}>
              {exchanged.length === 0 ? "Nothing was exchanged" : "Say so for all"}
            </Button>
          </span>
        </fieldset>
      )}
    </div>
  );
}

/** One drive: in one line while nothing of it is open, its checks below. */
function One({ batch, member }: { batch: Batch; member: Member }) {
  const { restore, tag, stops, open, looked } = member;
  const { checks, choices } = restore!;
  const cautions = checks.filter((each) => each.verdict === "caution").length;
  return (
    <div
      data-check={tag}
      className="border border-hairline rounded-page px-3 py-1.5 flex max-sm:block gap-3 items-start"
    >
      <label className="inline-flex items-center gap-2 min-h-8">
        <input
          type="checkbox"
          checked={member.chosen}
          disabled={stops > 0}
          onChange={({ target }) => batch.take(tag, target.checked)}
        />
        <span className="font-mono font-semibold">{tag}</span>
      </label>
      <details open={open > 0 || stops > 0} className="flex-1 min-w-0">
        <summary className="cursor-pointer min-h-8 py-1">
          drive {restore!.identity.serial}:{" "}
          {[
            stops > 0 && `${stops} say stop, nothing is written`,
            open > 0 && `${open} not told`,
            cautions > 0 && `${cautions} to note`,
            stops + open + cautions === 0 && "all fine or looked at",
          ]
            .filter(Boolean)
            .join(", ")}
        </summary>
        <Checks
          checks={checks}
          looking={{
            looked,
            onLook: (id, said) => batch.look([tag], id, said),
            exchanged: choices.exchanged,
            onExchanged: (exchanged) => void batch.choose([member], (last) => ({ ...last, exchanged })),
          }}
        />
      </details>
    </div>
  );
}
