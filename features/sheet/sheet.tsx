"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { filterSheet, gridOf, type SheetData } from "@/core/sheet";
import { classes } from "@/ui/classes";
import { Empty } from "@/ui/notice";
import { usePhone } from "@/ui/use-phone";
import { GroupHead } from "./group-head";
import { HeadRow } from "./head-row";
import { HEAD_HEIGHT, keyOf, neighbour, ROW_HEIGHT, rowOf, useItems } from "./items";
import { JumpStrip } from "./jump-strip";
import { RowCells } from "./row-cells";
import { Toolbar, type Shown } from "./toolbar";

const STEPS: Partial<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 };

interface Props {
  data: SheetData;
  /** Begin with only what differs, or only what is not default. */
  start?: Shown;
  /** Live values that cannot be refreshed dim. */
  dim?: boolean;
  /** The drive holds something volatile, or does not tell: dots of lit values are hollow. */
  hollow?: boolean;
}

/** A drive's parameters as ruled rows under group headings that stick. Draws only what is in sight, so that thousands scroll smoothly. */
export function Sheet({ data, start = "all", dim, hollow }: Props) {
  const [text, setText] = useState("");
  const [shown, setShown] = useState(start);
  const [selected, setSelected] = useState<string>();
  const scroller = useRef<HTMLDivElement>(null);
  const groups = useMemo(
    () =>
      filterSheet(data.groups, {
        text,
        onlyNotDefault: shown === "not-default",
        onlyDifferences: shown === "differences",
      }),
    [data.groups, text, shown],
  );
  const phone = usePhone();
  const grid = useMemo(() => gridOf(data, phone), [data, phone]);
  const items = useItems(groups);
  // Sizes are kept by key, so that a new filter needs no second measuring.
  const getItemKey = useCallback((i: number) => keyOf(items[i]!), [items]);
  // The list is drawn by measuring its scroller; React's compiler leaves such a component alone, which is right.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    overscan: 8,
    estimateSize: (i) => (items[i]?.kind === "group" ? HEAD_HEIGHT : ROW_HEIGHT),
    scrollPaddingStart: HEAD_HEIGHT,
    getItemKey,
  });
  const drawn = virtual.getVirtualItems();
  const top = virtual.scrollOffset ?? 0;
  const first = drawn.find((each) => each.end > top + 1)?.index ?? 0;
  const current = items[first]?.group;

  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === "Escape") setSelected(undefined);
    const by = STEPS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = neighbour(items, selected, by);
    if (next === undefined) return;
    setSelected(keyOf(items[next]!));
    virtual.scrollToIndex(next, { align: "auto" });
  };
  const jump = useCallback(
    (id: string) => {
      const at = items.findIndex((each) => each.kind === "group" && each.group.id === id);
      virtual.scrollToOffset(virtual.measurementsCache[at]?.start ?? 0);
    },
    [items, virtual],
  );
  const picked = rowOf(items, selected);
  return (
    <div className="flex flex-col min-h-[max(18rem,70dvh)] md:min-h-72 flex-1 basis-0 print-flow">
      <Toolbar data={data} text={text} onText={setText} shown={shown} onShown={setShown} />
      <div className="flex flex-1 min-h-0 relative">
        <div
          ref={scroller}
          tabIndex={0}
          role="grid"
          aria-label="Parameters"
          aria-rowcount={items.length}
          onKeyDown={onKeyDown}
          className="flex-1 min-w-0 overflow-auto outline-offset-[-2px] print-flow"
        >
          <HeadRow data={data} grid={grid} />
          {items.length === 0 && (
            <div role="row">
              <div role="gridcell">
                <Empty title="No row fits.">Take something away from the search, or show all rows.</Empty>
              </div>
            </div>
          )}
          <div
            role="rowgroup"
            style={{ height: virtual.getTotalSize(), minWidth: grid.minWidth }}
            className="relative text-[14px]"
          >
            {current && (
              <div className="sticky top-7 z-10">
                <GroupHead group={current} />
              </div>
            )}
            {drawn.map(({ index, start: from }) => {
              const item = items[index]!;
              if (item.kind === "row") {
                const { code } = item.row;
                return (
                  <div
                    key={code}
                    role="row"
                    aria-selected={selected === code}
                    onClick={() => setSelected(code)}
                    data-code={code}
                    className={classes(
                      "absolute inset-x-0 grid items-center border-b border-hairline cursor-default",
                      selected === code && "bg-paper outline outline-1 -outline-offset-1 outline-copper",
                    )}
                    style={{ top: from, height: ROW_HEIGHT, gridTemplateColumns: grid.columns }}
                  >
                    <RowCells row={item.row} data={data} grid={grid} dim={dim} hollow={hollow} />
                  </div>
                );
              }
              // The first head is the one that sticks.
              if (index === 0 && top < 1) return null;
              return (
                <div
                  key={keyOf(item)}
                  className="absolute inset-x-0"
                  style={{ top: from, height: HEAD_HEIGHT }}
                >
                  <GroupHead group={item.group} />
                </div>
              );
            })}
          </div>
        </div>
        <JumpStrip groups={groups} current={current?.id} onJump={jump} />
      </div>
      {picked && (
        <p
          aria-live="polite"
          className="sticky bottom-0 z-20 bg-leaf border-t border-hairline px-4 py-2 text-[14px] no-print"
        >
          <span className="font-mono">{picked.code}</span>{" "}
          <span className="font-semibold">{picked.name}.</span> {picked.help}{" "}
          {picked.by && <span className="text-soft">Difference {picked.by}.</span>}
          {picked.cells.slice(grid.shown).map((cell, i) => (
            <span key={i} className="block">
              {data.columns[grid.shown + i]!.title}:{" "}
              <span className="font-mono">{cell.missing ? "no value" : cell.text.trim()}</span>{" "}
              {cell.missing ? "" : cell.meaning || cell.unit}
            </span>
          ))}
          {grid.shown < picked.cells.length && picked.verdict && (
            <span className="block">{picked.verdict}</span>
          )}
        </p>
      )}
    </div>
  );
}
