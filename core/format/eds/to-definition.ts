import { choosesMode, type IdentityField, type ParameterSpec } from "@/core/definition";
import { floatOf, floatText, isFloat, isText, rawBounds, type ParameterKind } from "@/core/value";
import { asCommand } from "../as-command";
import { frameOf, groupBy, MOST_PARAMETERS, type ImportAbout, type Imported } from "../imported";
import type { LineNote } from "../note";
import { readNumber } from "./number";
import type { EdsObject } from "./objects";
import type { EdsFile } from "./read-eds";

const TEXT_LENGTH = 32;
/** Objects of CiA 402-2 that say what the motor is. */
const MOTOR = new Set([0x6075, 0x6076, 0x6080, 0x6402, 0x6403, 0x6404, 0x6405, 0x6410]);

/** How an object dictionary tells who the device is (CiA 301, object 1018), as far as the data sheet says what stands there. */
export function identityFromEds(eds: EdsFile): IdentityField[] {
  const has = (sub: number): boolean => eds.objects.some((each) => each.index === 0x1018 && each.sub === sub);
  return [
    // 0 is nobody's number: any device that was never given one would be taken for this.
    ...(!eds.vendorNumber
      ? []
      : [{ field: "family" as const, address: "1018.01", type: "u32" as const, equals: eds.vendorNumber }]),
    ...(!eds.productNumber
      ? []
      : [{ field: "family" as const, address: "1018.02", type: "u32" as const, equals: eds.productNumber }]),
    ...(has(3)
      ? [{ field: "firmware" as const, address: "1018.03", type: "u32" as const, minorSteps: 65536 }]
      : []),
    ...(has(4) ? [{ field: "serial" as const, address: "1018.04", type: "u32" as const }] : []),
  ];
}

/** Makes a definition of a data sheet. What does not fit its own type or range is taken without it, and said. */
export function definitionFromEds(eds: EdsFile, about: ImportAbout, node: number): Imported {
  const notes: LineNote[] = [...eds.notes];
  if (eds.objects.length > MOST_PARAMETERS) {
    notes.push({
      line: eds.objects[MOST_PARAMETERS]!.line,
      verdict: "left-out",
      what: "this and all further objects",
      reason: `A definition has at most ${MOST_PARAMETERS} parameters.`,
      remedy: "Is this the right data sheet? Take out what is no parameter.",
    });
  }
  const parameters = eds.objects
    .slice(0, MOST_PARAMETERS)
    .map((each) => ({ group: groupOf(each.index), spec: parameterOf(each, node, notes) }));
  const codes = new Set(parameters.map(({ spec }) => spec.code));
  const state = (code: string): boolean => codes.has(code);
  const file = frameOf(about, groupBy(parameters), {
    canopen: { defaults: { node, port: 7000, net: 1 }, slowestAnswerMs: 500 },
  });
  if (state("6041.00")) {
    // Statusword of CiA 402-2, clause 8.4.2: operation enabled, fault.
    file.state = {
      running: { address: "6041.00", bit: 2 },
      tripped: { address: "6041.00", bit: 3 },
      tripNumber: state("603F.00") ? { address: "603F.00" } : undefined,
      ...about.signs,
    };
  }
  if (state("1010.01"))
    file.makePermanent = {
      address: "1010.01",
      type: "u32",
      value: 0x65766173,
      text: "Stores all parameters (CiA 301, object 1010).",
      longestMs: 10_000,
    };
  if (state("1011.01"))
    file.factoryReset = {
      address: "1011.01",
      type: "u32",
      value: 0x64616f6c,
      text: "Restores the factory values (CiA 301, object 1011); they hold after the next start.",
      longestMs: 10_000,
      communication: "reset",
    };
  if (eds.objects.some((each) => each.parameterValue !== undefined)) {
    notes.push({
      line: 0,
      verdict: "note",
      what: "ParameterValue",
      reason: "This is the configuration of one device: it holds values beside the description.",
      remedy: "The description is taken; the values are not part of a definition.",
    });
  }
  return { file, notes: notes.sort((a, b) => a.line - b.line), taken: parameters.length };
}

function groupOf(index: number): string {
  const block = `${(index >> 8).toString(16).toUpperCase().padStart(2, "0")}xx`;
  if (index < 0x2000) return `Communication, objects ${block}`;
  return index < 0x6000 ? `Maker's objects ${block}` : `Profile, objects ${block}`;
}

