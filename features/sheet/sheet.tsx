"use client";
import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import {
  besidesOf,
  filterSheet,
  gridOf,
  sideBySide,
  unpackSheet,
  withoutColumns,
  type PackedSheet,
  type SheetData,
  type SheetRow,
} from "@/core/sheet";
import { usePhone } from "@/ui/use-phone";
import { ColumnsChoice } from "./columns-choice";
import { useColumns } from "./columns-left-out";
import { Foot } from "./foot";
import { keyOf, neighbour, rowOf, rowsBetween, useItems } from "./items";
import { Leaf, type EarlierRecord, type SheetOf } from "./leaf";
import { Rows, type RowsHandle } from "./rows";
import { Toolbar } from "./toolbar";
import { useChanged } from "./use-changed";
import { useCopy } from "./use-copy";
import { useNotes } from "./use-notes";
import { useOwnList } from "./use-own-list";
import { EVERYTHING, useView } from "./use-view";

const STEPS: Partial<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 };

interface Props {
  data: SheetData | PackedSheet;
  /** Begin with only what differs. */
  start?: "all" | "differences";
  /** Names the sheet among others: it opens as it was left, and its address says what is shown. With an empty one only the address does. */
  place?: string;
  /** What it is of; with it a row has a leaf with everything that is known of its parameter. */
  of?: SheetOf;
  /** Live values that cannot be refreshed dim. */
  dim?: boolean;
  /** The drive holds something volatile, or does not tell: dots of lit values are hollow. */
  hollow?: boolean;
  /** What else can be done with the rows that are chosen. */
  actions?: (chosen: readonly SheetRow[]) => ReactNode;
  /** Where values can be changed: what stands at the foot for the row that is chosen. Enter goes into it; `leave` comes back, `go` on to the next row. */
  editor?: SheetEditor;
}
export type SheetEditor = (
  code: string,
  on: { leave: () => void; go: (by: number) => void; enter: boolean },
) => ReactNode;

const NONE: readonly EarlierRecord[] = [];
const NOTHING_ELSE: Pick<Props, "of" | "actions" | "editor"> = {};

