import type { Operation } from "@/core/restore";
/** "ready": it could be replaced tonight. "with-care": it could, and somebody has to know something first. "no": not as things stand. */
export const VERDICTS = ["no", "with-care", "ready"] as const;
export type Verdict = (typeof VERDICTS)[number];

export const SEVERITY = ["missing", "care"] as const;
export type Severity = (typeof SEVERITY)[number];

export const REASON_CODES = [
  "no-definition",
  "no-record",
  "no-standing",
  "partial",
  "open-restore",
  "ended-halfway",
  "drifted",
  "newest-partial",
  "volatile",
  "volatile-not-told",
  "not-read",
  "no-drive",
  "other-rating",
  "imitates",
  "rating-not-told",
  "no-program-file",
  "safety",
  "old",
  "no-spare",
  "spare-not-told",
  "older-spare",
  "stale-spare",
] as const;
export type ReasonCode = (typeof REASON_CODES)[number];

/** What would mend it, and where that is done. */
export interface NextStep {
  text: string;
  do:
    | "import"
    | "connect"
    | "raise"
    | "compare"
    | "restore"
    | "receipt"
    | "store"
    | "look"
    | "carry-over"
    | "prepare";
  record?: number;
  with?: number;
  restore?: number;
  receipt?: number;
  /** Of carrying over: to which family, rating and firmware. */
  definition?: string;
  rating?: string;
  firmware?: string;
}

export interface Reason {
  code: ReasonCode;
  severity: Severity;
  text: string;
  next: NextStep;
}

/** What the ledger knows of a position. Times in ms since 1970. */
export interface ReadinessFacts {
  now: number;
  definition: "here" | "none";
  newest?: {
    number: number;
    at: number;
    /** Something of it was not read: it can be compared with nothing as a whole. */
    partial: boolean;
    /** Its settings are those of the standing record. */
    asStanding: boolean;
    /** Undefined where the drive did not tell. */
    volatile: boolean | undefined;
    /** The drive itself was never read. */
    notRead: boolean;
  };
  standing?: {
    number: number;
    missing: number;
    /** Id of the rating it was read from; undefined where it is not told. */
    rating: string | undefined;
    notRead: boolean;
    /** It was made with a program of the drive's own, and no file of one is kept with the position. */
    programNotKept?: boolean;
  };
  /** When the drive was read last, also where nothing had changed and nothing was kept. */
  seenAt?: number;
  /** The drive fitted, by the rating it answers with; and who it really is where it imitates its predecessor. */
  fitted?: {
    rating: string | undefined;
    really?: { definitionId: string; rating?: string; ratingName: string; firmware: string };
  };
  openRestore?: { id: number; kind: Operation; byName: string; begun: boolean };
  /** What was done with the drive last, where somebody ended it on the way and the drive was not recorded since. */
  endedHalfway?: { receipt: number; kind: Operation; byName: string };
  /** Receipt of the last restore, where safe functions are not confirmed yet. */
  unconfirmedSafety?: number;
  /** A drive in store that was prepared for it with a record that stands no more. */
  staleSpare?: { serial: string; record: number };
  /** Whether a drive in store is of the family and rating of the standing record, and of no older firmware. */
  spares: "equal" | "older" | "none" | "not-told";
}

/** What counts as ready; a plant decides. */
export interface Thresholds {
  /** Days after which a drive that nobody read is not sure to be as recorded. */
  oldAfterDays: number;
  /** Whether a position without a drive in store is worth a word. */
  spareNeeded: boolean;
}

export const USUAL_THRESHOLDS: Thresholds = { oldAfterDays: 400, spareNeeded: true };

const DAY_MS = 24 * 3600 * 1000;

/** The day a moment lies in, counted from 1970. */
export function day(ms: number): number {
  return Math.floor(ms / DAY_MS);
}
