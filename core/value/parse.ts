import { cannotHold } from "./cannot-hold";
import { readFigure } from "./figure";
import type { Parameter } from "./parameter";
import { reduce, roundRational, toDecimalText, exactDecimals, type Rational } from "./rational";
import { byteCount, floatRaw, isBits, isFloat, isText, isWide, rawBounds, type RawValue } from "./raw";
import { unitFactor } from "./unit";

export type Parsed = { ok: true; raw: RawValue } | { ok: false; reason: string };

const no = (reason: string): Parsed => ({ ok: false, reason });
const yes = (raw: RawValue): Parsed => ({ ok: true, raw });

/**
 * Reads what a person typed for a parameter: a figure with or without a unit that measures the same quantity,
 * a choice by number or by the start of its text, bits in hex (0x..), binary (0b..) or decimal, or plain text.
 * Range is not checked here (see `checkRange`): a value outside it may be kept on purpose.
 */
export function parseValue(parameter: Parameter, typed: string): Parsed {
  const text = typed.trim();
  if (isText(parameter.type)) return parseText(parameter, typed);
  if (text === "") return no("Nothing was typed.");
  if (parameter.choices) return parseChoice(parameter, text);
  if (isBits(parameter.type)) return parseBits(text, 8 * byteCount(parameter.type));
  const read = readFigure(text);
  if ("reason" in read) return no(read.reason);
  const inUnit = convert(read.figure, read.rest, parameter.unit);
  if (!inUnit) return no(`"${read.rest}" cannot be turned into ${parameter.unit ?? "a value without unit"}.`);
  if (isFloat(parameter.type)) return yes(floatRaw(parameter.type, Number(inUnit.num) / Number(inUnit.den)));
  return toRaw(parameter, inUnit);
}

function parseText(parameter: Parameter, typed: string): Parsed {
  if (parameter.type === "octets") {
    const digits = typed.replace(/\s/g, "").toUpperCase();
    if (!/^([\dA-F]{2})*$/.test(digits)) return no("Bytes are typed as pairs of hexadecimal digits: 0A 1B.");
    return digits.length > 2 * parameter.length
      ? no(`At most ${parameter.length} bytes; these are ${digits.length / 2}.`)
      : yes(digits);
  }
  if (typed.length > parameter.length)
    return no(`At most ${parameter.length} characters; these are ${typed.length}.`);
  return /^[\x20-\xff]*$/.test(typed)
    ? yes(typed)
    : no("Only letters, digits and signs that the drive can store.");
}

function parseChoice(parameter: Parameter, text: string): Parsed {
  const choices = parameter.choices ?? [];
  if (/^\d+$/.test(text)) {
    const byNumber = choices.find((each) => each.value === Number(text));
    return byNumber ? yes(byNumber.value) : no(`${text} is none of the choices of ${parameter.code}.`);
  }
  const wanted = text.toLowerCase();
  const exact = choices.filter((each) => each.text.toLowerCase() === wanted);
  const starts =
    exact.length > 0 ? exact : choices.filter((each) => each.text.toLowerCase().startsWith(wanted));
  if (starts.length === 1) return yes(starts[0]!.value);
  if (starts.length === 0) return no(`"${text}" is none of the choices of ${parameter.code}.`);
  return no(`"${text}" fits ${starts.map((each) => `"${each.text}"`).join(" and ")}. Type more of it.`);
}

function parseBits(text: string, size: number): Parsed {
  if (!/^(0x[\da-f]{1,8}|0b[01]{1,32}|\d{1,10})$/i.test(text))
    return no(`"${text}" is not a bit pattern. Type 0x0003, 0b11 or 3.`);
  const value = Number(text);
  return value < 2 ** size ? yes(value) : no(`${text} does not fit in ${size} bits.`);
}

function convert(figure: Rational, typedUnit: string, unit: string | undefined): Rational | undefined {
  if (typedUnit === "") return figure;
  const factor = unit === undefined ? undefined : unitFactor(typedUnit, unit);
  return factor && reduce({ num: figure.num * factor.num, den: figure.den * factor.den });
}

/** Raw value of an exact physical one; refuses what lies between two raw steps instead of rounding it. */
export function toRaw(parameter: Parameter, physical: Rational): Parsed {
  const { num, den } = parameter.scale;
  const exact = reduce({ num: physical.num * den, den: physical.den * num });
  const raw = roundRational(exact);
  const shown = toDecimalText({ num: raw * num, den }, parameter.decimals);
  // A scale such as 100/16384 has no short decimal: what the sheet shows for a raw value must read back as that value.
  const reads =
    exact.den === 1n ||
    (shown === toDecimalText(physical, parameter.decimals) &&
      exactDecimals(parameter.scale) !== parameter.decimals);
  if (!reads) {
    const unit = parameter.unit ? ` ${parameter.unit}` : "";
    const below = (exact.num >= 0n ? exact.num / exact.den : exact.num / exact.den - 1n) * num;
    return no(
      `${parameter.code} goes in steps of ${toDecimalText(parameter.scale, parameter.decimals)}${unit}: take ${toDecimalText({ num: below, den }, parameter.decimals)} or ${toDecimalText({ num: below + num, den }, parameter.decimals)}.`,
    );
  }
  const bounds = rawBounds(parameter.type)!;
  if (raw < bounds.min || raw > bounds.max) return no(cannotHold(parameter, raw));
  return yes(isWide(parameter.type) ? raw.toString() : Number(raw));
}
