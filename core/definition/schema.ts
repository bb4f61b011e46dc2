import Joi from "joi";
import { EFFECTS, PARAMETER_KINDS, VALUE_TYPES } from "@/core/value";
import { QUANTITIES } from "./model";

/** The shape of a definition file. What cannot be said by shape alone is checked in `checks.ts`. */
const text = Joi.string().min(1);
const register = Joi.number().integer().min(0).max(0xffff);
const object = Joi.string().pattern(
  /^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/,
  "index and sub-index in hex, as in 6083.00",
);
const address = Joi.alternatives(register, object);
const width = Joi.string().valid("u8", "u16", "u32");
const firmware = Joi.object({
  from: Joi.string().pattern(/^\d+(\.\d+)*$/),
  below: Joi.string().pattern(/^\d+(\.\d+)*$/),
});
const identifier = Joi.string().pattern(/^[a-z0-9][a-z0-9-]*$/);
const code = Joi.string()
  .pattern(/^[A-Za-z0-9][A-Za-z0-9._-]*$/)
  .max(24);
const version = Joi.string().pattern(/^\d+(\.\d+)*$/);
const physical = Joi.alternatives(Joi.number(), Joi.string().allow(""));

const choice = Joi.object({ value: Joi.number().integer().required(), text: text.required() });
const bit = Joi.object({ bit: Joi.number().integer().min(0).max(31).required(), text: text.required() });
const sign = Joi.object({
  address: address.required(),
  type: width,
  bit: Joi.number().integer().min(0).max(31),
  equals: Joi.number().integer().min(0).max(0xffffffff),
  inverted: Joi.boolean(),
}).xor("bit", "equals");
const command = {
  address: address.required(),
  type: width,
  value: Joi.number().integer().min(0).max(0xffffffff).required(),
  text: text.required(),
  longestMs: Joi.number().integer().min(0).required(),
  doneWhen: sign,
};

const parameter = Joi.object({
  code: code.required(),
  name: text.required(),
  help: text,
  firmware,
  address: address
    .required()
    .description("register as counted on the wire, from 0, or a CANopen object as 6083.00"),
  type: Joi.string()
    .valid(...VALUE_TYPES)
    .required(),
  length: Joi.number()
    .integer()
    .min(1)
    .max(120)
    .when("type", { is: "text", then: Joi.required(), otherwise: Joi.forbidden() }),
  scale: Joi.alternatives(Joi.number().positive(), Joi.string().pattern(/^\d+(\.\d+)?\/\d+(\.\d+)?$/)),
  unit: text,
  min: Joi.number(),
  max: Joi.number(),
  step: Joi.number().positive(),
  default: physical,
  choices: Joi.array().items(choice).min(1),
  bits: Joi.array().items(bit),
  kind: Joi.string().valid(...PARAMETER_KINDS),
  effect: Joi.string().valid(...EFFECTS),
  readOnly: Joi.boolean(),
  ratingDependent: Joi.boolean(),
  passwordLevel: Joi.number().integer().min(0),
});

const group = Joi.object({
  id: Joi.string().required(),
  title: text.required(),
  groups: Joi.array().items(Joi.link("#group")),
  parameters: Joi.array().items(parameter),
  perSet: Joi.boolean(),
  perAxis: Joi.boolean(),
  option: identifier,
}).id("group");

