import type { BitName, Choice, Effect, ParameterKind, ValueType } from "@/core/value";

/**
 * What a definition file says of a family for a range of firmware.
 * Numbers a person reads (default, min, max, step) are physical; registers and choices are raw.
 */

export interface ParameterSpec {
  code: string;
  name: string;
  help?: string;
  /** Register address as counted on the wire (from 0). */
  address: number;
  type: ValueType;
  /** Characters, for `text` only. */
  length?: number;
  /** Physical value of one raw step: a decimal (0.1) or a fraction ("100/16384"). 1 when absent. */
  scale?: number | string;
  unit?: string;
  min?: number;
  max?: number;
  step?: number;
  default?: number | string;
  choices?: Choice[];
  bits?: BitName[];
  kind?: ParameterKind;
  effect?: Effect;
  readOnly?: boolean;
  /** Depends on the rating: left out when the rating differs. */
  ratingDependent?: boolean;
  /** Hidden on the drive below this password level. */
  passwordLevel?: number;
}

export interface GroupSpec {
  id: string;
  title: string;
  /** Sub-groups stand in the sheet under their group; only the innermost hold parameters. */
  groups?: GroupSpec[];
  parameters?: ParameterSpec[];
}

export interface RatingSpec {
  id: string;
  name: string;
  /** What the identity register for the rating holds. */
  identityValue: number;
  powerKw: number;
  currentA: number;
  /** Supply, as printed on the plate, e.g. "3 × 400 V". */
  supply: string;
  defaults?: Record<string, number | string>;
  limits?: Record<string, { min?: number; max?: number }>;
}

/** A rule between two parameters of one family: left must not be above right. */
export interface RuleSpec {
  lower: string;
  upper: string;
  text: string;
}

export interface IdentityField {
  field: "family" | "rating" | "firmware" | "serial" | "power-part";
  address: number;
  type: "u16" | "text";
  length?: number;
  /** For `family`: the value that says it is this family. */
  equals?: number;
  /** For `firmware`: the raw number is shown as major.minor with this many minor steps a major. */
  minorSteps?: number;
}

export interface ModbusLink {
  framings: Array<"rtu" | "tcp" | "ascii">;
  defaults: { baud: number; parity: "none" | "even" | "odd"; stopBits: 1 | 2; address: number; port: number };
  readFunction: 3 | 4;
  /** Function 6 writes one register, 16 several. */
  writeFunctions: Array<6 | 16>;
  registersPerRead: number;
  registersPerWrite: number;
  /** Whether the drive answers a read that covers registers no parameter uses. */
  readAcrossGaps: boolean;
  turnaroundMs: number;
  slowestAnswerMs: number;
  wordOrder: "high-first" | "low-first";
  /** Code of the parameter that holds the drive's own link timeout. */
  linkTimeoutCode?: string;
  /** Code of the parameter that holds the drive's own address on the line. */
  addressCode?: string;
}

/** Physical quantities that many families have under codes of their own. */
export const QUANTITIES = [
  "output-frequency", "motor-current", "motor-torque", "dc-bus", "output-voltage", "motor-power", "motor-speed", "temperature",
  "acceleration-time", "deceleration-time", "highest-frequency", "rated-current", "rated-frequency", "rated-speed",
] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** A bit or a value of a status register that answers yes or no; `inverted` turns the answer round. */
export interface Sign {
  address: number;
  bit?: number;
  equals?: number;
  inverted?: boolean;
}

export interface Command {
  address: number;
  value: number;
  text: string;
  /** How long the drive may take, and the sign that it is done. */
  longestMs: number;
  doneWhen?: Sign;
}

export interface WritePermission {
  given: Sign;
  /** Who can give it: a person at the keypad, or a register over the link. */
  by: "keypad" | "link";
  howTo: string;
  ends: "power-off" | "never" | "after-10-min";
  /** What the drive does with a write it did not permit. */
  withoutIt: "refuses" | "trips";
}

export interface TripSpec {
  number: number;
  name: string;
  causes: string[];
  remedies: string[];
}

export interface DefinitionFile {
  format: "calm-ledger/definition/1";
  id: string;
  version: string;
  vendor: string;
  family: string;
  about: string;
  /** Inclusive from, exclusive below; "3.10" is newer than "3.9". */
  firmware: { from: string; below?: string };
  modbus: ModbusLink;
  identity: IdentityField[];
  ratings: RatingSpec[];
  groups: GroupSpec[];
  rules: RuleSpec[];
  /** Which code holds which common quantity. */
  quantities?: Partial<Record<Quantity, string>>;
  state: {
    /** Neighbouring registers read together to know what the drive is doing. */
    address: number;
    count: number;
    running: Sign;
    tripped: Sign;
    tripNumber: { address: number };
    warnings?: { address: number; bits: BitName[] };
    /** Set while some value in the running memory is not in the permanent memory. */
    volatile?: Sign;
  };
  permission?: WritePermission;
  /** Where a write lands: the running memory first, or both at once. */
  writesLand: "running" | "permanent";
  makePermanent?: Command;
  restart?: Command;
  factoryReset?: Command & { communication: "kept" | "reset" };
  trips: TripSpec[];
  card: { cable: string; port: string; keypad: string; bench: string; manual: string };
}
