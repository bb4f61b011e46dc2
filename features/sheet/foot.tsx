"use client";
import type { ReactNode, RefObject } from "react";
import type { SheetData, SheetGrid, SheetRow } from "@/core/sheet";
import { counted } from "@/core/words";
import { Button } from "@/ui/button";
import type { OwnList } from "./use-own-list";

interface Props {
  foot: RefObject<HTMLDivElement | null>;
  row: SheetRow;
  /** How many rows are chosen together with it. */
  count: number;
  data: SheetData;
  grid: SheetGrid;
  /** Opens what is known of it; absent where nothing more is, or where it is open. */
  onLeaf: (() => void) | undefined;
  /** Its leaf is open and tells what it does. */
  told: boolean;
  list: OwnList;
  /** Whether one's own list is shown, so that its order can be changed. */
  ordering: boolean;
  onCopy: () => void;
  actions: ReactNode;
  children: ReactNode;
}

/** The row in hand, at the foot of the sheet: what it does, what its cut cells hold, and what can be done with it. */
export function Foot({
  foot,
  row,
  count,
  data,
  grid,
  onLeaf,
  told,
  list,
  ordering,
  onCopy,
  actions,
  children,
}: Props) {
  const code = row.base ?? row.code;
  const listed = list.codes?.includes(code) ?? false;
  const quiet = "!min-h-8 !text-[14px]";
  return (
    <div
      ref={foot}
      className="sticky bottom-0 z-20 bg-leaf border-t border-hairline px-5 py-2 text-[14px] no-print"
    >
      <div className="flex flex-wrap items-start gap-x-3">
        <p aria-live="polite" className="flex-1 min-w-48">
          <span className="font-mono">{row.code}</span> <span className="font-semibold">{row.name}.</span>{" "}
          {told ? "" : row.help} {row.by && <span className="text-soft">Difference {row.by}.</span>}
          {row.outside !== undefined && (
            <span className="block text-ochre">Outside of what the family allows: {row.outside}</span>
          )}
          {row.cells.slice(grid.shown).map((cell, i) => (
            <span key={i} className="block">
              {data.columns[grid.shown + i]!.title}:{" "}
              <span className="font-mono">
                {cell.missing ? cell.meaning || "no value" : cell.text.trim()}
              </span>{" "}
              {cell.missing ? "" : cell.meaning || cell.unit}
            </span>
          ))}
          {grid.shown < row.cells.length && row.verdict && <span className="block">{row.verdict}</span>}
        </p>
        <div className="flex flex-wrap">
          <Button
            rank="quiet"
            className={quiet}
            title="Ctrl+C copies the rows that are chosen, for a spreadsheet. Shift chooses several."
            onClick={onCopy}
          >
            Copy {counted(count, "row")}
          </Button>
          {list.known && (
            <Button rank="quiet" className={quiet} onClick={() => list.put(code, !listed)}>
              {listed ? "Off my list" : "On my list"}
            </Button>
          )}
          {ordering && (
            <>
              <Button rank="quiet" className={quiet} title="Alt+↑" onClick={() => list.move(code, -1)}>
                Up
              </Button>
              <Button rank="quiet" className={quiet} title="Alt+↓" onClick={() => list.move(code, 1)}>
                Down
              </Button>
            </>
          )}
          {actions}
          {onLeaf && (
            <Button rank="quiet" className={quiet} letter="i" onClick={onLeaf}>
              In full
            </Button>
          )}
        </div>
      </div>
      {children}
    </div>
  );
}