function parameterOf(object: EdsObject, node: number, notes: LineNote[]): ParameterSpec {
  const { index, sub, type, access } = object;
  const code = `${index.toString(16).toUpperCase().padStart(4, "0")}.${sub.toString(16).toUpperCase().padStart(2, "0")}`;
  const spec: ParameterSpec = {
    code,
    name: object.of && !object.name.startsWith(object.of) ? `${object.of}: ${object.name}` : object.name,
    address: code,
    type,
  };
  if (isText(type)) spec.length = Math.max(TEXT_LENGTH, Math.min(120, object.defaultValue?.length ?? 0));
  const kind = kindOf(object);
  if (kind !== "setting") spec.kind = kind;
  if (access !== "rw") spec.readOnly = true;
  const command = asCommand(spec, object.line, index * 256 + sub);
  if (command) notes.push(command);
  if (choosesMode(index * 256 + sub) && !spec.readOnly) {
    spec.effect = "stopped-only";
    notes.push({
      line: object.line,
      verdict: "note",
      what: `${code} ${spec.name}`,
      reason: "It chooses the mode: under a drive that runs, its set-points mean something else at once.",
      remedy: "It is a setting that is written only while the motor stands.",
    });
  }
  const say = (what: string, reason: string, remedy: string): void => {
    notes.push({ line: object.line, verdict: "changed", what: `${code} ${what}`, reason, remedy });
  };
  const low = limitOf(object.low, "LowLimit", object, node, say);
  const high = limitOf(object.high, "HighLimit", object, node, say);
  if (low !== undefined && high !== undefined && low > high)
    say(
      `LowLimit=${object.low}, HighLimit=${object.high}`,
      "The lower limit lies above the upper.",
      "Both are left out; correct them in the data sheet.",
    );
  else {
    if (low !== undefined) spec.min = low;
    if (high !== undefined) spec.max = high;
  }
  const standard =
    access === "rw" ? valueOf(object.defaultValue, "DefaultValue", object, node, say) : undefined;
  if (standard !== undefined) {
    const number = Number(standard);
    if (
      !isText(type) &&
      ((spec.min !== undefined && number < spec.min) || (spec.max !== undefined && number > spec.max))
    )
      say(
        `DefaultValue=${object.defaultValue}`,
        `The default lies outside its own limits (${spec.min ?? "none"} to ${spec.max ?? "none"}).`,
        "It is taken without a default.",
      );
    else spec.default = standard;
  }
  return spec;
}

function kindOf({ index, access }: EdsObject): ParameterKind {
  if (access === "ro" || access === "const") return "measured";
  if (index < 0x2000) return "communication";
  return MOTOR.has(index) ? "motor" : "setting";
}

/** A decimal number; "0x.." and "" are none here. */
function decimal(text: string): number {
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(text.trim()) ? Number(text) : NaN;
}

type Say = (what: string, reason: string, remedy: string) => void;

/** A value of the data sheet as a definition has it; text for numbers that JavaScript would round. */
function valueOf(
  text: string | undefined,
  key: string,
  object: EdsObject,
  node: number,
  say: Say,
): number | string | undefined {
  if (text === undefined) return undefined;
  if (object.type === "text") return text;
  if (object.type === "octets") {
    const digits = text.replace(/\s/g, "").toUpperCase();
    if (/^([\dA-F]{2})*$/.test(digits)) return digits;
    say(`${key}=${text}`, "These are no bytes: pairs of hexadecimal digits.", "It is taken without it.");
    return undefined;
  }
  if (isFloat(object.type)) {
    const wide = object.type === "float64";
    // In hexadecimal a data sheet gives the bits (IEEE 754), not the number.
    const bits = /^0x[\da-f]{1,16}$/i.test(text.trim()) ? BigInt(text.trim()).toString() : undefined;
    const number = bits === undefined ? decimal(text) : floatOf(object.type, bits);
    if (Number.isFinite(number)) return wide ? number : Number(floatText(Math.fround(number)));
    say(`${key}=${text}`, "This is no number.", "It is taken without it.");
    return undefined;
  }
  const number = readNumber(text);
  if (!number) {
    say(
      `${key}=${text}`,
      "This is no number after CiA 306: decimal, 0x..., or octal with a leading 0.",
      "It is taken without it.",
    );
    return undefined;
  }
  const value = number.value + (number.addsNode ? BigInt(node) : 0n);
  const bounds = rawBounds(object.type)!;
  // Negative values are often written as the bits of an unsigned one.
  const folded =
    bounds.min < 0n && value > bounds.max && value <= bounds.max - bounds.min
      ? value - (bounds.max - bounds.min + 1n)
      : value;
  if (folded < bounds.min || folded > bounds.max) {
    say(
      `${key}=${text}`,
      `This does not fit in type ${object.type} (${bounds.min} to ${bounds.max}).`,
      "It is taken without it.",
    );
    return undefined;
  }
  return folded > 9_007_199_254_740_991n || folded < -9_007_199_254_740_991n
    ? String(folded)
    : Number(folded);
}

/** A limit; the type's own ends are no limit. */
function limitOf(
  text: string | undefined,
  key: string,
  object: EdsObject,
  node: number,
  say: Say,
): number | undefined {
  const value = valueOf(text, key, object, node, say);
  if (value === undefined) return undefined;
  if (typeof value === "string" || object.type === "float64")
    say(
      `${key}=${text}`,
      "A limit of so many digits cannot be kept exactly.",
      "It is taken without it; the drive itself still keeps to it.",
    );
  if (typeof value !== "number" || object.type === "float64") return undefined;
  const bounds = rawBounds(object.type);
  return bounds && (BigInt(Math.trunc(value)) === bounds.min || BigInt(Math.trunc(value)) === bounds.max)
    ? undefined
    : value;
}
