import type { RawValue } from "@/core/value";

/** One write a plan means to do. */
export interface PlannedWrite {
  code: string;
  /** What the drive holds; absent where it could not be read. */
  from?: RawValue;
  to: RawValue;
  /** Something to know before it is written: outside the range of this rating, say. */
  caution?: string;
}
