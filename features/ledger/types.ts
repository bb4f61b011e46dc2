import type { PositionLine } from "@/core/contract";
import type { Verdict } from "@/core/readiness";
import type { Operation } from "@/core/restore";
import type { RecordOrigin } from "@/core/set/origin";

/** A record as the ledger's pages show it. */
export interface RecordView {
  number: number;
  takenAt: number;
  byName: string;
  origin: RecordOrigin;
  /** Of a record that was brought in from a file. */
  source: { name: string; broughtAt: string; dateGiven: string | null; leftOut: number } | null;
  serial: string;
  definition: string;
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
  /** Its family has objects: it can be taken as a device configuration file. */
  objects: boolean;
  /** An earlier record with the same settings. */
  sameAs: number | undefined;
  notes: Array<{ at: number; byName: string; text: string }>;
  labels: string[];
}

export interface ReceiptLine {
  id: number;
  at: number;
  byName: string;
  kind: Operation;
  /** Of a restore. */
  record: number | undefined;
  /** How it ended, in words. */
  ended: string;
}

export interface PositionView {
  tag: string;
  title: string;
  jobNumber: string;
  twinGroup: string | null;
  family: string;
  /** The family's definition; empty while it is not known. */
  definition: string;
  address: { unit: number; tried: boolean; name: string } | undefined;
  machine: string;
  beforeWork: string;
  notes: string;
  retired: { at: number; why: string } | undefined;
  verdict: Verdict | undefined;
  reasons: PositionLine["reasons"];
}

export interface StandingView {
  number: number;
  at: number;
  byName: string;
  reason: string;
}
