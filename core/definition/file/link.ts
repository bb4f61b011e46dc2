import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, whole, yesNo, type Of } from "@/core/shape";
import { REGISTER_ORDERS } from "@/core/value";
import { code, port, positive } from "./shapes";

const whole1 = shapeOf<number>(() => Joi.number().integer().positive());
const node = whole({ min: 1, max: 127 });
const station = whole({ min: 0, max: 255 });

/** The parameter that says one thing of how the drive speaks on a serial line, and what each of its raw values means. */
const lineSetting = <T extends string | number>(meanings: readonly T[]) =>
  optional(
    object({
      code,
      values: shapeOf<Record<string, T>>(() =>
        Joi.object()
          .pattern(/^\d+$/, Joi.valid(...meanings))
          .min(1),
      ),
    }),
  );
const SPEEDS = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 76800, 115200, 230400] as const;

export const modbus = object({
  framings: list(oneOf(["rtu", "tcp", "ascii"]), { min: 1 }),
  defaults: object({
    baud: whole1,
    parity: oneOf(["none", "even", "odd"]),
    stopBits: oneOf([1, 2]),
    address: station,
    port,
  }),
  readFunction: oneOf([3, 4]),
  /** Function 6 writes one register, 16 several. */
  writeFunctions: list(oneOf([6, 16]), { min: 1 }),
  registersPerRead: whole({ min: 1, max: 125 }),
  registersPerWrite: whole({ min: 1, max: 123 }),
  /** Whether the drive answers a read that covers registers no parameter uses. */
  readAcrossGaps: yesNo,
  turnaroundMs: shapeOf<number>(() => Joi.number().min(0)),
  slowestAnswerMs: positive,
  wordOrder: oneOf(REGISTER_ORDERS),
  /** Code of the parameter that holds the drive's own link timeout. */
  linkTimeoutCode: optional(code),
  /** Code of the parameter that holds the drive's own address on the line. */
  addressCode: optional(code),
  /** Where the drive's own settings of the serial line stand: once they are changed it is looked for as it speaks then. */
  line: optional(
    object({
      baud: lineSetting<number>(SPEEDS),
      parity: lineSetting(["none", "even", "odd"]),
      stopBits: lineSetting<1 | 2>([1, 2]),
      framing: lineSetting(["rtu", "ascii"]),
    }),
  ),
  /** Speeds the drive can be set to, the usual one first; they are tried in this order. */
  speeds: optional(list(whole1)),
  /** The address on which it answers whatever its own is, when it is alone on the line. */
  loneAddress: optional(station),
});
export type ModbusLink = Of<typeof modbus>;

/** A drive on a CAN bus, reached through a gateway that takes commands as lines of text (CiA 309-3). */
export const canopen = object({
  defaults: object({ node, port, net: node }),
  slowestAnswerMs: positive,
  addressCode: optional(code),
});
export type CanopenLink = Of<typeof canopen>;
