"use client";
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from "@headlessui/react";
import { useState } from "react";
import { ledger, type PositionLine } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { useAskedFor, useSettled } from "@/features/live/query";
import { useHasty } from "@/features/live/use-hasty";

const SETTLE_MS = 120;
/** As many as one looks through; typing narrows them. */
const OFFERED = 20;

/** One of the plant's positions, chosen by typing its tag, its title or its machine. */
export function PositionChoice({
  chosen,
  onChoose,
}: {
  chosen: PositionLine | undefined;
  onChoose: (line: PositionLine) => void;
}) {
  const { plant } = usePlant();
  const [text, setText] = useState("");
  const find = useSettled(text.trim(), SETTLE_MS);
  const { answer, current } = useAskedFor(
    ledger.listPositions,
    { params: { plant }, query: { ...(find ? { find } : {}), order: "tag", count: OFFERED } },
    { keepLast: true },
  );
  const lines = answer?.ok ? answer.value.lines : [];
  const onKeyDown = useHasty(text.trim(), current && find === text.trim(), lines[0], onChoose);
  return (
    <Combobox
      value={chosen ?? null}
      by="tag"
      immediate
      onChange={(line: PositionLine | null) => {
        if (line) onChoose(line);
      }}
    >
      <div className="relative">
        <ComboboxInput
          aria-label="Position"
          placeholder="Position: type its tag or title"
          autoComplete="off"
          onKeyDown={onKeyDown}
          displayValue={(line: PositionLine | null) => (line ? `${line.tag} ${line.title}` : "")}
          onChange={(event) => setText(event.target.value)}
          className="min-h-9 pointer-coarse:min-h-11 w-64 rounded-page border border-hairline bg-leaf px-3"
        />
        <ComboboxOptions
          modal={false}
          className="absolute left-0 z-40 mt-1 w-80 max-h-80 overflow-auto bg-leaf border border-hairline rounded-page py-1"
        >
          {lines.map((line, index) => (
            <ComboboxOption
              // By its place: the first that was found is in hand, not the one that was first before.
              key={`${text} ${index}`}
              value={line}
              className="px-3 py-1.5 min-h-9 pointer-coarse:min-h-11 cursor-pointer data-focus:bg-paper"
            >
              <span className="font-mono">{line.tag}</span> {line.title}
              {!line.newest && <span className="text-soft">, never recorded</span>}
            </ComboboxOption>
          ))}
          {answer && lines.length === 0 && (
            <p className="px-3 py-1.5 text-soft">
              {answer.ok ? "No position fits." : `${answer.trouble.text} ${answer.trouble.remedy}`}
            </p>
          )}
        </ComboboxOptions>
      </div>
    </Combobox>
  );
}
