import type { RawValue } from "@/core/value";

/** What one drive is: its plate, what is fitted, what it holds. */
export interface DriveMake {
  rating: string;
  firmware: string;
  serial: string;
  /** Serial number of the power part; made from the serial when absent. */
  powerPart?: string;
  axes?: number;
  options?: string[];
  /** What is in each slot of a rack, by the definition's numbers. */
  modules?: number[];
  /** Serial numbers of modules that were exchanged, by slot from 1; the others follow from the serial. */
  moduleSerials?: Record<number, string>;
  /** Values other than the factory's, permanent from the start. */
  values?: Record<string, RawValue>;
  /** Values in the running memory that were never made permanent. */
  volatileValues?: Record<string, RawValue>;
  /** Its own program, in base64, and whether it runs. */
  program?: { bytes: string; running?: boolean };
  /** It was switched over to answer as its predecessor: rating and values of what it imitates. */
  imitates?: { rating: string; firmware: string; values?: Record<string, RawValue> };
}
