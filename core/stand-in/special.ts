import {
  addressOf,
  axisShift,
  type Address,
  type DefinitionFile,
  type MissingSign,
  type Sign,
} from "@/core/definition";
import type { ValueType, RawValue } from "@/core/value";
import type { StandInDrive } from "./drive";
import { programSigns } from "./program-records";

/** A register or object that is no parameter: identity, status. */
export interface Special {
  type: ValueType;
  length: number;
  raw: RawValue;
}

/** Everything a drive tells beside its parameters, by address (and node, for axes that are nodes). */
export function specialsOf(drive: StandInDrive): Map<string, Special> {
  const words = identityOf(drive);
  const { state, permission, imitates } = drive.definition.file;
  const mark = (sign: Sign | undefined, given: boolean, axis = 0): void => {
    if (!sign) return;
    const shift = axisShift(drive.definition.file.axes, drive.definition.protocol, axis);
    const key = keyOf(addressOf(sign.address) + shift.address, shift.node);
    const on = sign.inverted ? !given : given;
    const word = Number(words.get(key)?.raw ?? 0);
    const raw = withSign(word, sign, on);
    words.set(key, { type: sign.type ?? "u16", length: 0, raw });
  };
  const number = (address: Address, type: ValueType, raw: number, axis = 0): void => {
    const shift = axisShift(drive.definition.file.axes, drive.definition.protocol, axis);
    words.set(keyOf(addressOf(address) + shift.address, shift.node), { type, length: 0, raw });
  };
  for (const axis of drive.axes.list) {
    if (state.tripNumber)
      number(state.tripNumber.address, state.tripNumber.type ?? "u16", axis.trip, axis.number);
    if (state.warnings) number(state.warnings.address, "u16", 0, axis.number);
    mark(state.running, axis.turning, axis.number);
    mark(state.runCommand, axis.commandStands, axis.number);
    mark(state.tripped, axis.trip !== 0, axis.number);
    for (const each of standInSigns(state)) mark(each, axis.missing.has(each.text), axis.number);
  }
  mark(state.volatile, drive.volatile);
  mark(state.controlOnly, !drive.mains && !drive.onReducedSupply);
  mark(state.sharedReady, drive.mains || drive.onReducedSupply);
  mark(state.reducedSupply, drive.onReducedSupply);
  mark(state.memoryCard, drive.hasCard);
  mark(permission?.given, drive.permission);
  for (const [sign, given] of drive.program ? programSigns(drive.program) : []) mark(sign, given);
  if (
    imitates &&
    !drive.definition.parameters.some((each) => each.address === addressOf(imitates.active.address))
  )
    mark(imitates.active, drive.imitating !== undefined);
  return words;
}

/** What can be missing and is told by a bit of its own; the others are told by the drive's state itself. */
export function standInSigns(state: DefinitionFile["state"]): MissingSign[] {
  const { running, runCommand, tripped, controlOnly, sharedReady, reducedSupply, memoryCard, volatile } =
    state;
  const own = [running, runCommand, tripped, controlOnly, sharedReady, reducedSupply, memoryCard, volatile];
  return (state.missing ?? []).filter(
    (each) => !own.some((sign) => sign?.address === each.address && sign.bit === each.bit),
  );
}

/** The part of it that says who the drive is; it is readable also while the drive imitates another. */
export function identityOf(drive: StandInDrive): Map<string, Special> {
  const { definition, make } = drive;
  const { identity, options, modules } = definition.file;
  const words = new Map<string, Special>();
  for (const field of identity) {
    const raw = {
      family: field.equals ?? 0,
      rating: definition.ratings.get(make.rating)?.identityValue ?? 0,
      firmware: versionNumber(make.firmware, field.minorSteps ?? 100),
      serial: make.serial,
      "power-part": make.powerPart ?? `${make.serial}P`,
      axes: drive.axes.list.length,
    }[field.field];
    words.set(keyOf(addressOf(field.address), 0), { type: field.type, length: field.length ?? 0, raw });
  }
  for (const option of options ?? []) {
    const fitted = (make.options ?? []).includes(option.id);
    words.set(keyOf(addressOf(option.fitted.address), 0), {
      type: "u16",
      length: 0,
      raw: fitted ? (option.fitted.equals ?? 1 << option.fitted.bit!) : 0,
    });
    if (option.firmware)
      words.set(keyOf(addressOf(option.firmware.address), 0), {
        type: "u16",
        length: 0,
        raw: fitted ? versionNumber("1.2", option.firmware.minorSteps) : 0,
      });
  }
  for (let slot = 0; modules && slot < modules.slots; slot++) {
    const kind = make.modules?.[slot] ?? 0;
    words.set(keyOf(addressOf(modules.kind) + slot, 0), { type: "u16", length: 0, raw: kind });
    if (modules.serial)
      words.set(keyOf(addressOf(modules.serial.address) + slot * modules.serial.step, 0), {
        type: "text",
        length: modules.serial.length,
        raw: kind === 0 ? "" : (make.moduleSerials?.[slot + 1] ?? `${make.serial}-${slot + 1}`),
      });
    if (modules.firmware)
      words.set(keyOf(addressOf(modules.firmware.address) + slot, 0), {
        type: "u16",
        length: 0,
        raw: kind === 0 ? 0 : versionNumber(make.firmware, modules.firmware.minorSteps),
      });
  }
  return words;
}

const keysOf = new WeakMap<StandInDrive, Set<string>>();

/** Whether an address tells of the drive itself, also where a parameter stands at it. Quick, since every question asks it. */
export function isSpecial(drive: StandInDrive, key: string): boolean {
  let keys = keysOf.get(drive);
  if (!keys) keysOf.set(drive, (keys = new Set(specialsOf(drive).keys())));
  return keys.has(key);
}

/** Address and node in one key. */
export function keyOf(address: number, node: number): string {
  return `${node}/${address}`;
}

function versionNumber(version: string, minorSteps: number): number {
  const [major = 0, minor = 0] = version.split(".").map(Number);
  return major * minorSteps + minor;
}

/** A status word with one sign given or taken away; the other bits stay. */
function withSign(word: number, sign: Sign, on: boolean): number {
  if (sign.bit !== undefined) return (on ? word | (1 << sign.bit) : word & ~(1 << sign.bit)) >>> 0;
  if (on) return sign.equals!;
  return word === sign.equals ? 0 : word;
}
