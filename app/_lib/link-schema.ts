import Joi from "joi";
import { PARITIES, type LinkSettings } from "@/core/link";

const host = Joi.string().hostname().max(253).required();
const port = Joi.number().port().required();

/** The settings of a link, of any kind. A serial port is named by its path or, on Windows, by its number. */
export const linkSchema = Joi.alternatives<LinkSettings>().try(
  Joi.object({ kind: Joi.string().valid("modbus-tcp", "modbus-rtu-over-tcp").required(), host, port }),
  Joi.object({
    kind: Joi.string().valid("modbus-serial").required(),
    path: Joi.string().pattern(/^(\/[\w.\-/]+|COM\d{1,3})$/, "the path of a serial port").max(200).required(),
    framing: Joi.string().valid("rtu", "ascii").required(),
    baud: Joi.number().integer().min(300).max(4_000_000).required(),
    parity: Joi.string().valid(...PARITIES).required(),
    stopBits: Joi.number().valid(1, 2).required(),
  }),
  Joi.object({ kind: Joi.string().valid("canopen-gateway").required(), host, port, net: Joi.number().integer().min(1).max(127).required(), inFlight: Joi.number().integer().min(1).max(32).required() }),
).match("one").required();
