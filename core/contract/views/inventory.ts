/** One drive of the plant, or a position of which no drive is known yet. */
export interface InventoryLine {
  area: string;
  tag: string;
  title: string;
  vendor: string;
  family: string;
  rating: string;
  supply: string;
  firmware: string;
  serial: string;
  powerPart: string;
  axes: number | undefined;
  /** Options with their firmware, and modules with their slots. */
  fitted: string;
  /** "fitted", "in store", "removed", "scrapped", or "nothing recorded". */
  whereabouts: string;
  /** When it was recorded last, ms since 1970. */
  recordedAt: number | undefined;
  record: number | undefined;
}
