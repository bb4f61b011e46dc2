import type { RegisterOrder } from "./register-order";

/**
 * How a value lies in the drive. `bits16` is a 16-bit word whose bits mean something each; `text` is ASCII, two characters a register; `octets` are bytes
 * that are no text, two a register. 8-bit types exist where a protocol knows them; over Modbus they take the low half of a register.
 */
export const VALUE_TYPES = [
  "u8",
  "i8",
  "u16",
  "i16",
  "u32",
  "i32",
  "u64",
  "i64",
  "float32",
  "u24",
  "i24",
  "u40",
  "i40",
  "u48",
  "i48",
  "u56",
  "i56",
  "float64",
  "bits8",
  "bits16",
  "bits32",
  "text",
  "octets",
] as const;
export type ValueType = (typeof VALUE_TYPES)[number];

/** What a parameter is for; decides what is compared, restored and counted as a setting. */
export const PARAMETER_KINDS = [
  "setting",
  "motor",
  "tuning",
  "communication",
  "measured",
  "counter",
  "clock",
  // Makes the drive do something: a control word, a set-point, a reset.
  "command",
  // Belongs to a safe function, with a check-sum and a sign-off of its own.
  "safety",
  // A password or a key: whether it is set is told, never what it is.
  "secret",
] as const;
export type ParameterKind = (typeof PARAMETER_KINDS)[number];

/** Kinds that are no settings: what the drive changes by itself, and commands. */
export const NOT_SETTINGS: ReadonlySet<ParameterKind> = new Set<ParameterKind>([
  "measured",
  "counter",
  "clock",
  "command",
]);

/** Kinds that nothing here ever writes as part of a plan, whatever a record, a draft or a stored plan says. */
export const NEVER_WRITTEN: ReadonlySet<ParameterKind> = new Set<ParameterKind>([
  ...NOT_SETTINGS,
  "safety",
  "secret",
]);

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

/** Parts of the machine whose exchange makes a value stale. */
export const BELONGS_TO = ["motor", "encoder", "mechanics"] as const;
export type BelongsTo = (typeof BELONGS_TO)[number];

/** A parameter ready for use: everything a definition left to its default is filled in, limits and default are raw. */
export interface Parameter {
  /** What it is called everywhere: the code on the keypad, with axis and set where there are several ("2:6083.00", "H.mot.12/3"). */
  code: string;
  /** The code without axis and set, as the definition file has it. */
  base: string;
  /** 0 for the drive as a whole, else the axis, counted from 1. */
  axis: number;
  /** 0 for what no set holds, else the parameter set, counted from 1. */
  set: number;
  /** Added to the drive's address on the link: axes that are nodes of their own. */
  node: number;
  name: string;
  help: string;
  /** Innermost group it stands in, and that group's place in the sheet. */
  group: string;
  order: number;
  /** Register on the wire, from 0; for CANopen the index times 256 plus the sub-index. */
  address: number;
  registers: number;
  type: ValueType;
  length: number;
  /** Where it differs from the family's. */
  wordOrder?: RegisterOrder;
  scale: { num: bigint; den: bigint };
  decimals: number;
  unit?: string;
  choices?: Choice[];
  bits?: BitName[];
  kind: ParameterKind;
  effect: Effect;
  readOnly: boolean;
  ratingDependent: boolean;
  /** Found out on these parts: after they were exchanged it is found out anew. */
  belongsTo?: readonly BelongsTo[];
  passwordLevel: number;
  rawMin?: number;
  rawMax?: number;
  rawStep?: number;
  rawDefault?: number | string;
}
