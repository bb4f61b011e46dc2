"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useCallback, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { classes } from "@/ui/classes";
import { useKey } from "@/ui/keys";
import { Mark } from "@/ui/marks";
import { Empty } from "@/ui/notice";
import { JumpStrip } from "./jump-strip";
import { filterSheet, type SheetData, type SheetGroup, type SheetRow } from "./rows";
import { Value } from "./value";

const ROW = 32;
const HEAD = 38;

type Item = { kind: "group"; group: SheetGroup } | { kind: "row"; row: SheetRow; group: SheetGroup };

interface Props {
  data: SheetData;
  /** Begin with only what differs, or only what is not default. */
  start?: "all" | "not-default" | "differences";
  /** Live values that cannot be refreshed dim. */
  dim?: boolean;
  /** The drive holds something volatile: dots of lit values are hollow. */
  hollow?: boolean;
}

/** A drive's parameters as ruled rows under group headings that stick. Draws only what is in sight, so that thousands scroll smoothly. */
export function Sheet({ data, start = "all", dim, hollow }: Props) {
  const [text, setText] = useState("");
  const [show, setShow] = useState(start);
  const [selected, setSelected] = useState<string>();
  const scroller = useRef<HTMLDivElement>(null);
  const finder = useRef<HTMLInputElement>(null);
  const groups = useMemo(
    () =>
      filterSheet(data.groups, {
        text,
        onlyNotDefault: show === "not-default",
        onlyDifferences: show === "differences",
      }),
    [data.groups, text, show],
  );
  const items = useMemo(
    () =>
      groups.flatMap((group): Item[] => [
        { kind: "group", group },
        ...group.rows.map((row): Item => ({ kind: "row", row, group })),
      ]),
    [groups],
  );
  const heads = useMemo(() => items.flatMap((item, i) => (item.kind === "group" ? [i] : [])), [items]);
  // Sizes are kept by key, so that a new filter needs no second measuring.
  const keyOf = useCallback(
    (i: number) => {
      const item = items[i]!;
      return item.kind === "group" ? `group ${item.group.id}` : item.row.code;
    },
    [items],
  );
  // The list is drawn by measuring its scroller; React's compiler leaves such a component alone, which is right.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    overscan: 8,
    estimateSize: (i) => (items[i]?.kind === "group" ? HEAD : ROW),
    scrollPaddingStart: HEAD,
    getItemKey: keyOf,
  });
  useKey("f", () => finder.current?.focus());

  const drawn = virtual.getVirtualItems();
  const top = virtual.scrollOffset ?? 0;
  const first = drawn.find((each) => each.end > top + 1)?.index ?? 0;
  const current = items[first]?.group;
  const { compares } = data;
  const shows = data.columns.length > 1 && data.columns.length < 4;
  const counts = useMemo(() => {
    const rows = data.groups.flatMap((each) => each.rows);
    return {
      all: rows.length,
      "not-default": rows.filter((each) => each.notDefault).length,
      differences: rows.filter((each) => each.differs).length,
    };
  }, [data.groups]);
  const withVerdict = items.some((each) => each.kind === "row" && each.row.verdict !== undefined);

  const move = (by: number): void => {
    const rows = items.flatMap((item, i) => (item.kind === "row" ? [i] : []));
    const at = rows.findIndex((i) => (items[i] as { row: SheetRow }).row.code === selected);
    const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
    if (next === undefined) return;
    setSelected((items[next] as { row: SheetRow }).row.code);
    virtual.scrollToIndex(next, { align: "auto" });
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      move(by);
    }
    if (event.key === "Escape") setSelected(undefined);
  };
  const jump = useCallback(
    (id: string) => {
      const at = items.findIndex((each) => each.kind === "group" && each.group.id === id);
      virtual.scrollToOffset(virtual.measurementsCache[at]?.start ?? 0);
    },
    [items, virtual],
  );
  const picked = selected
    ? items.find(
        (each): each is Extract<Item, { kind: "row" }> => each.kind === "row" && each.row.code === selected,
      )?.row
    : undefined;
  const narrow = data.columns.length > 3;
  // As wide as the longest code: 14 px of the mono face are about 0.54 rem a character.
  const longest = useMemo(
    () =>
      data.groups.reduce(
        (most, group) => group.rows.reduce((all, row) => Math.max(all, row.code.length), most),
        0,
      ),
    [data.groups],
  );
  const code = `${Math.max(5.2, 0.54 * longest + 1.3).toFixed(2)}rem`;
  const minWidth = narrow ? `${17 + 9.5 * data.columns.length}rem` : undefined;
  const columns = narrow
    ? `2.5rem ${code} minmax(9rem,1fr) ${data.columns.map(() => "minmax(9.5rem,12rem)").join(" ")}`
    : `2.5rem ${code} minmax(9rem,1fr) ${data.columns.map((each) => (each.source === "default" ? "minmax(11.5rem,15rem)" : "minmax(13rem,17rem)")).join(" ")}${shows ? " minmax(5.5rem,8.5rem)" : ""}`;

  return (
    <div className="flex flex-col min-h-0 flex-1">
      <div className="flex flex-wrap items-center gap-3 px-4 py-2 border-b border-hairline no-print">
        <input
          ref={finder}
          value={text}
          onChange={(event) => setText(event.target.value)}
          aria-label="Find in this sheet"
          placeholder="Find code, name, unit, value  (f)"
          onKeyDown={(event) => {
            if (event.key === "Escape") {
              setText("");
              event.currentTarget.blur();
            }
          }}
          className="min-h-9 w-64 rounded-page border border-hairline bg-paper px-3 text-[15px]"
        />
        <div role="radiogroup" aria-label="Rows shown" className="flex gap-1">
          {(
            [
              ["all", "All"],
              ["not-default", "Not default"],
              ...(compares ? [["differences", "Differences"]] : []),
            ] as Array<[typeof show, string]>
          ).map(([key, label]) => (
            <button
              key={key}
              type="button"
              role="radio"
              aria-checked={show === key}
              onClick={() => setShow(key)}
              className="min-h-8 px-3 rounded-page border border-transparent text-[14px] text-soft hover:text-ink aria-checked:border-copper aria-checked:text-ink"
            >
              {label} <span className="font-mono text-[12px]">{counts[key]}</span>
            </button>
          ))}
        </div>
      </div>
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
          <div
            role="row"
            className="grid sticky top-0 z-20 h-7 bg-leaf text-[12px] text-soft border-b border-hairline"
            style={{ gridTemplateColumns: columns, minWidth }}
          >
            <span role="columnheader" aria-label="Marks" className="margin-rule" />
            <span role="columnheader" className="pl-3 py-1">
              Code
            </span>
            <span role="columnheader" className="py-1">
              Parameter
            </span>
            {data.columns.map((column, i) => (
              <span key={i} role="columnheader" className="py-1 pl-2 truncate" title={column.title}>
                {column.title}
              </span>
            ))}
            {shows && (
              <span role="columnheader" className="py-1 pl-2">
                {withVerdict ? "Verdict" : "Difference"}
              </span>
            )}
          </div>
          {items.length === 0 && (
            <div role="row">
              <div role="gridcell">
                <Empty title="No row fits.">Take something away from the search, or show all rows.</Empty>
              </div>
            </div>
          )}
          <div
            role="rowgroup"
            style={{ height: virtual.getTotalSize(), minWidth }}
            className="relative text-[14px]"
          >
            {current && (
              <div className="sticky top-7 z-10">
                <GroupHead group={current} />
              </div>
            )}
            {drawn.map((each) => {
              const item = items[each.index]!;
              if (item.kind === "group") {
                if (each.index === heads[0] && top < 1) return null;
                return (
                  <div
                    key={`g${item.group.id}`}
                    className="absolute inset-x-0"
                    style={{ top: each.start, height: HEAD }}
                  >
                    <GroupHead group={item.group} />
                  </div>
                );
              }
              const { row } = item;
              return (
                <div
                  key={row.code}
                  role="row"
                  aria-selected={selected === row.code}
                  onClick={() => setSelected(row.code)}
                  data-code={row.code}
                  className={classes(
                    "absolute inset-x-0 grid items-center border-b border-hairline cursor-default",
                    selected === row.code && "bg-paper outline outline-1 -outline-offset-1 outline-copper",
                  )}
                  style={{ top: each.start, height: ROW, gridTemplateColumns: columns }}
                >
                  <RowCells row={row} data={data} shows={shows} narrow={narrow} dim={dim} hollow={hollow} />
                </div>
              );
            })}
          </div>
        </div>
        <JumpStrip groups={groups} current={current?.id} onJump={jump} />
      </div>
      {picked && (
        <p aria-live="polite" className="border-t border-hairline px-4 py-2 text-[14px] no-print">
          <span className="font-mono">{picked.code}</span>{" "}
          <span className="font-semibold">{picked.name}.</span> {picked.help}{" "}
          {picked.by && <span className="text-soft">Difference {picked.by}.</span>}
        </p>
      )}
    </div>
  );
}

