"use client";
import { useTable } from "@tanstack/react-table";
import { ledger } from "@/core/contract";
import type { InventoryLine } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { addressOf } from "@/features/live/ask";
import { classes } from "@/ui/classes";
import { Empty } from "@/ui/notice";
import { Select } from "@/ui/select";
import { useDrawn } from "@/ui/use-drawn";
import { AREA, COLUMNS, everyWord, FEATURES, WIDTHS } from "./inventory-columns";

const FILTERS = [
  ["area", "Area", "w-44"],
  ["family", "Family", "w-36"],
  ["firmware", "Firmware", "w-28"],
] as const;

/** Which drives the plant has: to be filtered, sorted, taken along. */
export function Inventory({ lines }: { lines: InventoryLine[] }) {
  const { plant } = usePlant();
  const table = useTable({
    features: FEATURES,
    columns: COLUMNS,
    data: lines,
    globalFilterFn: everyWord,
    getColumnCanGlobalFilter: () => true,
    enableSortingRemoval: false,
    sortDescFirst: false,
  });
  const shown = table.getRowModel().rows;
  const drawn = useDrawn(shown.length);
  const values = (key: "family" | "area" | "firmware"): string[] =>
    [...new Set(lines.map((each) => each[key]).filter(Boolean))].sort((a, b) =>
      a.localeCompare(b, "en", { numeric: true }),
    );
  if (lines.length === 0)
    return (
      <Empty title="The plant's drives will stand here.">
        Each drive appears once its position is there or it was recorded.
      </Empty>
    );
  return (
    <div className="px-6 max-sm:px-4 py-5 w-full max-w-[90rem] mx-auto">
      <div className="flex flex-wrap items-end gap-3 mb-3">
        <h1 className="text-xl font-semibold mr-3 pb-1">Inventory</h1>
        <label className="block">
          <span className="block text-sm text-soft mb-1">Find</span>
          <input
            value={String(table.state.globalFilter ?? "")}
            onChange={(event) => table.setGlobalFilter(event.target.value)}
            placeholder="Serial, rating, module ..."
            className="min-h-9 w-56 rounded-page border border-hairline bg-leaf px-3"
          />
        </label>
        {FILTERS.map(([key, label, width]) => (
          <Select
            key={key}
            label={label}
            value={String(table.getColumn(key)!.getFilterValue() ?? "")}
            onChange={(event) => table.getColumn(key)!.setFilterValue(event.target.value || undefined)}
            className={width}
          >
            <option value="">all</option>
            {values(key).map((each) => (
              <option key={each}>{each}</option>
            ))}
          </Select>
        ))}
        <p className="flex-1 pb-2 text-soft text-[14px]" role="status">
          {shown.length} of {lines.length}
        </p>
        <p className="pb-2 text-[15px] no-print">
          Take it along as{" "}
          <a
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            download
            href={addressOf(ledger.inventoryFile, { params: { plant, format: "csv" } })}
          >
            CSV
          </a>{" "}
          or{" "}
          <a
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            download
            href={addressOf(ledger.inventoryFile, { params: { plant, format: "xlsx" } })}
          >
            spreadsheet
          </a>
        </p>
      </div>
      <div className="overflow-x-auto">
        <table
          className="w-full min-w-[64rem] table-fixed bg-leaf border border-hairline text-[15px]"
          aria-label="Inventory"
        >
          <thead>
            <tr className="text-left text-[13px] text-soft">
              <th className="margin-rule w-4" aria-label="Margin" />
              {table
                .getFlatHeaders()
                .filter((each) => each.column.id !== AREA)
                .map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      className={classes("font-normal pl-3", WIDTHS[header.column.id])}
                      aria-sort={sorted ? `${sorted}ending` : undefined}
                    >
                      <button
                        type="button"
                        className="min-h-8 hover:text-ink"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        <table.FlexRender header={header} />
                        {sorted && (sorted === "desc" ? " ↓" : " ↑")}
                      </button>
                    </th>
                  );
                })}
            </tr>
          </thead>
          <tbody>
            {shown.slice(0, drawn).map((row) => (
              <tr key={row.id} className="border-t border-hairline align-top">
                <td className="margin-rule" />
                {row
                  .getAllCells()
                  .filter((each) => each.column.id !== AREA)
                  .map((cell) => (
                    <td key={cell.id} className="pl-3 py-1.5 pr-2">
                      <table.FlexRender cell={cell} />
                    </td>
                  ))}
              </tr>
            ))}
            {shown.length === 0 && (
              <tr>
                <td colSpan={8}>
                  <Empty title="No drive fits.">Take something away from the filters.</Empty>
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
    </div>
  );
}
