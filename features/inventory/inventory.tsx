"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { addressOf, ledger, type InventoryWindow } from "@/core/contract";
import type { InventorySort } from "@/core/plant";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { useSettled } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { useWindows } from "@/features/live/windows";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { FindField } from "@/ui/find-field";
import { Empty } from "@/ui/notice";
import { Select } from "@/ui/select";
import { useOverscan } from "@/ui/use-overscan";
import { AddDrive, type FamilyRatings } from "./add-drive";
import { Alike } from "./alike";
import { InventoryRow, GRID } from "./inventory-row";

const SETTLE_MS = 150;
const ROW = 54;
const FILTERS = [
  ["area", "Area", "w-36"],
  ["family", "Family", "w-32"],
  ["firmware", "Firmware", "w-24"],
  ["whereabouts", "Whereabouts", "w-36"],
] as const;
/** What each column can be sorted by. */
const HEADS: Array<Array<[InventorySort, string]>> = [
  [["tag", "Position"]],
  [["family", "Family"]],
  [["rating", "Rating, supply"]],
  [["firmware", "Firmware"]],
  [["serial", "Serial number"]],
  [
    ["whereabouts", "Whereabouts"],
    ["answersAt", "address"],
  ],
  [["recordedAt", "Last recorded"]],
];

const SORT_WORDS: Record<string, "ascending" | "descending"> = { false: "ascending", true: "descending" };

interface Props {
  first: InventoryWindow;
  /** Which whereabouts are shown at first. */
  start: string | undefined;
  families: FamilyRatings[];
}

/** Which drives the plant has: to be filtered, sorted, taken along; those in store with what they could replace. */
export function Inventory({ first, start, families }: Props) {
  const { plant } = usePlant();
  const { ledgers } = useLive();
  const [find, setFind] = useState("");
  const [chosen, setChosen] = useState<Partial<Record<(typeof FILTERS)[number][0], string>>>({
    whereabouts: start,
  });
  const [sorted, setSorted] = useState<{ sort?: InventorySort; down?: boolean }>({});
  const [adding, setAdding] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const settled = useSettled(find.trim(), SETTLE_MS);
  const changes = [...ledgers.values()].reduce((sum, each) => sum + each, 0);
  const { head, lineAt, show, trouble } = useWindows(
    ledger.listInventory,
    { plant },
    { find: settled || undefined, ...chosen, ...sorted },
    first,
    changes,
    start !== undefined &&
      Object.keys(sorted).length === 0 &&
      chosen.whereabouts === start &&
      settled === "" &&
      onlyStart(chosen),
  );
  // The list is drawn by measuring its scroller; React's compiler leaves such a component alone, which is right.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: head.total,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: useOverscan(10),
    initialRect: { width: 1200, height: 640 },
  });
  const drawn = virtual.getVirtualItems();
  const [from, until] = [drawn[0]?.index ?? 0, drawn.at(-1)?.index ?? 0];
  useEffect(() => show(from, until), [show, from, until]);
  const link = "underline underline-offset-4 decoration-hairline hover:decoration-copper";
  return (
    <div className="flex flex-col flex-1 min-h-0 px-6 max-sm:px-3 pt-4 w-full max-w-[90rem] mx-auto">
      <div className="flex flex-wrap items-end gap-3 mb-2">
        <h1 className="text-xl font-semibold mr-3 pb-1">Inventory</h1>
        <FindField
          label="Find"
          told
          value={find}
          onValue={setFind}
          placeholder="Serial, rating ..."
          className="w-40"
        />
        {FILTERS.map(([key, label, width]) => (
          <Select
            key={key}
            label={label}
            value={chosen[key] ?? ""}
            onChange={(event) => setChosen({ ...chosen, [key]: event.target.value || undefined })}
            className={width}
          >
            <option value="">all</option>
            {head.choices[key].map((each) => (
              <option key={each}>{each}</option>
            ))}
          </Select>
        ))}
        <p className="flex-1 pb-2 text-soft text-[14px]" role="status">
          {head.total} of {head.all}
        </p>
        <Offered right="arrange">
          <Button className="mb-0.5" onClick={() => setAdding(true)}>
            Add a drive in store
          </Button>
        </Offered>
        <p className="pb-2 text-[15px] no-print">
          <a
            className={link}
            download
            href={addressOf(ledger.inventoryFile, { params: { plant, format: "csv" } })}
          >
            CSV
          </a>{" "}
          or{" "}
          <a
            className={link}
            download
            href={addressOf(ledger.inventoryFile, { params: { plant, format: "xlsx" } })}
          >
            spreadsheet
          </a>
        </p>
      </div>
      {trouble && (
        <p role="alert" className="text-ochre">
          {trouble}
        </p>
      )}
      <Alike at={head.alike} />
      {drawn.length < head.total && (
        <p className="only-print">
          Only the lines that were in sight are on paper. The spreadsheet of the inventory has all of them.
        </p>
      )}
      <div
        ref={scroller}
        tabIndex={0}
        role="table"
        aria-label="Inventory"
        aria-rowcount={head.total + 1}
        className="flex-1 min-h-72 overflow-auto border border-hairline bg-leaf mb-3 outline-offset-[-2px] text-[15px] print-flow"
      >
        <div role="rowgroup" className="sticky top-0 z-10 min-w-[64rem] bg-leaf border-b border-hairline">
          <div role="row" className={`${GRID} text-[13px] text-soft`}>
            <span aria-hidden className="margin-rule h-8" />
            {HEADS.map((head) => (
              <span
                key={head[0]![0]}
                role="columnheader"
                className="flex gap-x-2"
                aria-sort={
                  head.some(([key]) => key === sorted.sort)
                    ? SORT_WORDS[String(sorted.down === true)]
                    : undefined
                }
              >
                {head.map(([key, label]) => (
                  <button
                    key={key}
                    type="button"
                    className="min-h-8 hover:text-ink"
                    onClick={() =>
                      setSorted({ sort: key, down: sorted.sort === key && !sorted.down ? true : undefined })
                    }
                  >
                    {label}
                    {sorted.sort === key && (sorted.down ? " ↓" : " ↑")}
                  </button>
                ))}
              </span>
            ))}
          </div>
        </div>
        {head.total === 0 && (
          <Empty title={head.all === 0 ? "The plant's drives will stand here." : "No drive fits."}>
            {head.all === 0
              ? "Each drive appears once its position is there or it was recorded; one in store can be added by its plate."
              : "Take something away from the filters."}
          </Empty>
        )}
        <div role="rowgroup" className="relative min-w-[64rem]" style={{ height: virtual.getTotalSize() }}>
          {drawn.map(({ index, start: top, size }) => (
            <div key={index} role="row" className="absolute inset-x-0" style={{ top, height: size }}>
              <InventoryRow line={lineAt(index)} />
            </div>
          ))}
        </div>
      </div>
      <Dialog open={adding} title="Add a drive in store" onClose={() => setAdding(false)}>
        <AddDrive families={families} onDone={() => setAdding(false)} />
      </Dialog>
    </div>
  );
}

const onlyStart = (chosen: object): boolean =>
  Object.entries(chosen).every(([key, value]) => key === "whereabouts" || value === undefined);
