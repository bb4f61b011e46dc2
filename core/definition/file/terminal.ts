import Joi from "joi";
import { list, number, object, oneOf, optional, shapeOf, whole, type Of } from "@/core/shape";
import { code, text } from "./shapes";

export const TERMINAL_KINDS = [
  "switched-input",
  "switched-output",
  "analogue-input",
  "analogue-output",
] as const;

const span = object({ from: number(), to: number(), unit: text });

/** A terminal for signals, as it is printed beside it on the drive. */
const terminal = object({
  name: text,
  kind: oneOf(TERMINAL_KINDS),
  /** The parameter that gives it its function. */
  does: optional(code),
  /** Where nothing gives it a function, but others look at it: those parameters, and the choice of each that means this terminal. */
  usedBy: optional(list(object({ code, value: whole() }), { max: 100 })),
  /** Where its state is told now: a bit of it, or a value. */
  state: optional(object({ code, bit: optional(whole({ min: 0, max: 31 })) })),
  /** What nought and a hundred per cent of it are at the terminal, by the choices of a parameter. */
  span: optional(
    object({
      code,
      of: shapeOf<Record<string, Of<typeof span>>>(() => Joi.object().pattern(/^\d{1,5}$/, span.joi)),
    }),
  ),
  /** What else is set for it: filters, whether it is turned round. */
  settings: optional(list(code, { max: 12 })),
});
export type TerminalSpec = Of<typeof terminal>;
/** How an input is made the one for an external trip: the choice of its parameter, and which state of the contact is healthy. */
export const externalTrip = object({
  value: whole(),
  about: text,
  /** Which of the terminal's settings turns it round, counted from 0, and its value for either healthy state; absent where that cannot be chosen. */
  turn: optional(object({ setting: whole({ min: 0, max: 11 }), closed: whole(), open: whole() })),
});
export const terminals = list(terminal, { max: 200 });
