import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, whole, type Of } from "@/core/shape";
import { natural, text } from "./shapes";
import { command, sign, type Command } from "./signs";

export const tripNumber = whole({ min: 1 });

export const permission = object({
  given: sign,
  /** Who can give it: a person at the keypad, or a register over the link. */
  by: oneOf(["keypad", "link"]),
  howTo: text,
  /** For `link`: what is sent to get it, once a person has said so. */
  ask: optional(
    shapeOf<Command>(() =>
      (command.joi as Joi.ObjectSchema).when("by", {
        is: "link",
        then: Joi.required(),
        otherwise: Joi.forbidden(),
      }),
    ),
  ),
  ends: oneOf(["power-off", "never", "after-10-min"]),
  /** What the drive does with a write it did not permit. */
  withoutIt: oneOf(["refuses", "trips"]),
  /** For "trips": the number of that trip. */
  trip: optional(tripNumber),
});
export type WritePermission = Of<typeof permission>;

export const trip = object({ number: natural, name: text, causes: list(text), remedies: list(text) });
export type TripSpec = Of<typeof trip>;
