import type Joi from "joi";
import { list, object, oneOf, optional, shapeOf, whole, yesNo, type Of } from "@/core/shape";
import { bit } from "./parameter";
import { address, natural, text } from "./shapes";

const width = oneOf(["u8", "u16", "u32"]);
const raw32 = whole({ min: 0, max: 0xffffffff });

const signFields = object({
  address,
  /** 16 bits wide when nothing is said. */
  type: optional(width),
  bit: optional(whole({ min: 0, max: 31 })),
  equals: optional(raw32),
  inverted: optional(yesNo),
});
/** A bit or a value of a status register that answers yes or no; `inverted` turns the answer round. */
export type Sign = Of<typeof signFields>;
export const sign = shapeOf<Sign>(() => (signFields.joi as Joi.ObjectSchema).xor("bit", "equals"));

const commandFields = {
  address,
  type: optional(width),
  value: raw32,
  text,
  /** How long the drive may take, and the sign that it is done. */
  longestMs: natural,
  doneWhen: optional(sign),
};
export const command = object(commandFields);
export type Command = Of<typeof command>;

/** What becomes of something at a factory reset; "none": the family has not got it. Absent where nobody knows. */
const fate = oneOf(["kept", "reset", "none"]);
export type Fate = Of<typeof fate>;

export const factoryReset = object({
  ...commandFields,
  communication: oneOf(["kept", "reset"]),
  /** What becomes of what no list of values shows: commutation angle, home position, safe functions, access levels and passwords, how the list is numbered. */
  effects: optional(
    object({
      commutation: optional(fate),
      home: optional(fate),
      safety: optional(fate),
      access: optional(fate),
      numbering: optional(fate),
    }),
  ),
});

/** Something without which the drive does not run: while the sign is given, it is missing. `look` says where to look first. */
const missingFields = object({
  address,
  type: optional(width),
  bit: optional(whole({ min: 0, max: 31 })),
  equals: optional(raw32),
  inverted: optional(yesNo),
  text,
  look: text,
});
export type MissingSign = Of<typeof missingFields>;
const missing = shapeOf<MissingSign>(() => (missingFields.joi as Joi.ObjectSchema).xor("bit", "equals"));

const stateFields = object({
  /** Each of them once for every axis, where the definition has axes. Absent where nobody knows how the drive tells. */
  running: optional(sign),
  /** A run command stands at its terminal, from the network or the keypad, whether the motor turns or not. */
  runCommand: optional(sign),
  tripped: optional(sign),
  tripNumber: optional(object({ address, type: optional(width) })),
  warnings: optional(object({ address, bits: list(bit) })),
  /** All that can keep it from running beside a trip, in the order in which one looks; each once for every axis. Absent where nobody knows how the drive tells. */
  missing: optional(list(missing, { min: 1, max: 32 })),
  /** The control part is fed from an auxiliary supply, the power part is dead: trips are expected, nothing turns. */
  controlOnly: optional(sign),
  /** Of a rack: the bus that its axes share is fed and ready. */
  sharedReady: optional(sign),
  /** Set while some value in the running memory is not in the permanent memory. */
  volatile: optional(sign),
  /** It runs on a reduced supply now, for a test. */
  reducedSupply: optional(sign),
  /** A memory card sits in it. */
  memoryCard: optional(sign),
});
/** Older files name the block of status registers; it is worked out now. */
export const state = shapeOf<Of<typeof stateFields>>(() =>
  (stateFields.joi as Joi.ObjectSchema).keys({ address: natural.joi.strip(), count: natural.joi.strip() }),
);
