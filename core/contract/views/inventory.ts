import { list, object, optional, text, whole, yesNo, type Of } from "@/core/shape";

/** One drive of the plant, or a position of which no drive is known yet. */
export const inventoryLine = object({
  area: text(),
  tag: text(),
  title: text(),
  /** The definition's id; with the serial number it leads to the drive's page. */
  definition: text(),
  vendor: text(),
  family: text(),
  rating: text(),
  supply: text(),
  firmware: text(),
  serial: text(),
  powerPart: text(),
  axes: optional(whole()),
  /** Options with their firmware, and modules with their slots. */
  fitted: text(),
  /** "fitted", "in store", "removed", "lent", "scrapped", or "nothing recorded". */
  whereabouts: text(),
  /** Where it lies, for what is not fitted. */
  place: text(),
  /** Where it answers: the link by its name, and the address on it. Empty where that is not known. */
  answersAt: text(),
  /** A person noted that way, and nobody has been there yet. */
  untried: optional(yesNo),
  /** Other positions that were reached at the same address of the same link, in words. */
  alike: text(),
  /** When it was recorded last, ms since 1970. */
  recordedAt: optional(whole()),
  record: optional(whole()),
  /** That record lacks some of the drive's parameters. */
  partial: optional(yesNo),
});
export type InventoryLine = Of<typeof inventoryLine>;

const values = list(text());

/** A part of a plant's inventory: what is in sight, and what may be chosen. */
export const inventoryWindow = object({
  /** Of the whole inventory. */
  all: whole(),
  choices: object({ area: values, family: values, firmware: values, whereabouts: values }),
  /** Addresses at which more than one position was reached: two drives with one address, or a cable that was moved. The first tags of each. */
  alike: list(object({ answersAt: text(), positions: whole(), tags: values })),
  total: whole(),
  from: whole(),
  lines: list(inventoryLine),
});
export type InventoryWindow = Of<typeof inventoryWindow>;
