"use client";
import { useMemo, useRef } from "react";
import type { SheetData } from "@/core/sheet";
import { Choice } from "@/ui/choice";
import { useKey } from "@/ui/keys";

export type Shown = "all" | "not-default" | "differences";

const WORDS: Record<Shown, string> = {
  all: "All",
  "not-default": "Not default",
  differences: "Differences",
};

interface Props {
  data: SheetData;
  text: string;
  onText: (text: string) => void;
  shown: Shown;
  onShown: (shown: Shown) => void;
}

/** What of a sheet is shown: a search within it, and which rows. */
export function Toolbar({ data, text, onText, shown, onShown }: Props) {
  const finder = useRef<HTMLInputElement>(null);
  useKey("f", () => finder.current?.focus());
  const counts = useMemo(() => {
    const rows = data.groups.flatMap((each) => each.rows);
    return {
      all: rows.length,
      "not-default": rows.filter((each) => each.notDefault).length,
      differences: rows.filter((each) => each.differs).length,
    };
  }, [data.groups]);
  const values: Shown[] = data.compares ? ["all", "not-default", "differences"] : ["all", "not-default"];
  return (
    <div className="flex flex-wrap items-center gap-3 px-4 py-2 border-b border-hairline no-print">
      <input
        ref={finder}
        value={text}
        onChange={(event) => onText(event.target.value)}
        aria-label="Find in this sheet"
        placeholder="Find code, name, unit, value  (f)"
        onKeyDown={(event) => {
          if (event.key === "Escape") {
            onText("");
            event.currentTarget.blur();
          }
        }}
        className="min-h-9 w-64 rounded-page border border-hairline bg-paper px-3 text-[15px]"
      />
      <Choice label="Rows shown" shape="line" values={values} chosen={shown} onChoose={onShown}>
        {(each) => (
          <>
            {WORDS[each]} <span className="font-mono text-[12px]">{counts[each]}</span>
          </>
        )}
      </Choice>
    </div>
  );
}
