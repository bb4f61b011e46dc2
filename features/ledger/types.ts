/** A record as the ledger's pages show it. */
export interface RecordView {
  number: number;
  takenAt: number;
  byName: string;
  origin: "read" | "before-restore" | "after-restore";
  serial: string;
  ratingName: string;
  firmware: string;
  /** Power part, axes, options, modules, whom it imitated: what the drive said of itself beside its plate. */
  fitted: string[];
  present: number;
  expected: number;
  missing: number;
  trip: string | null;
  warnings: string[];
  running: boolean;
  volatile: boolean | null;
  jobNumber: string;
  linkName: string;
  unit: number;
  hash: string;
  /** An earlier record with the same settings. */
  sameAs: number | undefined;
  notes: Array<{ at: number; byName: string; text: string }>;
}

export interface ReceiptLine {
  id: number;
  at: number;
  byName: string;
  record: number;
  outcome: "verified" | "not-verified" | "given-up";
}

export interface PositionView {
  tag: string;
  title: string;
  jobNumber: string;
  twinGroup: string | null;
  family: string;
  address: { unit: number; name: string } | undefined;
}

export interface StandingView {
  number: number;
  at: number;
  byName: string;
  reason: string;
}

export const OUTCOME_WORDS = {
  verified: "verified",
  "not-verified": "not verified",
  "given-up": "ended before it was done",
} as const;