function GroupHead({ group }: { group: SheetGroup }) {
  const marked = group.rows.filter((each) => each.notDefault).length;
  return (
    <div role="row" className="grid grid-cols-[2.5rem_1fr] h-[38px] bg-leaf border-b border-hairline">
      <span role="gridcell" className="margin-rule" />
      <h3 role="rowheader" className="self-end pb-1 pl-3 font-semibold text-[15px] truncate">
        <span className="font-mono text-copper-deep mr-2">{group.id}</span>
        {group.trail && <span className="text-soft font-normal">{group.trail} · </span>}
        {group.title}
        {marked > 0 && <span className="ml-3 text-[12px] font-normal text-soft">{marked} not default</span>}
      </h3>
    </div>
  );
}

/** The cells of one row; drawn again only when the row itself is another. */
const RowCells = memo(function RowCells({
  row,
  data,
  shows,
  narrow,
  dim,
  hollow,
}: {
  row: SheetRow;
  data: SheetData;
  shows: boolean;
  narrow: boolean;
  dim?: boolean;
  hollow?: boolean;
}) {
  return (
    <>
      <span role="gridcell" className="margin-rule h-full flex items-center justify-end gap-0.5 pr-1.5">
        {row.differs && data.compares && <Mark name="differs" />}
        {row.notDefault && <Mark name="not-default" />}
        {row.readOnly && !row.notDefault && !row.moving && <Mark name="read-only" />}
      </span>
      <span role="gridcell" className="font-mono pl-3">
        {row.code}
      </span>
      <span
        role="gridcell"
        className={classes("truncate pr-2", row.moving && "text-soft")}
        title={row.help || row.name}
      >
        {row.name}
      </span>
      {row.cells.map((cell, i) => (
        <Value
          key={i}
          cell={cell}
          source={data.columns[i]!.source}
          dim={dim && data.columns[i]!.source === "live"}
          hollow={hollow}
          narrow={narrow}
        />
      ))}
      {shows && (
        <span role="gridcell" className="pl-2 text-[13px] truncate text-soft" title={row.by}>
          {row.moving
            ? data.compares
              ? "moves by itself"
              : ""
            : (row.verdict ?? row.by ?? (row.differs ? "differs" : ""))}
        </span>
      )}
    </>
  );
});
