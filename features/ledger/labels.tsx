"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ledger } from "@/core/contract";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { classes } from "@/ui/classes";
import type { RecordView } from "./types";

/** The labels of a record: put on and taken off, each time written down. */
export function Labels({ tag, record, used }: { tag: string; record: RecordView; used: string[] }) {
  const router = useRouter();
  const { plant } = usePlant();
  const may = useMay("annotate");
  const [typed, setTyped] = useState("");
  const set = async (label: string, on: boolean): Promise<void> => {
    const body = { record: record.number, label, on };
    if (!(await act(ledger.setLabel, { params: { plant, tag }, body }))) return;
    setTyped("");
    router.refresh();
  };
  if (!may && record.labels.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-1.5 mt-1">
      {record.labels.map((each) => (
        <span
          key={each}
          className="inline-flex items-center text-[13px] border border-hairline rounded-[3px] pl-1.5"
        >
          {each}
          {may && (
            <button
              type="button"
              aria-label={`Take the label ${each} off`}
              className="size-7 pointer-coarse:size-11 text-soft hover:text-ink no-print"
              onClick={() => void set(each, false)}
            >
              ×
            </button>
          )}
        </span>
      ))}
      {may && (
        <form
          className={classes("no-print", record.labels.length === 0 && "-ml-[7px]")}
          onSubmit={(event) => {
            event.preventDefault();
            if (typed.trim() !== "") void set(typed.trim(), true);
          }}
        >
          <input
            aria-label="Add a label"
            placeholder="Add a label"
            value={typed}
            maxLength={30}
            list="labels-used"
            onChange={(event) => setTyped(event.target.value)}
            className="w-28 min-h-7 pointer-coarse:min-h-11 text-[13px] rounded-[3px] border border-transparent hover:border-hairline focus:border-copper bg-transparent px-1.5"
          />
          <datalist id="labels-used">
            {used.map((each) => (
              <option key={each} value={each} />
            ))}
          </datalist>
        </form>
      )}
    </div>
  );
}