export const definitionSchema = Joi.object({
  $schema: Joi.string(),
  format: Joi.string().valid("calm-ledger/definition/1").required(),
  id: identifier.required(),
  version: version.required(),
  vendor: text.required(),
  family: text.required(),
  about: text.required(),
  firmware: Joi.object({ from: version.required(), below: version }).required(),
  modbus: Joi.object({
    framings: Joi.array()
      .items(Joi.string().valid("rtu", "tcp", "ascii"))
      .min(1)
      .required(),
    defaults: Joi.object({
      baud: Joi.number().integer().positive().required(),
      parity: Joi.string().valid("none", "even", "odd").required(),
      stopBits: Joi.number().valid(1, 2).required(),
      address: Joi.number().integer().min(0).max(255).required(),
      port: Joi.number().port().required(),
    }).required(),
    readFunction: Joi.number().valid(3, 4).required(),
    writeFunctions: Joi.array().items(Joi.number().valid(6, 16)).min(1).required(),
    registersPerRead: Joi.number().integer().min(1).max(125).required(),
    registersPerWrite: Joi.number().integer().min(1).max(123).required(),
    readAcrossGaps: Joi.boolean().required(),
    turnaroundMs: Joi.number().min(0).required(),
    slowestAnswerMs: Joi.number().positive().required(),
    wordOrder: Joi.string().valid("high-first", "low-first").required(),
    linkTimeoutCode: code,
    addressCode: code,
    speeds: Joi.array().items(Joi.number().integer().positive()),
    loneAddress: Joi.number().integer().min(0).max(255),
  }),
  canopen: Joi.object({
    defaults: Joi.object({
      node: Joi.number().integer().min(1).max(127).required(),
      port: Joi.number().port().required(),
      net: Joi.number().integer().min(1).max(127).required(),
    }).required(),
    slowestAnswerMs: Joi.number().positive().required(),
    addressCode: code,
  }),
  sets: Joi.object({
    count: Joi.number().integer().min(2).max(16).required(),
    offset: Joi.number().integer().positive().required(),
    howChosen: text.required(),
  }),
  axes: Joi.object({
    most: Joi.number().integer().min(1).max(16).required(),
    by: Joi.string().valid("offset", "node").required(),
    offset: Joi.number()
      .integer()
      .positive()
      .when("by", { is: "offset", then: Joi.required(), otherwise: Joi.forbidden() }),
  }),
  options: Joi.array().items(
    Joi.object({
      id: identifier.required(),
      name: text.required(),
      fitted: sign.required(),
      firmware: Joi.object({
        address: address.required(),
        minorSteps: Joi.number().integer().min(2).required(),
      }),
    }),
  ),
  modules: Joi.object({
    slots: Joi.number().integer().min(1).max(32).required(),
    kind: address.required(),
    kinds: Joi.array()
      .items(
        Joi.object({
          value: Joi.number().integer().min(0).required(),
          name: text.required(),
          axis: Joi.boolean(),
        }),
      )
      .min(1)
      .required(),
    serial: Joi.object({
      address: address.required(),
      length: Joi.number().integer().min(1).max(64).required(),
      step: Joi.number().integer().positive().required(),
    }),
    firmware: Joi.object({
      address: address.required(),
      minorSteps: Joi.number().integer().min(2).required(),
    }),
  }),
  imitates: Joi.object({
    definitionId: identifier.required(),
    active: sign.required(),
    howTo: text.required(),
  }),
  identity: Joi.array()
    .items(
      Joi.object({
        field: Joi.string().valid("family", "rating", "firmware", "serial", "power-part", "axes").required(),
        address: address.required(),
        type: Joi.string().valid("u16", "u32", "text").required(),
        length: Joi.number().integer().min(1).max(64).when("type", { is: "text", then: Joi.required() }),
        equals: Joi.number()
          .integer()
          .min(0)
          .max(0xffffffff)
          .when("field", { is: "family", then: Joi.required() }),
        minorSteps: Joi.number().integer().min(2),
      }),
    )
    .min(1)
    .required(),
  ratings: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        name: text.required(),
        identityValue: Joi.number().integer().min(0).max(0xffffffff).required(),
        powerKw: Joi.number().positive(),
        currentA: Joi.number().positive(),
        supply: text.required(),
        defaults: Joi.object().pattern(code, physical),
        limits: Joi.object().pattern(code, Joi.object({ min: Joi.number(), max: Joi.number() })),
      }),
    )
    .min(1)
    .required(),
  groups: Joi.array().items(group).min(1).required(),
  rules: Joi.array()
    .items(Joi.object({ lower: code.required(), upper: code.required(), text: text.required() }))
    .required(),
  quantities: Joi.object().pattern(Joi.string().valid(...QUANTITIES), code),
  state: Joi.object({
    // Older files name the block of status registers; it is worked out now.
    address: register.strip(),
    count: Joi.number().strip(),
    running: sign,
    tripped: sign,
    tripNumber: Joi.object({ address: address.required(), type: width }),
    warnings: Joi.object({ address: address.required(), bits: Joi.array().items(bit).required() }),
    volatile: sign,
    controlOnly: sign,
    reducedSupply: sign,
    memoryCard: sign,
  }).required(),
  withoutMains: Joi.object({
    reads: Joi.boolean().required(),
    writes: Joi.boolean().required(),
    trip: Joi.number().integer().min(1),
    about: text.required(),
  }),
  startsByItself: Joi.array().items(
    Joi.object({ code: code.required(), on: Joi.number().integer().required() }),
  ),
  reducedSupply: Joi.object({
    code: code.required(),
    on: Joi.number().integer().required(),
    about: text.required(),
  }),
  permission: Joi.object({
    given: sign.required(),
    by: Joi.string().valid("keypad", "link").required(),
    howTo: text.required(),
    ask: Joi.object(command).when("by", { is: "link", then: Joi.required(), otherwise: Joi.forbidden() }),
    ends: Joi.string().valid("power-off", "never", "after-10-min").required(),
    withoutIt: Joi.string().valid("refuses", "trips").required(),
    trip: Joi.number().integer().min(1),
  }),
  writesLand: Joi.string().valid("running", "permanent").required(),
  makePermanent: Joi.object(command),
  restart: Joi.object(command),
  factoryReset: Joi.object({ ...command, communication: Joi.string().valid("kept", "reset").required() }),
  trips: Joi.array()
    .items(
      Joi.object({
        number: Joi.number().integer().min(0).required(),
        name: text.required(),
        causes: Joi.array().items(text).required(),
        remedies: Joi.array().items(text).required(),
      }),
    )
    .required(),
  card: Joi.object({
    cable: text.required(),
    port: text.required(),
    switches: text,
    keypad: text.required(),
    bench: text.required(),
    danger: text,
    manual: text.required(),
  }),
}).xor("modbus", "canopen");
