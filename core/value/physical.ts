import type { Parameter } from "./parameter";
import { exactDecimals, parseRational, reduce, toDecimalText, toNumber, type Rational } from "./rational";
import { byteCount, floatOf, isBits, isFloat, isText, type RawValue } from "./raw";

/** Physical value as decimal text, without unit: what the drive's own display would say. Text and bits come back as they are. */
export function physicalText(parameter: Parameter, raw: RawValue): string {
  if (isText(parameter.type)) return String(raw);
  if (isBits(parameter.type))
    return `0x${Number(raw)
      .toString(16)
      .toUpperCase()
      .padStart(2 * byteCount(parameter.type), "0")}`;
  if (isFloat(parameter.type)) {
    const value = floatOf(parameter.type, raw);
    return parameter.type === "float32" ? floatText(value) : doubleText(value);
  }
  const { num, den } = parameter.scale;
  return toDecimalText({ num: BigInt(raw) * num, den }, parameter.decimals);
}

/** Physical value as a number, for charts, differences and questions; undefined for text. */
export function physicalNumber(parameter: Parameter, raw: RawValue): number | undefined {
  if (isText(parameter.type)) return undefined;
  if (isFloat(parameter.type)) return floatOf(parameter.type, raw);
  return (Number(raw) * Number(parameter.scale.num)) / Number(parameter.scale.den);
}

/** Physical value exactly, to be converted or compared; undefined for text, bits and what is no number. */
export function physicalRational(parameter: Parameter, raw: RawValue): Rational | undefined {
  if (isText(parameter.type) || isBits(parameter.type)) return undefined;
  if (isFloat(parameter.type)) return parseRational(physicalText(parameter, raw));
  return reduce({ num: BigInt(raw) * parameter.scale.num, den: parameter.scale.den });
}

/** Digits after the point that tell every raw step from its neighbours, exact where a short decimal is. */
export function decimalsFor(scale: { num: bigint; den: bigint }): number {
  const exact = exactDecimals(reduce(scale));
  if (exact !== undefined && exact <= 4) return exact;
  const step = Math.abs(toNumber(scale));
  return Math.max(0, Math.ceil(-Math.log10(step)) + 1);
}

/** The shortest decimal that reads back as the same binary32. */
export function floatText(value: number): string {
  const word = floatWord(value);
  if (word !== undefined) return word;
  for (let digits = 1; digits <= 9; digits++) {
    const text = value.toPrecision(digits);
    if (Math.fround(Number(text)) === value) return /e/.test(text) ? text : plain(text);
  }
  return String(value);
}

/** The shortest decimal that reads back as the same binary64. */
function doubleText(value: number): string {
  return floatWord(value) ?? String(value);
}

function floatWord(value: number): string | undefined {
  if (Number.isNaN(value)) return "not a number";
  if (!Number.isFinite(value)) return value > 0 ? "infinite" : "-infinite";
  return Object.is(value, -0) ? "-0" : undefined;
}

function plain(text: string): string {
  const rational = parseRational(text);
  return rational ? toDecimalText(rational, exactDecimals(rational) ?? 9) : text;
}
