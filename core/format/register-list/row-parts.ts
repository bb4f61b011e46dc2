/** Parts of a row that take more than one cell: its type, unit, kind, step and limits. */
import type { ParameterSpec } from "@/core/definition";
import { isFloat, PARAMETER_KINDS, parseRational, rawBounds, type ParameterKind } from "@/core/value";
import type { LineNote } from "../note";
import { readDecimal, readRange, type Place } from "./cells";
import type { Field } from "./columns";
import { readStep, type Notation } from "./notation";

const LIMIT_WORDS = { default: "the default", min: "the least", max: "the most" } as const;

/** The type of a value whose list has none: as many registers as it stands in, with a sign where a limit is negative. */
export function untold(place: Place, cell: (field: Field) => string): "u16" | "i16" | "u32" | "i32" {
  const least = readDecimal(cell("min")) ?? readRange(cell("range"))?.min ?? 0;
  if (place.count === 2) return least < 0 ? "i32" : "u32";
  return least < 0 ? "i16" : "u16";
}

/** What a name tells beside itself, and the name without it. */
export interface WithinName {
  name: string;
  unit: string;
  /** What one raw step is, where it is told. */
  step?: number;
  readOnly: boolean;
}

/**
 * What a list without columns for it tells within the name: its unit in brackets (or behind the range), its step and unit behind a comma, that it can only be read.
 * Examples: "Up time [s]", "Up time, 0.1 s", "Speed (read only)".
 */
export function withinName(text: string, unit: string, range: string): WithinName {
  const told = /^(.+?)[\s,;]*\(?\b(?:read[ -]?only|nur lesen|lecture seule)\)?$/i.exec(text);
  const readOnly = told !== null;
  const name = told?.[1] ?? text;
  const stepped = /^(.+?)\s*[,;([]\s*(?:x\s*)?(0[.,]0*1|1)\s*([^\d\s\])]{1,6})[\])]?$/.exec(name);
  if (stepped && UNITS.test(stepped[3]!) && (unit === "" || unit === stepped[3]))
    return { name: stepped[1]!, unit: stepped[3]!, step: readDecimal(stepped[2]!), readOnly };
  if (unit) return { name, unit, readOnly };
  const behind = /^(.+?)\s*[[(]([^\d\s\])]{1,6})[\])]$/.exec(name);
  if (behind && UNITS.test(behind[2]!)) return { name: behind[1]!, unit: behind[2]!, readOnly };
  const after = /\d\s*([^\d\s.,;:=…–-]{1,6})\s*$/.exec(range)?.[1];
  return { name, unit: after && UNITS.test(after) ? after : "", readOnly };
}

/** Whether a name says that there is nothing. */
export function isReserved(name: string): boolean {
  return /^\W*(reserved?|not used|unused|not assigned|reserviert|nicht belegt|nicht benutzt|réservé|non utilisé)\W*$/i.test(
    name,
  );
}

const UNITS =
  /^(m?s|min|h|k?hz|m?a|k?v|k?w|kva|%|‰|°c?|c|k|rpm|1\/min|min-1|k?nm|bar|m?ω|ohm|mh|µf|mm|m|kg|kgm²|l\/s|m³\/h)$/i;

/** A kind as a list names it; undefined where it names none. */
export function kindOf(
  text: string,
  say: (verdict: LineNote["verdict"], reason: string, remedy: string) => undefined,
): ParameterKind | undefined {
  const plain = text.toLowerCase();
  if (plain === "") return undefined;
  const kind = PARAMETER_KINDS.find((each) => each === plain);
  if (kind) return kind;
  return say("changed", `"${text}" is no kind that is known.`, `Write one of ${PARAMETER_KINDS.join(", ")}.`);
}

/** What one raw step is, from the cells for step, divisor or decimals; "wrong" where they say nothing that is understood, undefined where they are empty. */
export function scaleOf(
  cell: (field: Field) => string,
  scales: Notation["scales"],
): number | string | undefined | "wrong" {
  if (cell("scale")) {
    const fraction = /^\s*(\d+(?:[.,]\d+)?)\s*[/:]\s*(\d+(?:[.,]\d+)?)\s*$/.exec(cell("scale"));
    if (fraction) return `${fraction[1]!.replace(",", ".")}/${fraction[2]!.replace(",", ".")}`;
    if (scales === "divisor" && /^10*$/.test(cell("scale"))) return `1/${cell("scale")}`;
    const number = readStep(cell("scale"));
    return number !== undefined && number > 0 && parseRational(String(number)) ? number : "wrong";
  }
  if (cell("divisor")) {
    const number = readDecimal(cell("divisor"));
    return number !== undefined && number > 0 ? `1/${number}` : "wrong";
  }
  if (cell("decimals")) {
    const number = readDecimal(cell("decimals"));
    if (number === undefined || !Number.isInteger(number) || number < 0 || number > 9) return "wrong";
    return number === 0 ? 1 : `1/${10 ** number}`;
  }
  return undefined;
}

/** Puts default and limits into a parameter, in its unit; what is no number is said. */
export function limits(
  spec: ParameterSpec,
  cell: (field: Field) => string,
  written: Notation["limits"],
  say: (verdict: LineNote["verdict"], reason: string, remedy: string) => undefined,
): void {
  const range = readRange(cell("range"));
  const inUnit = (value: number): number => {
    const step =
      written === "raw" && spec.scale !== undefined ? parseRational(String(spec.scale)) : undefined;
    return step ? Number(((value * Number(step.num)) / Number(step.den)).toPrecision(12)) : value;
  };
  const number = (field: "min" | "max" | "default"): number | undefined => {
    const text = cell(field);
    if (text === "") return undefined;
    const value = readDecimal(text) ?? (/^0x[\da-f]+$/i.test(text) ? Number(text) : undefined);
    if (value === undefined)
      say("changed", `"${text}" is no number for ${LIMIT_WORDS[field]}.`, "It is taken without it.");
    return value;
  };
  if (spec.type === "text") {
    if (cell("default")) spec.default = cell("default");
    return;
  }
  const chosen = spec.choices?.find((each) => each.text.toLowerCase() === cell("default").toLowerCase());
  const standard = chosen ? chosen.value : number("default");
  if (standard !== undefined) spec.default = chosen ? standard : inUnit(standard);
  if (spec.choices || (rawBounds(spec.type) === undefined && !isFloat(spec.type))) return;
  const min = number("min") ?? range?.min;
  const max = number("max") ?? range?.max;
  if (min !== undefined) spec.min = inUnit(min);
  if (max !== undefined) spec.max = inUnit(max);
  if (!range && /\d/.test(cell("range")) && min === undefined && max === undefined)
    say("changed", `"${cell("range")}" is no range that is understood.`, "It is taken without limits.");
}
