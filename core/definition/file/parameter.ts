import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, whole, yesNo, type Of, type Shape } from "@/core/shape";
import {
  BELONGS_TO,
  EFFECTS,
  PARAMETER_KINDS,
  REGISTER_ORDERS,
  VALUE_TYPES,
  type BitName,
  type Choice,
} from "@/core/value";
import { address, amount, code, identifier, natural, physical, positive, text, version } from "./shapes";

const choice: Shape<Choice> = object({ value: whole(), text });
export const bit: Shape<BitName> = object({ bit: whole({ min: 0, max: 31 }), text });

/** Firmware for which something holds: from inclusive, below exclusive; "3.10" is newer than "3.9". */
const firmwareRange = object({ from: optional(version), below: optional(version) });
export type FirmwareRange = Of<typeof firmwareRange>;

/** Numbers a person reads (default, min, max, step) are physical; registers and choices are raw. */
export const parameter = object({
  code,
  name: text,
  help: optional(text),
  address,
  /** Only in these firmware versions. The same code may stand several times for ranges that do not meet: a parameter that was widened. */
  firmware: optional(firmwareRange),
  type: oneOf(VALUE_TYPES),
  /** Characters of a text, bytes of octets; for these only. */
  length: optional(
    shapeOf<number>(() =>
      Joi.number()
        .integer()
        .min(1)
        .max(120)
        .when("type", { is: Joi.valid("text", "octets"), then: Joi.required(), otherwise: Joi.forbidden() }),
    ),
  ),
  /** In which order its registers and their bytes stand, where it differs from the family's. */
  wordOrder: optional(oneOf(REGISTER_ORDERS)),
  /** Physical value of one raw step: a decimal (0.1) or a fraction ("100/16384"). 1 when absent. */
  scale: optional(
    shapeOf<number | string>(() =>
      Joi.alternatives(Joi.number().positive(), Joi.string().pattern(/^\d+(\.\d+)?\/\d+(\.\d+)?$/)),
    ),
  ),
  unit: optional(text),
  min: optional(amount),
  max: optional(amount),
  step: optional(positive),
  default: optional(physical),
  choices: optional(list(choice, { min: 1 })),
  bits: optional(list(bit)),
  kind: optional(oneOf(PARAMETER_KINDS)),
  effect: optional(oneOf(EFFECTS)),
  readOnly: optional(yesNo),
  /** Depends on the rating: left out when the rating differs. */
  ratingDependent: optional(yesNo),
  /** Found out on these parts: left out of a restore after they were exchanged. Results of tuning belong to motor and encoder where nothing is said. */
  belongsTo: optional(list(oneOf(BELONGS_TO), { min: 1 })),
  /** Hidden on the drive below this password level. */
  passwordLevel: optional(natural),
});
export type ParameterSpec = Of<typeof parameter>;

const innermost = object({
  id: shapeOf<string>(() => Joi.string()),
  title: text,
  parameters: optional(list(parameter)),
  /** The drive holds these once for each parameter set, for each axis, or only when an option module is fitted. Holds for sub-groups too. */
  perSet: optional(yesNo),
  perAxis: optional(yesNo),
  option: optional(identifier),
});
/** Sub-groups stand in the sheet under their group; only the innermost hold parameters. */
export type GroupSpec = Of<typeof innermost> & { groups?: GroupSpec[] };
export const group = shapeOf<GroupSpec>(() =>
  (innermost.joi as Joi.ObjectSchema).keys({ groups: Joi.array().items(Joi.link("#group")) }).id("group"),
);
