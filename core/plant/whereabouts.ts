/** Where a drive is. "removed": taken out of a position, and nobody has said yet what becomes of it. "lent": a spare that somebody has for a while. */
export const WHEREABOUTS = ["fitted", "store", "removed", "lent", "scrapped"] as const;
export type Whereabouts = (typeof WHEREABOUTS)[number];

export const WHEREABOUTS_WORDS: Record<Whereabouts, string> = {
  fitted: "fitted",
  store: "in store",
  removed: "removed",
  lent: "lent",
  scrapped: "scrapped",
};

/** Where somebody may say that a drive is now; fitted it is by being recorded or restored. */
export const MOVES = ["store", "removed", "lent", "scrapped"] as const satisfies readonly Whereabouts[];
export type Move = (typeof MOVES)[number];
