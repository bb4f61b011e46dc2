import type { DefinitionFile } from "@/core/definition";
import type { RawValue } from "@/core/value";
import type { Disturbance } from "./spoken-line";

export const ACTS = [
  "power-off",
  "power-on",
  "mains-off",
  "mains-on",
  "give-permission",
  "reset-trip",
  "start",
  "stop",
  "trip",
  "take-away",
  "answer-as",
  "card-save",
  "card-use",
  "pull",
  "plug",
  "disturb",
  "swap",
  "swap-half",
  "swap-module",
  "update",
  "change",
  "refuse",
  "mend",
  "cut-later",
] as const;
export type Act = (typeof ACTS)[number];

/** Something a person does at a cabinet. */
export interface CabinetAct {
  line: string;
  tag: string;
  act: Act;
  /** For `trip`: its number. */
  trip?: number;
  /** For `disturb`: what is wrong with the cable. */
  disturbance?: Disturbance;
  /** For `start`, `trip` and `swap-module`: which axis, from 1. */
  axis?: number;
  /** For `swap`: the drive that is put in. */
  make?: { rating: string; firmware: string; serial: string; values?: Record<string, RawValue> };
  /** For `update`: the firmware that is put on. */
  firmware?: string;
  /** For `swap`: the family of the drive that is put in, when it is another: any definition, also one that somebody imported. */
  definition?: DefinitionFile;
  /** For `change`: a value set at the keypad. For `refuse`: a setting that the drive does not take until it is mended. */
  code?: string;
  raw?: number | string;
  /** For `take-away`: what it needs to run, in the words of its definition; everything is given back when nothing is named. */
  what?: string;
  /** For `answer-as`: its predecessor, or itself again. */
  predecessor?: boolean;
  /** For `cut-later`: after how many writes the power goes off by itself. */
  after?: number;
}
