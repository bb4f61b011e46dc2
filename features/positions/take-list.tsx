"use client";
import { useState } from "react";
import { positions, type ListLineView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { sendFile } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";

const VERDICT_WORDS: Record<ListLineView["verdict"], string> = {
  new: "new",
  changed: "changes",
  same: "as it is",
  wrong: "left out",
};
const SHOWN = 200;

/** A list of positions from a file: looked through first, then what fits is taken. */
export function TakeList({ onDone }: { onDone: (count: number) => void }) {
  const { plant } = usePlant();
  const [file, setFile] = useState<File>();
  const [lines, setLines] = useState<ListLineView[]>();
  const [trouble, setTrouble] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const send = async (chosen: File, keep: boolean): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const answer = await sendFile(
      positions.takePositions,
      { params: { plant }, query: { name: chosen.name, ...(keep ? { keep } : {}) } },
      chosen,
    );
    setBusy(false);
    if (!answer.ok) return setTrouble(answer.trouble);
    if (keep) return onDone(taken(answer.value).length);
    setFile(chosen);
    setLines(answer.value);
  };
  const count = taken(lines ?? []).length;
  const order = ["wrong", "changed", "new", "same"];
  const sorted = [...(lines ?? [])].sort((a, b) => order.indexOf(a.verdict) - order.indexOf(b.verdict));
  return (
    <div className="space-y-3">
      <p>
        A CSV file or a spreadsheet with a column <b>Position</b> and any of Area, Title, Machine, Family,
        Twins, Job number, Criticality, Before work, Notes. A column that is not there changes nothing.
      </p>
      <input
        type="file"
        aria-label="List of positions"
        disabled={busy}
        accept=".csv,.txt,.tsv,.xlsx,.xls,.ods"
        onChange={(event) => {
          // What was looked through is not what is chosen now.
          setLines(undefined);
          const chosen = event.target.files?.[0];
          if (chosen) void send(chosen, false);
        }}
      />
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
      {lines && (
        <>
          <p role="status">
            {counted(lines.filter((each) => each.verdict === "new").length, "new position")},{" "}
            {lines.filter((each) => each.verdict === "changed").length} changed,{" "}
            {lines.filter((each) => each.verdict === "same").length} as they are,{" "}
            {lines.filter((each) => each.verdict === "wrong").length} left out.
          </p>
          <div
            className="max-h-72 overflow-auto border border-hairline"
            tabIndex={0}
            role="region"
            aria-label="Lines of the list"
          >
            <table className="w-full text-[14px]">
              <tbody>
                {sorted.slice(0, SHOWN).map((each) => (
                  <tr key={each.line} className="border-t border-hairline align-top">
                    <td className="text-soft px-2 py-1 whitespace-nowrap">line {each.line}</td>
                    <td className="font-mono py-1 pr-2">{each.tag}</td>
                    <td
                      className={`py-1 pr-2 whitespace-nowrap ${each.verdict === "wrong" ? "text-ochre" : ""}`}
                    >
                      {VERDICT_WORDS[each.verdict]}
                    </td>
                    <td className="py-1 pr-2">{each.says.join("; ")}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {sorted.length > SHOWN && <p className="text-soft">and {sorted.length - SHOWN} more</p>}
          <Button rank="primary" disabled={busy || count === 0} onClick={() => void send(file!, true)}>
            Take {counted(count, "position")}
          </Button>
        </>
      )}
    </div>
  );
}

const taken = (lines: ListLineView[]): ListLineView[] =>
  lines.filter((each) => each.verdict === "new" || each.verdict === "changed");
