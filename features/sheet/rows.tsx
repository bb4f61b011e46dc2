"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import {
  useCallback,
  useImperativeHandle,
  type ClipboardEvent,
  type KeyboardEvent,
  type ReactNode,
  type Ref,
  type RefObject,
} from "react";
import type { SheetData, SheetGrid, SheetGroup } from "@/core/sheet";
import { usePrinting } from "@/ui/use-printing";
import { DrawnRow } from "./drawn-row";
import { GroupHead } from "./group-head";
import { HeadRow } from "./head-row";
import { HEAD_HEIGHT, keyOf, ROW_HEIGHT, type Item } from "./items";
import { JumpStrip } from "./jump-strip";
import { NoRows } from "./no-rows";
import { OnPaper } from "./on-paper";
import { useFresh } from "./use-fresh";
import type { Notes } from "./use-notes";

/** About what a desk's screen shows of a sheet, in px. */
const FIRST_SIGHT = { width: 900, height: 500 };
const OVERSCAN = 4;

export interface RowsHandle {
  /** Brings a line into sight: no further than it must, or into the middle. */
  show: (index: number, where: "nearest" | "middle") => void;
}

interface Props {
  handle: Ref<RowsHandle>;
  scroller: RefObject<HTMLDivElement | null>;
  items: readonly Item[];
  groups: SheetGroup[];
  data: SheetData;
  grid: SheetGrid;
  /** Only rows that differ are shown. */
  onlyDifferences: boolean;
  notes: Notes;
  /** The connection whose measured values are kept fresh. */
  connection: string | undefined;
  dim?: boolean;
  hollow?: boolean;
  /** The codes that are chosen; and the one in hand. */
  among: ReadonlySet<string>;
  selected: string | undefined;
  onSelect: (code: string, extend: boolean) => void;
  onOpen: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
  onCopy: (event: ClipboardEvent) => void;
  onCopyGroup: (group: SheetGroup) => void;
  /** What stands beside the rows instead of the strip of groups. */
  aside: ReactNode;
}

/** The rows of a sheet under headings that stick, and the strip of its groups. Only this is drawn again while one scrolls, and of it what is in sight. */
export function Rows({
  handle,
  scroller,
  items,
  groups,
  data,
  grid,
  onlyDifferences,
  notes,
  among,
  selected,
  dim,
  hollow,
  ...on
}: Props) {
  // Sizes are kept by key, so that a new filter needs no second measuring.
  const getItemKey = useCallback((i: number) => keyOf(items[i]!), [items]);
  // The list is drawn by measuring its scroller; React's compiler leaves such a component alone, which is right.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    overscan: OVERSCAN,
    estimateSize: (i) => (items[i]?.kind === "group" ? HEAD_HEIGHT : ROW_HEIGHT),
    scrollPaddingStart: HEAD_HEIGHT,
    // The first rows come with the page itself, before its program runs.
    initialRect: FIRST_SIGHT,
    getItemKey,
  });
  useImperativeHandle(
    handle,
    () => ({
      show: (index, where) => virtual.scrollToIndex(index, { align: where === "middle" ? "center" : "auto" }),
    }),
    [virtual],
  );
  const drawn = virtual.getVirtualItems();
  // Rows are drawn into just as many slots as are in sight: whoever scrolls or filters has other words written into a slot, where it would be made anew.
  const slots = Math.ceil((virtual.scrollRect?.height ?? FIRST_SIGHT.height) / ROW_HEIGHT) + 2 * OVERSCAN + 2;
  const inSight = drawn.flatMap(({ index }) => {
    const item = items[index];
    return item?.kind === "row" ? [item.row] : [];
  });
  const fresh = useFresh(dim ? undefined : on.connection, inSight);
  const top = virtual.scrollOffset ?? 0;
  const first = drawn.find((each) => each.end > top + 1)?.index ?? 0;
  const current = items[first]?.group;
  const printing = usePrinting();
  const jump = useCallback(
    (id: string) => {
      const at = items.findIndex((each) => each.kind === "group" && each.group.id === id);
      virtual.scrollToOffset(virtual.measurementsCache[at]?.start ?? 0);
    },
    [items, virtual],
  );
  return (
    <div className="flex flex-1 min-h-0 relative">
      <div
        ref={scroller}
        tabIndex={0}
        role="grid"
        aria-label="Parameters"
        aria-rowcount={items.length}
        aria-multiselectable
        onKeyDown={on.onKeyDown}
        onCopy={on.onCopy}
        className="flex-1 min-w-0 overflow-auto outline-offset-[-2px] print-flow"
      >
        <HeadRow data={data} grid={grid} />
        {items.length === 0 && (
          <div role="row">
            <div role="gridcell">
              <NoRows data={data} onlyDifferences={onlyDifferences} />
            </div>
          </div>
        )}
        {printing ? (
          <OnPaper items={items} notes={notes} data={data} grid={grid} dim={dim} hollow={hollow} />
        ) : (
          <div
            role="rowgroup"
            style={{ height: virtual.getTotalSize(), minWidth: grid.minWidth }}
            className="relative text-[14px]"
          >
            {current && (
              <div className="sticky top-7 z-10">
                <GroupHead group={current} onCopy={on.onCopyGroup} />
              </div>
            )}
            {drawn.map(({ index, start: from }) => {
              const item = items[index]!;
              if (item.kind === "row") {
                const { code } = item.row;
                return (
                  <DrawnRow
                    key={index % slots}
                    row={fresh(item.row)}
                    top={from}
                    data={data}
                    grid={grid}
                    noted={notes.codes.has(code)}
                    chosen={among.has(code)}
                    selected={selected === code}
                    dim={dim}
                    hollow={hollow}
                    onSelect={(extend) => on.onSelect(code, extend)}
                    onOpen={on.onOpen}
                  />
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
                  <GroupHead group={item.group} onCopy={on.onCopyGroup} />
                </div>
              );
            })}
          </div>
        )}
      </div>
      {on.aside || <JumpStrip groups={groups} current={current?.id} onJump={jump} />}
    </div>
  );
}
