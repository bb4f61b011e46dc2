import { addressOf, objectText, type Definition } from "@/core/definition";
import {
  formatValue,
  isBits,
  isFloat,
  isText,
  isWide,
  parseValue,
  rawBounds,
  readFigure,
  veiled,
  type Parameter,
  type RawValue,
} from "@/core/value";
import type { LineNote } from "../note";
import type { FileValue } from "./model";
import { printable } from "./table";

/** "shown": as a person reads it, with scale and unit. "raw": as the drive counts. */
export const MEANT_AS = ["shown", "raw"] as const;
export type MeantAs = (typeof MEANT_AS)[number];

export interface Taken {
  /** By the code of the definition. */
  values: Map<string, RawValue>;
  /** What did not fit. */
  notes: LineNote[];
}

/**
 * The values of a file as those of a family. What the family does not know, what no value of the parameter can be, and what stands twice with two values is left out and
 * said. Of a secret only is kept whether it is set.
 */
export function takeValues(definition: Definition, values: readonly FileValue[], meant: MeantAs): Taken {
  const find = parameterFinder(definition);
  const taken = new Map<string, RawValue>();
  const from = new Map<string, number>();
  const notes: LineNote[] = [];
  const pointed = values.some((each) => isMeasured(find(each)) && WITH_POINT.test(each.text ?? ""));
  for (const each of values) {
    const leaveOut = (reason: string, remedy: string): void => {
      notes.push({ line: each.line, verdict: "left-out", what: whatOf(each), reason, remedy });
    };
    const parameter = find(each);
    if (!parameter) {
      // A title between the lines is none of anybody's parameters.
      if (each.raw === undefined && each.text === undefined) continue;
      leaveOut(
        `${definition.title} has no parameter of this code.`,
        "Look whether it is another family's, or another firmware's.",
      );
      continue;
    }
    const inThrees = pointed && isMeasured(parameter) && IN_THREES.exec(each.text ?? "")?.[0].trim();
    if (inThrees && each.raw === undefined) {
      leaveOut(
        `${inThrees} may be ${inThrees.replaceAll(",", "")} or ${inThrees.replace(",", ".")}: other values of this file have a point before their decimals.`,
        "Write it without the comma, or with a point.",
      );
      continue;
    }
    const read = valueOf(parameter, each, meant);
    if (!read.ok) {
      leaveOut(read.reason, read.remedy);
      continue;
    }
    const raw = veiled(parameter, read.raw);
    const before = taken.get(parameter.code);
    if (before !== undefined && before !== raw)
      leaveOut(
        `${parameter.code} stands already on line ${from.get(parameter.code)}, with another value.`,
        "The first one is taken. Remove one of the two.",
      );
    else {
      taken.set(parameter.code, raw);
      from.set(parameter.code, from.get(parameter.code) ?? each.line);
    }
  }
  return { values: taken, notes };
}

const WITH_POINT = /^\s*[-+−]?\d+\.\d/;
/** Ten thousand in one country, ten in another. */
const IN_THREES = /^\s*[-+−]?[1-9]\d{0,2},\d{3}(?![\d,.])/;
const isMeasured = (parameter: Parameter | undefined): boolean =>
  parameter !== undefined && !parameter.choices && !isText(parameter.type) && !isBits(parameter.type);

const whatOf = ({ code, name, raw, text }: FileValue): string =>
  [code, name, text ?? String(raw ?? "")].filter(Boolean).join(" ").slice(0, 80);

type Read = { ok: true; raw: RawValue } | { ok: false; reason: string; remedy: string };
const no = (reason: string, remedy = "Correct it in the file, or set it by hand afterwards."): Read => ({
  ok: false,
  reason,
  remedy,
});

function valueOf(parameter: Parameter, { raw, text }: FileValue, meant: MeantAs): Read {
  if (raw !== undefined) {
    if (!fitsType(parameter, raw))
      return no(`${JSON.stringify(raw)} is no raw value of type ${parameter.type}.`);
    return text === undefined || says(parameter, text, raw)
      ? { ok: true, raw }
      : no(
          `The value says ${text}, its raw value says ${formatValue(parameter, raw).text}.`,
          "Clear the raw value of what was changed by hand, or put the value right.",
        );
  }
  if (text === undefined) return no("There is no value.");
  if (parameter.kind === "secret")
    return no("It is a secret: only whether it is set is ever kept.", "Nothing is to be done.");
  if (meant === "raw") {
    const counted = rawFromText(parameter, text);
    return counted === undefined
      ? no(`${text} is no raw value of type ${parameter.type}.`)
      : { ok: true, raw: counted };
  }
  const read = parseValue(parameter, text);
  if (read.ok) return read;
  // "3 - Ramp", "3: Ramp", "[3] Ramp": a choice with its number before it.
  const numbered = parameter.choices && /^\[?(\d+)\]?\s*[-:=.·]?\s*\S/.exec(text);
  // "0x0005 · Input 1, Input 3": bits with their words behind.
  const pattern = isBits(parameter.type) && /^(0x[\da-f]+)\s*[-:=.·]\s*\D/i.exec(text);
  const told = numbered || pattern;
  const again = told && parseValue(parameter, told[1]!);
  return again && again.ok ? again : no(read.reason);
}

