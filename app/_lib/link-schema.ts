import Joi from "joi";
import { PARITIES, type LinkSettings } from "@/core/link";

const host = Joi.string().hostname().max(253).required();
const port = Joi.number().port().min(1).required();
const kind = Joi.string().required();
const through = Joi.object({ kind, host, port });

/** The settings of a link, of any kind. A serial port is named by its path or, on Windows, by its number. */
export const linkSchema = Joi.alternatives<LinkSettings>()
  .conditional(Joi.ref(".kind"), {
    switch: [
      { is: Joi.valid("modbus-tcp", "modbus-rtu-over-tcp").required(), then: through },
      {
        is: Joi.valid("modbus-serial").required(),
        then: Joi.object({
          kind,
          path: Joi.string()
            .pattern(/^(\/[\w.\-/]+|COM\d{1,3})$/, "serial port path")
            .max(200)
            .required(),
          framing: Joi.string().valid("rtu", "ascii").required(),
          baud: Joi.number().integer().min(300).max(4_000_000).required(),
          parity: Joi.string()
            .valid(...PARITIES)
            .required(),
          stopBits: Joi.number().valid(1, 2).required(),
        }),
      },
      {
        is: Joi.valid("canopen-gateway").required(),
        then: through.keys({
          net: Joi.number().integer().min(1).max(127).required(),
          inFlight: Joi.number().integer().min(1).max(32).required(),
        }),
      },
    ],
    otherwise: Joi.object({
      kind: Joi.string()
        .valid("modbus-tcp", "modbus-rtu-over-tcp", "modbus-serial", "canopen-gateway")
        .required(),
    }).unknown(),
  })
  .required();
