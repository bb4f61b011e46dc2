import Joi from "joi";
import { list, object, oneOf, optional, shapeOf, text as anyText, whole, yesNo, type Of } from "@/core/shape";
import { axes, identityField, imitates, modules, option, rating, sets } from "./identity";
import { canopen, modbus } from "./link";
import { group } from "./parameter";
import { permission, trip, tripNumber } from "./permission";
import { program } from "./program";
import { quantities } from "./quantity";
import { address, code, identifier, natural, text, version } from "./shapes";
import { command, factoryReset, state } from "./signs";
import { externalTrip, terminals } from "./terminal";

/** A rule between two parameters of one family: lower must not be above upper. */
const rule = object({ lower: code, upper: code, text });
export type RuleSpec = Of<typeof rule>;

/** Changing one parameter makes the drive change others: it comes first, and they are read again. */
const coupling = object({ code, changes: list(code, { min: 1 }), text });

/** Several parameters that belong together for one purpose, as physical values and numbers of choices. It sets these and nothing else. */
const preset = object({
  id: identifier,
  title: text,
  about: text,
  values: shapeOf<Record<string, number | string>>(() =>
    Joi.object()
      .pattern(code.joi, Joi.alternatives(Joi.number(), Joi.string().max(80)))
      .min(1),
  ),
});

const selfStart = object({
  code,
  on: optional(
    shapeOf<number | number[]>(() => Joi.alternatives(whole().joi, list(whole(), { min: 1 }).joi)),
  ),
  above: optional(whole()),
});

/** What a power-off on purpose takes, so that off is off. */
const powerOff = object({
  /** From switching off until it may be switched on again, in s. */
  waitS: natural,
  /** How one sees that it is off. */
  offWhen: text,
  /** The shortest time from one switching on to the next, in s. */
  notMoreOftenS: optional(natural),
  /** What else goes off with it, or is fed by the same bus. */
  takesAlong: optional(text),
});

/** Moving the control part over to another power part, where only the power part died. */
const moveControl = object({
  /** What one has to have. */
  needs: text,
  how: text,
  /** What the drive makes of it afterwards, and what is looked at. */
  after: text,
});

/** How to reach it, and how to feed it on a workbench. */
const card = object({
  cable: text,
  port: text,
  switches: optional(text),
  keypad: text,
  manual: text,
  /** Feeding the control part alone: terminals, volts, ground, the lamp that says it is alive; and what would destroy it. */
  bench: text,
  danger: optional(text),
});

const fields = object({
  $schema: optional(anyText()),
  format: oneOf(["calm-ledger/definition/1"]),
  id: identifier,
  version,
  vendor: text,
  family: text,
  about: text,
  /** Inclusive from, exclusive below; "3.10" is newer than "3.9". */
  firmware: object({ from: version, below: optional(version) }),
  /** One of the two says how it is talked to. */
  modbus: optional(modbus),
  canopen: optional(canopen),
  sets: optional(sets),
  axes: optional(axes),
  options: optional(list(option)),
  modules: optional(modules),
  imitates: optional(imitates),
  identity: list(identityField, { min: 1 }),
  ratings: list(rating, { min: 1 }),
  groups: list(group, { min: 1 }),
  rules: list(rule),
  couplings: optional(list(coupling)),
  /** A short list that fits on one screen and that a newcomer understands, in the order to be read. */
  essentials: optional(list(code, { min: 1, max: 40 })),
  presets: optional(list(preset)),
  quantities: optional(quantities),
  /** The terminals for signals, in the order in which they lie beside each other. */
  terminals: optional(terminals),
  externalTrip: optional(externalTrip),
  state,
  /** What is possible while only the control part is fed, and the trip that is expected then. */
  withoutMains: optional(object({ reads: yesNo, writes: yesNo, trip: optional(tripNumber), about: text })),
  /** Reading it disturbs it, and how: it restarts, the link is lost, it must stand still. It is read only once a person has agreed to that. */
  readingDisturbs: optional(text),
  /**
   * Values with which the shaft can start without a new command: after a power-up, a restart or a trip, at a time of day, on waking, by a program, when a
   * safe torque off is released. Raw: one of `on`, or above `above`. Absent where nobody has looked; empty where there are none.
   */
  startsByItself: optional(list(selfStart)),
  /** Code of the parameter that lets it run on a reduced supply, for a test; it takes effect after a power-off. */
  reducedSupply: optional(object({ code, on: whole(), about: text })),
  /** A memory card that may sit in it: the object from which its contents are read, as a concise DCF (CiA 302-2, 1F22). */
  memoryCard: optional(object({ contents: address })),
  /** Its own program, where it has one. */
  program: optional(program),
  permission: optional(permission),
  /** Parameters with which its keypad or an access level is locked, and the raw value that leaves it open. They are restored like any setting; what stayed open is closed by hand. */
  locks: optional(list(object({ code, open: natural }))),
  /** It is known that the family can be written without any permission. */
  asksNoPermission: optional(yesNo),
  /** Where a write lands: the running memory first, or both at once. */
  writesLand: oneOf(["running", "permanent"]),
  /** How often one value can be written to the permanent memory, as the maker states it. */
  bearsWrites: optional(natural),
  makePermanent: optional(command),
  powerOff: optional(powerOff),
  moveControl: optional(moveControl),
  restart: optional(command),
  factoryReset: optional(factoryReset),
  trips: list(trip),
  card: optional(card),
});
/** What a definition file says of a family for a range of firmware. */
export type DefinitionFile = Of<typeof fields>;

/** The shape of a definition file. What cannot be said by shape alone is checked in `check/`. */
export const definitionFile = shapeOf<DefinitionFile>(() =>
  (fields.joi as Joi.ObjectSchema).xor("modbus", "canopen"),
);
