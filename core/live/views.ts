import type { ParameterResult, Plan, PlanChoices, Check, WriteStep } from "@/core/restore";
import type { Change, DriveIdentity, DriveState, Trouble } from "@/core/drive";
import type { Advice, LinkSettings } from "@/core/link";
import type { RawValue } from "@/core/value";

/** How a reading goes on: by group, so that a page can draw it as a strip. */
export interface ReadingView {
  jobId: number;
  phase: "reading" | "waiting" | "done" | "stopped";
  /** 0 to 1, weighed by what the wire costs. */
  share: number;
  msLeft: number | undefined;
  groups: Array<{ id: string; title: string; count: number; read: number; refused: number }>;
}

/** A connected drive as the pages see it. */
export interface ConnectionView {
  id: string;
  linkName: string;
  link: LinkSettings;
  unit: number;
  phase: "connecting" | "connected" | "lost" | "other-drive" | "failed";
  /** When this phase began, ms since 1970. */
  since: number;
  identity?: DriveIdentity;
  fit?: "fits" | "nearest";
  definitionTitle?: string;
  state?: DriveState;
  stateAt?: number;
  trouble?: Trouble;
  position?: { tag: string; title: string };
  /** The drive fitted at the position last time, when it is another than this. */
  swappedFor?: { serial: string; ratingName: string; change: Exclude<Change, "same">; powerPart?: string };
  reading?: ReadingView;
  /** What the definition says is possible without mains, and of running on a reduced supply. */
  withoutMains?: string;
  reducedSupply?: string;
  /** Settings that differ from the standing record, once everything is read. */
  drift?: { record: number; changed: number; backToDefault: number; compared: number };
}

/** What came of asking at one address, as one letter each: not yet, silent, found, unknown, rubbish, the gateway says nobody. */
export type SearchMark = "." | "s" | "f" | "u" | "r" | "g";

/** A drive that a search has found. */
export interface FoundDrive {
  unit: number;
  link: LinkSettings;
  /** Absent when no known family fits. */
  identity?: DriveIdentity;
  definitionTitle?: string;
  fit?: "fits" | "nearest";
  position?: { tag: string; title: string };
  /** It stands at its position in place of the drive that was fitted there. */
  swapped: boolean;
  /** It was heard at the address that it answers on when it is alone. */
  lone?: number;
  trouble?: Trouble;
}

/** A search for drives on a link, as it goes on. */
export interface SearchView {
  id: string;
  linkName: string;
  link: LinkSettings;
  /** The addresses that were asked for; lone addresses may have been asked beside them. */
  from: number;
  to: number;
  byName: string;
  startedAt: number;
  phase: "looking" | "done" | "stopped";
  /** Ways of speaking, one after another; `marks` has one letter an address, in the order of `units`. */
  passes: Array<{ title: string; units: number[]; marks: string }>;
  /** The way and the address that is asked now. */
  at?: { pass: number; unit: number };
  msLeft?: number;
  found: FoundDrive[];
  advice: Advice[];
  /** It was asked quickly: a slow drive may have been passed over. */
  quick: boolean;
}

export type RestorePhase =
  | "reading-before"
  | "review"
  | "permission"
  | "motor"
  | "writing"
  | "permanent"
  | "restart"
  | "verifying"
  | "waiting-for-drive"
  | "halted"
  | "done"
  | "ended";

export interface StepCounts {
  written: number;
  planned: number;
  refused: number;
  unknown: number;
  other: number;
}

/** A restore as the pages see it. Its steps come apart, since there may be hundreds. */
export interface JobView {
  id: number;
  kind: "restore";
  open: boolean;
  phase: RestorePhase;
  tag: string;
  positionTitle: string;
  recordNumber: number;
  byName: string;
  startedAt: number;
  driveKey: string;
  identity: DriveIdentity;
  connectionId?: string;
  /** Why it halted, or what it waits for. */
  note?: string;
  counts: StepCounts;
  /** Whether what was written is in the permanent memory. */
  permanent: "no" | "yes" | "unknown";
  reading?: ReadingView;
  beforeRecord?: number;
  afterRecord?: number;
  receiptId?: number;
}

export interface StepChange {
  jobId: number;
  ordinal: number;
  step: WriteStep;
}

/** Everything the restore page shows. */
export interface RestoreDetail extends JobView {
  checks: Check[];
  plan?: Plan;
  choices: PlanChoices;
  steps: WriteStep[];
}

/** What a receipt says; kept for ever. */
export interface ReceiptContent {
  kind: "restore";
  tag: string;
  positionTitle: string;
  jobNumber: string;
  recordNumber: number;
  standing: boolean;
  drive: DriveIdentity;
  previousSerial: string;
  byName: string;
  startedAt: string;
  endedAt: string;
  /** "verified", or what it ended as. */
  outcome: "verified" | "not-verified" | "given-up";
  permanent: "no" | "yes" | "unknown";
  checks: Check[];
  results: ParameterResult[];
  alsoChanged: Array<{ code: string; from: RawValue | undefined; to: RawValue | undefined }>;
  leftOut: Plan["leftOut"];
  equal: number;
  beforeRecord?: number;
  afterRecord?: number;
  definitionId: string;
  definitionVersion: string;
  interruptions: string[];
}

/** What the pages are told as it happens. Each message stands alone; a page that missed some asks for a snapshot. */
export type LiveEvent =
  | { type: "snapshot"; connections: ConnectionView[]; jobs: JobView[]; searches: SearchView[] }
  | { type: "search"; view: SearchView }
  | { type: "search-gone"; id: string }
  | { type: "connection"; view: ConnectionView }
  | { type: "connection-gone"; id: string }
  | { type: "job"; view: JobView }
  | { type: "step"; change: StepChange }
  | { type: "ledger"; tag: string };
