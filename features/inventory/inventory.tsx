"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { ledger } from "@/core/contract";
import type { InventoryLine } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { addressOf } from "@/features/live/ask";
import { classes } from "@/ui/classes";
import { Empty } from "@/ui/notice";
import { Select } from "@/ui/select";
import { useDrawn } from "@/ui/use-drawn";
import { day } from "@/ui/when";

type Key = "area" | "tag" | "family" | "rating" | "firmware" | "serial" | "whereabouts" | "recordedAt";
const HEADS: Array<[key: Key, title: string, width: string]> = [
  ["tag", "Position", "w-44"],
  ["family", "Family", "w-36"],
  ["rating", "Rating, supply", ""],
  ["firmware", "Firmware", "w-20"],
  ["serial", "Serial number", "w-40"],
  ["whereabouts", "Whereabouts", "w-32"],
  ["recordedAt", "Last recorded", "w-40"],
];

/** Which drives the plant has: to be filtered, sorted, taken along. */
export function Inventory({ lines }: { lines: InventoryLine[] }) {
  const { plant, to } = usePlant();
  const [find, setFind] = useState("");
  const [family, setFamily] = useState("");
  const [area, setArea] = useState("");
  const [firmware, setFirmware] = useState("");
  const [sort, setSort] = useState<{ key: Key; down: boolean }>({ key: "area", down: false });
  const values = (key: "family" | "area" | "firmware"): string[] =>
    [...new Set(lines.map((each) => each[key]).filter(Boolean))].sort((a, b) =>
      a.localeCompare(b, "en", { numeric: true }),
    );
  const shown = useMemo(() => {
    const words = find.toLowerCase().split(/\s+/).filter(Boolean);
    const left = lines.filter((each) => {
      const text = Object.values(each).join(" ").toLowerCase();
      return (
        words.every((word) => text.includes(word)) &&
        (family === "" || each.family === family) &&
        (area === "" || each.area === area) &&
        (firmware === "" || each.firmware === firmware)
      );
    });
    if (sort.key === "area") return left;
    return [...left].sort(
      (a, b) =>
        (sort.down ? -1 : 1) *
        String(a[sort.key] ?? "").localeCompare(String(b[sort.key] ?? ""), "en", { numeric: true }),
    );
  }, [lines, find, family, area, firmware, sort]);
  const drawn = useDrawn(shown.length);
  if (lines.length === 0)
    return (
      <Empty title="The plant's drives will stand here.">
        Each drive appears once its position is there or it was recorded.
      </Empty>
    );
  const direction = sort.down ? "descending" : "ascending";
  return (
    <div className="px-6 py-5 w-full max-w-[90rem] mx-auto">
      <div className="flex flex-wrap items-end gap-3 mb-3">
        <h1 className="text-xl font-semibold mr-3 pb-1">Inventory</h1>
        <label className="block">
          <span className="block text-sm text-soft mb-1">Find</span>
          <input
            value={find}
            onChange={(event) => setFind(event.target.value)}
            placeholder="Serial, rating, module ..."
            className="min-h-9 w-56 rounded-page border border-hairline bg-leaf px-3"
          />
        </label>
        <Select label="Area" value={area} onChange={(event) => setArea(event.target.value)} className="w-44">
          <option value="">all</option>
          {values("area").map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Select>
        <Select
          label="Family"
          value={family}
          onChange={(event) => setFamily(event.target.value)}
          className="w-36"
        >
          <option value="">all</option>
          {values("family").map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Select>
        <Select
          label="Firmware"
          value={firmware}
          onChange={(event) => setFirmware(event.target.value)}
          className="w-28"
        >
          <option value="">all</option>
          {values("firmware").map((each) => (
            <option key={each}>{each}</option>
          ))}
        </Select>
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
      <table className="w-full table-fixed bg-leaf border border-hairline text-[15px]" aria-label="Inventory">
        <thead>
          <tr className="text-left text-[13px] text-soft">
            <th className="margin-rule w-4" aria-label="Margin" />
            {HEADS.map(([key, title, width]) => (
              <th
                key={key}
                className={classes("font-normal pl-3", width)}
                aria-sort={sort.key === key ? direction : undefined}
              >
                <button
                  type="button"
                  className="min-h-8 hover:text-ink"
                  onClick={() => setSort({ key, down: sort.key === key && !sort.down })}
                >
                  {title}
                  {sort.key === key && (sort.down ? " ↓" : " ↑")}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.slice(0, drawn).map((each) => (
            <tr key={`${each.tag}/${each.serial}`} className="border-t border-hairline align-top">
              <td className="margin-rule" />
              <td className="pl-3 py-1.5">
                {each.tag ? (
                  <>
                    <Link
                      href={to(`/positions/${each.tag}`)}
                      className="font-mono hover:underline underline-offset-4 decoration-copper"
                    >
                      {each.tag}
                    </Link>
                    <span className="block text-[13px] text-soft truncate">{each.title}</span>
                  </>
                ) : (
                  <span className="text-soft">none</span>
                )}
              </td>
              <td className="pl-3 py-1.5">
                {each.family}
                <span className="block text-[13px] text-soft truncate">{each.vendor}</span>
              </td>
              <td className="pl-3 py-1.5 pr-2">
                {each.rating}
                {each.axes !== undefined && `, ${each.axes} ${each.axes === 1 ? "axis" : "axes"}`}
                <span className="block text-[13px] text-soft">
                  {[each.supply, each.fitted].filter(Boolean).join(" · ")}
                </span>
              </td>
              <td className="pl-3 py-1.5 font-mono text-[14px]">{each.firmware}</td>
              <td className="pl-3 py-1.5 font-mono text-[14px] truncate">
                {each.serial}
                {each.powerPart && (
                  <span className="block text-[12px] text-soft" title="Power part">
                    {each.powerPart}
                  </span>
                )}
              </td>
              <td className={classes("pl-3 py-1.5", each.whereabouts !== "fitted" && "text-ochre")}>
                {each.whereabouts}
              </td>
              <td className="pl-3 py-1.5 pr-2">
                {each.recordedAt ? day(each.recordedAt) : ""}
                {each.record !== undefined && (
                  <span className="block text-[13px] text-soft">record {each.record}</span>
                )}
              </td>
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
  );
}
