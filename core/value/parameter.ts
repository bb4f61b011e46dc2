/** How a value lies in the drive. `bits16` is a 16-bit word whose bits mean something each; `text` is ASCII, two characters a register. */
export const VALUE_TYPES = ["u16", "i16", "u32", "i32", "float32", "bits16", "text"] as const;
export type ValueType = (typeof VALUE_TYPES)[number];

/** What a parameter is for; decides what is compared, restored and counted as a setting. */
export const PARAMETER_KINDS = ["setting", "motor", "tuning", "communication", "measured", "counter", "clock"] as const;
export type ParameterKind = (typeof PARAMETER_KINDS)[number];

/** Kinds that the drive changes by itself: never part of the settings, never written. */
export const MOVING_KINDS: ReadonlySet<ParameterKind> = new Set<ParameterKind>(["measured", "counter", "clock"]);

export const EFFECTS = ["at-once", "stopped-only", "after-restart"] as const;
export type Effect = (typeof EFFECTS)[number];

export interface Choice {
  value: number;
  text: string;
}

export interface BitName {
  bit: number;
  text: string;
}

/** A parameter ready for use: everything a definition left to its default is filled in, limits and default are raw. */
export interface Parameter {
  code: string;
  name: string;
  help: string;
  /** Innermost group it stands in, and that group's place in the sheet. */
  group: string;
  order: number;
  address: number;
  registers: number;
  type: ValueType;
  length: number;
  scale: { num: bigint; den: bigint };
  decimals: number;
  unit?: string;
  choices?: Choice[];
  bits?: BitName[];
  kind: ParameterKind;
  effect: Effect;
  readOnly: boolean;
  ratingDependent: boolean;
  passwordLevel: number;
  rawMin?: number;
  rawMax?: number;
  rawStep?: number;
  rawDefault?: number | string;
}
