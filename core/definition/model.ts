import type { BitName, Choice, Effect, ParameterKind, ValueType } from "@/core/value";

/**
 * What a definition file says of a family for a range of firmware.
 * Numbers a person reads (default, min, max, step) are physical; registers and choices are raw.
 */

/** A register as counted on the wire (from 0), or a CANopen object as "6083.00": index and sub-index in hex. */
export type Address = number | string;

/** Firmware for which something holds: from inclusive, below exclusive; "3.10" is newer than "3.9". */
export interface FirmwareRange {
  from?: string;
  below?: string;
}

export interface ParameterSpec {
  code: string;
  name: string;
  help?: string;
  address: Address;
  /** Only in these firmware versions. The same code may stand several times for ranges that do not meet: a parameter that was widened. */
  firmware?: FirmwareRange;
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
  /** The drive holds these once for each parameter set, for each axis, or only when an option module is fitted. Holds for sub-groups too. */
  perSet?: boolean;
  perAxis?: boolean;
  option?: string;
}

/** Several values of one parameter, of which the drive uses one at a time. The registers of set n lie (n - 1) x `offset` behind those of set 1. */
export interface SetsSpec {
  count: number;
  offset: number;
  /** How the drive is told which one to use. */
  howChosen: string;
}

/**
 * Several axes in one drive. "offset": the objects of axis n lie (n - 1) x `offset` behind those of axis 1, counted in registers
 * or, for CANopen, in indexes. "node": each axis is a node of its own, counted on from the first.
 */
export interface AxesSpec {
  most: number;
  by: "offset" | "node";
  offset?: number;
}

/** Something that may be plugged in and has parameters of its own. */
export interface OptionSpec {
  id: string;
  name: string;
  fitted: Sign;
  firmware?: { address: Address; minorSteps: number };
}

/** Slots of a rack: for each, one register or object behind the other, what is in it. A kind of 0 is an empty slot. */
export interface ModulesSpec {
  slots: number;
  kind: Address;
  kinds: Array<{ value: number; name: string; axis?: boolean }>;
  serial?: { address: Address; length: number; step: number };
  firmware?: { address: Address; minorSteps: number };
}

export interface RatingSpec {
  id: string;
  name: string;
  /** What the identity register for the rating holds. */
  identityValue: number;
  powerKw?: number;
  currentA?: number;
  /** Supply, as printed on the plate, e.g. "3 × 400 V". "not told" where the drive does not say. */
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
  /** "serial" is the control part's and the one on the plate; "power-part" the power part's own, where it has one. */
  field: "family" | "rating" | "firmware" | "serial" | "power-part" | "axes";
  address: Address;
  type: "u16" | "u32" | "text";
  length?: number;
  /** For `family`: the value that says it is this family. Several such fields must all hold theirs (maker's number and product number). */
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
  /** Speeds the drive can be set to, the usual one first; they are tried in this order. */
  speeds?: number[];
  /** The address on which it answers whatever its own is, when it is alone on the line. */
  loneAddress?: number;
}

/** A drive on a CAN bus, reached through a gateway that takes commands as lines of text (CiA 309-3). */
export interface CanopenLink {
  defaults: { node: number; port: number; net: number };
  slowestAnswerMs: number;
  addressCode?: string;
}

/** Physical quantities that many families have under codes of their own. */
export const QUANTITIES = [
  "output-frequency",
  "motor-current",
  "motor-torque",
  "dc-bus",
  "output-voltage",
  "motor-power",
  "motor-speed",
  "temperature",
  "acceleration-time",
  "deceleration-time",
  "highest-frequency",
  "rated-current",
  "rated-frequency",
  "rated-speed",
] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** A bit or a value of a status register that answers yes or no; `inverted` turns the answer round. */
export interface Sign {
  address: Address;
  /** 16 bits wide when nothing is said. */
  type?: "u8" | "u16" | "u32";
  bit?: number;
  equals?: number;
  inverted?: boolean;
}

export interface Command {
  address: Address;
  type?: "u8" | "u16" | "u32";
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
  /** For `link`: what is sent to get it, once a person has said so. */
  ask?: Command;
  ends: "power-off" | "never" | "after-10-min";
  /** What the drive does with a write it did not permit. */
  withoutIt: "refuses" | "trips";
  /** For "trips": the number of that trip. */
  trip?: number;
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
  /** One of the two says how it is talked to. */
  modbus?: ModbusLink;
  canopen?: CanopenLink;
  sets?: SetsSpec;
  axes?: AxesSpec;
  options?: OptionSpec[];
  modules?: ModulesSpec;
  /** This family can answer as another one: the definition it then fits, and the sign that it does so now. */
  imitates?: { definitionId: string; active: Sign; howTo: string };
  identity: IdentityField[];
  ratings: RatingSpec[];
  groups: GroupSpec[];
  rules: RuleSpec[];
  /** Which code holds which common quantity. */
  quantities?: Partial<Record<Quantity, string>>;
  state: {
    /** Each of them once for every axis, where the definition has axes. Absent where nobody knows how the drive tells. */
    running?: Sign;
    tripped?: Sign;
    tripNumber?: { address: Address; type?: "u16" | "u32" };
    warnings?: { address: Address; bits: BitName[] };
    /** The control part is fed from an auxiliary supply, the power part is dead: trips are expected, nothing turns. */
    controlOnly?: Sign;
    /** Set while some value in the running memory is not in the permanent memory. */
    volatile?: Sign;
    /** It runs on a reduced supply now, for a test. */
    reducedSupply?: Sign;
    /** A memory card sits in it. */
    memoryCard?: Sign;
  };
  /** What is possible while only the control part is fed, and the trip that is expected then. */
  withoutMains?: { reads: boolean; writes: boolean; trip?: number; about: string };
  /** Values with which the shaft can start without a new command, when power comes back or the drive restarts. */
  startsByItself?: Array<{ code: string; on: number }>;
  /** Code of the parameter that lets it run on a reduced supply, for a test; it takes effect after a power-off. */
  reducedSupply?: { code: string; on: number; about: string };
  permission?: WritePermission;
  /** Where a write lands: the running memory first, or both at once. */
  writesLand: "running" | "permanent";
  makePermanent?: Command;
  restart?: Command;
  factoryReset?: Command & { communication: "kept" | "reset" };
  trips: TripSpec[];
  /** How to reach it, and how to feed it on a workbench. */
  card?: {
    cable: string;
    port: string;
    switches?: string;
    keypad: string;
    manual: string;
    /** Feeding the control part alone: terminals, volts, ground, the lamp that says it is alive; and what would destroy it. */
    bench: string;
    danger?: string;
  };
}
