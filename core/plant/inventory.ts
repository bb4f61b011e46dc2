import type { InventoryLine, InventoryWindow } from "@/core/contract";

export const INVENTORY_SORTS = [
  "tag",
  "family",
  "rating",
  "firmware",
  "serial",
  "whereabouts",
  "answersAt",
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

/** The lines that fit, in their order. Whoever keeps lists in order gives them with `sorted`. */
export function lookThroughInventory(
  lines: readonly InventoryLine[],
  { find, sort, down, ...wanted }: InventoryWanted,
  sorted: typeof sortInventory = sortInventory,
): InventoryLine[] {
  const words = (find ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  const fitting = (sort === undefined ? lines : sorted(lines, sort)).filter(
    (each) =>
      CHOSEN.every((key) => wanted[key] === undefined || each[key] === wanted[key]) &&
      (words.length === 0 || fits(each, words)),
  );
  return sort !== undefined && down ? fitting.reverse() : fitting;
}

/** The lines as a person sorts them by a column; those that are alike in it stay as they were. */
export function sortInventory(lines: readonly InventoryLine[], by: InventorySort): readonly InventoryLine[] {
  return [...lines].sort((a, b) => inWords(a[by], b[by]));
}

/** What may be chosen of each kind, as a person sorts. */
export function inventoryChoices(lines: readonly InventoryLine[]): InventoryWindow["choices"] {
  const of = (key: (typeof CHOSEN)[number]): string[] =>
    [...new Set(lines.map((each) => each[key]).filter(Boolean))].sort(inWords);
  return { area: of("area"), family: of("family"), firmware: of("firmware"), whereabouts: of("whereabouts") };
}

/** The addresses at which more than one position was reached, as a person sorts, each with its first tags. */
export function alikeOnALine(lines: readonly InventoryLine[], tagsOfEach = 4): InventoryWindow["alike"] {
  const at = new Map<string, InventoryWindow["alike"][number]>();
  for (const { alike, answersAt, tag } of lines) {
    if (alike === "") continue;
    const known = at.get(answersAt) ?? { answersAt, positions: 0, tags: [] };
    at.set(answersAt, known);
    known.positions += 1;
    if (known.tags.length < tagsOfEach) known.tags.push(tag);
  }
  return [...at.values()].sort((one, other) => inWords(one.answersAt, other.answersAt));
}

const fits = (line: InventoryLine, words: string[]): boolean => {
  const text = Object.values(line).join(" ").toLowerCase();
  return words.every((word) => text.includes(word));
};

/** As a person sorts: 4.10 after 4.9, and what is empty at the one end. */
const inWords = (a: string | number | undefined, b: string | number | undefined): number =>
  typeof a === "number" && typeof b === "number" ? a - b : COLLATOR.compare(String(a ?? ""), String(b ?? ""));
const COLLATOR = new Intl.Collator("en", { numeric: true });
