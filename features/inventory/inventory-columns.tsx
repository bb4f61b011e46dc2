import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowSortingFeature,
  tableFeatures,
  type Row,
} from "@tanstack/react-table";
import Link from "next/link";
import type { InventoryLine } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { classes } from "@/ui/classes";
import { day } from "@/ui/when";

export const FEATURES = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
});
type LineRow = Row<typeof FEATURES, InventoryLine>;

/** As a person sorts: 4.10 after 4.9, and what is empty at the one end. */
const inWords = (a: LineRow, b: LineRow, id: string): number =>
  String(a.getValue(id) ?? "").localeCompare(String(b.getValue(id) ?? ""), "en", { numeric: true });
const same = (row: LineRow, id: string, wanted: unknown): boolean => row.getValue(id) === wanted;
/** Every word stands somewhere in the line. */
export const everyWord = (row: LineRow, _id: string, text: string): boolean => {
  const line = Object.values(row.original).join(" ").toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => line.includes(word));
};

const helper = createColumnHelper<typeof FEATURES, InventoryLine>();
const usual = { sortFn: inWords, sortUndefined: false, filterFn: same } as const;

/** Filtered by, not drawn: areas follow each other as the plant has them. */
export const AREA = "area";
export const WIDTHS: Record<string, string> = {
  tag: "w-44",
  family: "w-36",
  firmware: "w-20",
  serial: "w-40",
  whereabouts: "w-32",
  recordedAt: "w-40",
};
export const COLUMNS = helper.columns([
  helper.accessor(AREA, { header: "Area", ...usual }),
  helper.accessor("tag", {
    header: "Position",
    ...usual,
    cell: ({ row }) => <Place line={row.original} />,
  }),
  helper.accessor("family", {
    header: "Family",
    ...usual,
    cell: ({ row: { original } }) => <Two first={original.family} second={original.vendor} />,
  }),
  helper.accessor("rating", {
    header: "Rating, supply",
    ...usual,
    cell: ({ row: { original } }) => {
      const { rating, axes, supply, fitted } = original;
      const count = axes === undefined ? "" : `, ${axes} ${axes === 1 ? "axis" : "axes"}`;
      return <Two first={`${rating}${count}`} second={[supply, fitted].filter(Boolean).join(" · ")} />;
    },
  }),
  helper.accessor("firmware", {
    header: "Firmware",
    ...usual,
    cell: ({ getValue }) => <span className="font-mono text-[14px]">{getValue()}</span>,
  }),
  helper.accessor("serial", {
    header: "Serial number",
    ...usual,
    cell: ({ row: { original } }) => (
      <span className="block font-mono text-[14px] truncate">
        {original.serial}
        {original.powerPart && (
          <span className="block text-[12px] text-soft" title="Power part">
            {original.powerPart}
          </span>
        )}
      </span>
    ),
  }),
  helper.accessor("whereabouts", {
    header: "Whereabouts",
    ...usual,
    cell: ({ getValue }) => (
      <span className={classes(getValue() !== "fitted" && "text-ochre")}>{getValue()}</span>
    ),
  }),
  helper.accessor("recordedAt", {
    header: "Last recorded",
    ...usual,
    cell: ({ row: { original } }) => (
      <Two
        first={original.recordedAt ? day(original.recordedAt) : ""}
        second={original.record === undefined ? "" : `record ${original.record}`}
      />
    ),
  }),
]);

function Place({ line }: { line: InventoryLine }) {
  const { to } = usePlant();
  if (!line.tag) return <span className="text-soft">none</span>;
  return (
    <>
      <Link
        href={to(`/positions/${line.tag}`)}
        prefetch={false}
        className="font-mono hover:underline underline-offset-4 decoration-copper"
      >
        {line.tag}
      </Link>
      <span className="block text-[13px] text-soft truncate">{line.title}</span>
    </>
  );
}

function Two({ first, second }: { first: string; second: string }) {
  return (
    <>
      {first}
      {second && <span className="block text-[13px] text-soft truncate">{second}</span>}
    </>
  );
}