/** Whether what a person reads is what the raw value stands for; a spreadsheet may have taken zeros off its end. */
function says(parameter: Parameter, text: string, raw: RawValue): boolean {
  const shown = formatValue(parameter, raw);
  const plain = [shown.text, shown.meaning, `${shown.text} ${shown.unit}`].map((each) =>
    printable(each).trim(),
  );
  if (plain.includes(text.trim()) || parameter.kind === "secret") return true;
  const read = parseValue(parameter, text);
  if (read.ok) return read.raw === raw;
  // With less decimals than its steps have it is no value that could be typed.
  const [said, is] = [readFigure(text), readFigure(shown.text)];
  if ("reason" in said || "reason" in is) return false;
  return said.figure.num * is.figure.den === is.figure.num * said.figure.den;
}

function fitsType({ type, length }: Parameter, raw: RawValue): boolean {
  if (isText(type)) {
    if (typeof raw !== "string") return false;
    return type === "text" ? raw.length <= Math.max(length, 255) : /^([\dA-F]{2})*$/.test(raw);
  }
  if (isWide(type) ? !/^-?\d{1,20}$/.test(String(raw)) || typeof raw !== "string" : !Number.isInteger(raw))
    return false;
  const bounds = isFloat(type)
    ? { min: 0n, max: type === "float32" ? 0xffffffffn : 0xffffffffffffffffn }
    : rawBounds(type)!;
  return BigInt(raw) >= bounds.min && BigInt(raw) <= bounds.max;
}

function rawFromText(parameter: Parameter, text: string): RawValue | undefined {
  const { type } = parameter;
  if (isText(type)) return fitsType(parameter, text) ? text : undefined;
  const digits = text.trim().replace(/\.0+$/, "");
  if (!/^(-?\d{1,20}|0x[\da-f]{1,16})$/i.test(digits)) return undefined;
  const value = BigInt(digits);
  const raw = isWide(type) ? value.toString() : Number(value);
  return fitsType(parameter, raw) ? raw : undefined;
}

/**
 * Finds the parameter that a line means: by its code whatever its case and spaces, an object also by index and sub-index in any of their ways of writing, else by its
 * name where only one parameter has it.
 */
export function parameterFinder(definition: Definition): (value: FileValue) => Parameter | undefined {
  const byCode = new Map<string, Parameter>();
  const byName = new Map<string, Parameter | undefined>();
  const byObject = new Map<string, Parameter>();
  for (const each of definition.parameters) {
    const code = plainCode(each.code);
    if (!byCode.has(code)) byCode.set(code, each);
    const name = each.name.toLowerCase();
    byName.set(name, byName.has(name) ? undefined : each);
    const object = `${each.node > 0 ? `${each.node + 1}:` : ""}${objectText(each.address)}`;
    if (definition.protocol === "canopen" && !byObject.has(object)) byObject.set(object, each);
  }
  return ({ code, name }) => {
    const found = byCode.get(plainCode(code));
    if (found) return found;
    const object = definition.protocol === "canopen" ? objectOf(code) : undefined;
    if (object !== undefined) return byObject.get(object);
    return code === "" ? byName.get(name.trim().toLowerCase()) : undefined;
  };
}

const plainCode = (code: string): string => code.toLowerCase().replace(/\s/g, "");

/** "0x6083", "6083h", "6083:00", "6083sub1", "0x6083/0x00": index and sub-index, with the node before it where there is one. */
function objectOf(code: string): string | undefined {
  const found = /^(?:(\d):)?(?:0x)?([\da-f]{4})h?(?:(?:[.:/-]|sub)(?:0x)?([\da-f]{1,2})h?)?$/i.exec(
    plainCode(code),
  );
  if (!found) return undefined;
  const [, node, index, sub] = found;
  return `${node ? `${node}:` : ""}${objectText(addressOf(`${index}.${sub ?? "00"}`))}`;
}

/** How many of the values a family knows, and how many of those it can hold when they are meant one way or the other. */
export function countKnown(
  definition: Definition,
  values: readonly FileValue[],
): { known: number } & Record<MeantAs, number> {
  const find = parameterFinder(definition);
  const count = { known: 0, shown: 0, raw: 0 };
  for (const each of values) {
    const parameter = find(each);
    if (!parameter) continue;
    count.known += 1;
    for (const meant of MEANT_AS) {
      const read = valueOf(parameter, each, meant);
      if (read.ok && (isBits(parameter.type) || within(parameter, read.raw))) count[meant] += 1;
    }
  }
  return count;
}

const within = ({ rawMin, rawMax }: Parameter, raw: RawValue): boolean =>
  typeof raw !== "number" || (raw >= (rawMin ?? -Infinity) && raw <= (rawMax ?? Infinity));
