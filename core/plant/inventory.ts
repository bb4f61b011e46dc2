import type { InventoryLine, InventoryWindow } from "@/core/contract";

export const INVENTORY_SORTS = [
  "tag",
  "family",
  "rating",
  "firmware",
  "serial",
  "whereabouts",
  "recordedAt",
] as const;
export type InventorySort = (typeof INVENTORY_SORTS)[number];

/** What is looked for in an inventory. */
export interface InventoryWanted {
  /** Words that all stand somewhere in a line. */
  find?: string;
  area?: string;
  family?: string;
  firmware?: string;
  whereabouts?: string;
  /** As the plant has it when nothing is said. */
  sort?: InventorySort;
  down?: boolean;
}

const CHOSEN = ["area", "family", "firmware", "whereabouts"] as const;

/** The lines that fit, in their order. */
export function lookThroughInventory(
  lines: readonly InventoryLine[],
  wanted: InventoryWanted,
): InventoryLine[] {
  const words = (wanted.find ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  const fitting = lines.filter(
    (each) =>
      CHOSEN.every((key) => wanted[key] === undefined || each[key] === wanted[key]) &&
      (words.length === 0 || fits(each, words)),
  );
  const { sort, down } = wanted;
  if (sort === undefined) return fitting;
  const sorted = [...fitting].sort((a, b) => inWords(a[sort], b[sort]));
  return down ? sorted.reverse() : sorted;
}

/** What may be chosen of each kind, as a person sorts. */
export function inventoryChoices(lines: readonly InventoryLine[]): InventoryWindow["choices"] {
  const of = (key: (typeof CHOSEN)[number]): string[] =>
    [...new Set(lines.map((each) => each[key]).filter(Boolean))].sort(inWords);
  return { area: of("area"), family: of("family"), firmware: of("firmware"), whereabouts: of("whereabouts") };
}

const fits = (line: InventoryLine, words: string[]): boolean => {
  const text = Object.values(line).join(" ").toLowerCase();
  return words.every((word) => text.includes(word));
};

/** As a person sorts: 4.10 after 4.9, and what is empty at the one end. */
const inWords = (a: string | number | undefined, b: string | number | undefined): number =>
  typeof a === "number" && typeof b === "number" ? a - b : COLLATOR.compare(String(a ?? ""), String(b ?? ""));
const COLLATOR = new Intl.Collator("en", { numeric: true });
