import type { RawValue } from "@/core/value";

/** One write a plan means to do. */
export interface PlannedWrite {
  code: string;
  from: RawValue | undefined;
  to: RawValue;
  /** Something to know before it is written: outside the range of this rating, say. */
  caution?: string;
}