/** A drive's parameters as ruled rows under group headings that stick. Draws only what is in sight, so that thousands scroll smoothly. */
export const Sheet = memo(function Sheet(props: Props) {
  const { data: given, start = "all", place, dim, hollow } = props;
  const whole = useMemo(() => unpackSheet(given), [given]);
  const [view, change] = useView({ ...EVERYTHING, differences: start === "differences" }, place);
  const beside = besidesOf(whole).find((each) => each === view.beside);
  const [hidden, hide] = useColumns();
  const data = useMemo(
    () => (beside ? sideBySide(whole, beside) : withoutColumns(whole, hidden)),
    [whole, beside, hidden],
  );
  // A row of several sets or axes is no one parameter: it has no leaf, and nothing is changed in it.
  const { of, actions, editor } = beside ? NOTHING_ELSE : props;
  const selected = view.at;
  /** The other end of what is chosen, when several rows are. */
  const [anchor, setAnchor] = useState<string>();
  const [leaf, setLeaf] = useState(false);
  const [entered, setEntered] = useState<string>();
  const own = useOwnList(data.family, data.essentials);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useRef<RowsHandle>(null);
  const foot = useRef<HTMLDivElement>(null);
  const { text, could, notDefault, differences, outside, list, without, axis, set } = view;
  const since = of?.earlier?.some((each) => each.number === view.since) ? view.since : undefined;
  const only = useChanged(of, since);
  const notes = useNotes(data.family, of?.tag);
  const noted = view.noted && of?.tag !== undefined ? notes.codes : undefined;
  const found = useMemo(() => {
    const codes = list === "mine" ? own.codes : data.essentials;
    return filterSheet(data, {
      text,
      could,
      notDefault,
      differences,
      outside,
      without,
      axis,
      set,
      only,
      noted,
      list: list && codes && { title: list === "mine" ? "My list" : "Essentials", codes },
    });
  }, [data, text, could, notDefault, differences, outside, list, without, axis, set, only, noted, own.codes]);
  const { groups } = found;
  const phone = usePhone();
  const grid = useMemo(() => gridOf(data, phone), [data, phone]);
  const listed = beside ? data : whole;
  const columns = useMemo(
    () => <ColumnsChoice data={listed} hidden={hidden} onChange={hide} />,
    [listed, hidden, hide],
  );
  const items = useItems(groups);
  const select = (code: string | undefined, extend = false): void => {
    // What somebody chooses is in sight.
    brought.current = true;
    setEntered(undefined);
    setAnchor(extend ? (anchor ?? selected) : undefined);
    change({ at: code });
  };
  /** Into the value of the row in hand where it can be changed, else to what is known of it. */
  const open = (): void => {
    if (!editor) return setLeaf(of !== undefined);
    setEntered(selected);
    foot.current?.querySelector<HTMLElement>("[data-value]")?.focus();
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const { key } = event;
    if (key === "Escape" && leaf) setLeaf(false);
    else if (key === "Escape") select(undefined);
    if (key === "Enter" && selected !== undefined) {
      event.preventDefault();
      open();
    }
    if (key === "a" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      const all = groups.flatMap((each) => each.rows);
      setAnchor(all[0]?.code);
      change({ at: all.at(-1)?.code });
    }
    const by = STEPS[key];
    if (by === undefined) return;
    event.preventDefault();
    if (event.altKey && list === "mine" && picked) own.move(picked.base ?? picked.code, by);
    else go(by, event.shiftKey);
  };
  const go = (by: number, extend = false): void => {
    const next = neighbour(items, selected, by);
    if (next === undefined) return;
    select(keyOf(items[next]!), extend);
    rows.current?.show(next, "nearest");
  };
  const picked = useMemo(() => rowOf(items, selected), [items, selected]);
  const chosen = useMemo(() => rowsBetween(items, anchor ?? selected, selected), [items, anchor, selected]);
  const { copyChosen, copyGroup, onCopy } = useCopy(data.columns, chosen, scroller);
  const among = useMemo(() => new Set(chosen.map((each) => each.code)), [chosen]);
  // The row that the address names, or at which the sheet was left, is brought into sight once.
  const brought = useRef(false);
  useEffect(() => {
    if (brought.current || selected === undefined) return;
    const at = items.findIndex((each) => keyOf(each) === selected);
    // A filter may let it in only later, when more is known.
    if (at < 0) return;
    brought.current = true;
    rows.current?.show(at, "middle");
    // In one hand the page itself scrolls, and what is said of the row lies over the sheet's beginning.
    if (phone) scroller.current?.scrollIntoView({ block: "center" });
  }, [items, selected, phone]);
  return (
    <div className="flex flex-col min-h-[max(18rem,70dvh)] md:min-h-72 flex-1 basis-0 print-flow">
      <Toolbar
        data={data}
        whole={whole}
        view={view}
        onView={(wanted) => {
          change(wanted);
          // What is left begins at its first row, wherever one was in what was shown before.
          scroller.current?.scrollTo({ top: 0 });
        }}
        found={found}
        mine={own.codes?.length}
        noted={notes.codes.size}
        columns={columns}
        earlier={of?.earlier ?? NONE}
      />
      <Rows
        handle={rows}
        scroller={scroller}
        items={items}
        groups={groups}
        data={data}
        grid={grid}
        onlyDifferences={differences}
        notes={notes}
        connection={of?.connection}
        dim={dim}
        hollow={hollow}
        among={among}
        selected={selected}
        onSelect={select}
        onOpen={open}
        onKeyDown={onKeyDown}
        onCopy={onCopy}
        onCopyGroup={copyGroup}
        aside={
          leaf &&
          of &&
          picked && (
            <Leaf family={data.family} of={of} row={picked} notes={notes} onClose={() => setLeaf(false)} />
          )
        }
      />
      {picked && (
        <Foot
          foot={foot}
          row={picked}
          count={chosen.length}
          data={data}
          grid={grid}
          told={leaf}
          onLeaf={of && !leaf ? () => setLeaf(true) : undefined}
          list={own}
          ordering={list === "mine"}
          onCopy={copyChosen}
          actions={actions?.(chosen)}
        >
          {editor?.(picked.code, {
            leave: () => {
              setEntered(undefined);
              scroller.current?.focus();
            },
            go,
            // Its value may still be asked for when somebody goes into it.
            enter: entered === selected,
          })}
        </Foot>
      )}
    </div>
  );
});
