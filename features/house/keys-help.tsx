"use client";
import { useState } from "react";
import { Dialog } from "@/ui/dialog";
import { useKey } from "@/ui/keys";

const KEYS: Array<[string, string]> = [
  ["/", "Search everything"],
  ["?", "This list"],
  ["f", "Find in the sheet"],
  ["↑ ↓", "Move in the sheet"],
  ["1 … 9", "Leave a kind of parameters out of the sheet, or show it again; 0 shows all"],
  ["Esc", "Give up, or leave the search"],
  ["c", "Compare the record shown with the standing record"],
  ["r", "Restore the record shown"],
  ["s", "Raise the record shown to the standing record"],
  ["n", "Add a note to the record shown"],
  ["k", "Keep what was read as a record"],
];

/** The list of keys, on `?`. */
export function KeysHelp() {
  const [open, setOpen] = useState(false);
  useKey("?", () => setOpen(true));
  return (
    <Dialog open={open} title="Keys" onClose={() => setOpen(false)}>
      <dl className="grid grid-cols-[5rem_1fr] gap-y-1.5">
        {KEYS.map(([key, what]) => [
          <dt key={key} className="font-mono text-copper-deep">
            {key}
          </dt>,
          <dd key={`${key}-what`}>{what}</dd>,
        ])}
      </dl>
    </Dialog>
  );
}
