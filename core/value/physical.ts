import type { Parameter } from "./parameter";
import { exactDecimals, parseRational, reduce, toDecimalText, toNumber } from "./rational";
import { byteCount, floatFromBits, isBits, type RawValue } from "./raw";

/** Physical value as decimal text, without unit: what the drive's own display would say. Text and bits come back as they are. */
export function physicalText(parameter: Parameter, raw: RawValue): string {
  if (parameter.type === "text") return String(raw);
  if (isBits(parameter.type))
    return `0x${Number(raw)
      .toString(16)
      .toUpperCase()
      .padStart(2 * byteCount(parameter.type), "0")}`;
  if (parameter.type === "float32") return floatText(floatFromBits(Number(raw)));
  const { num, den } = parameter.scale;
  return toDecimalText({ num: BigInt(raw) * num, den }, parameter.decimals);
}

/** Physical value as a number, for charts, differences and questions; undefined for text. */
export function physicalNumber(parameter: Parameter, raw: RawValue): number | undefined {
  if (parameter.type === "text") return undefined;
  if (parameter.type === "float32") return floatFromBits(Number(raw));
  return (Number(raw) * Number(parameter.scale.num)) / Number(parameter.scale.den);
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
  if (Number.isNaN(value)) return "not a number";
  if (!Number.isFinite(value)) return value > 0 ? "infinite" : "-infinite";
  if (Object.is(value, -0)) return "-0";
  for (let digits = 1; digits <= 9; digits++) {
    const text = value.toPrecision(digits);
    if (Math.fround(Number(text)) === value) return /e/.test(text) ? text : plain(text);
  }
  return String(value);
}

function plain(text: string): string {
  const rational = parseRational(text);
  return rational ? toDecimalText(rational, exactDecimals(rational) ?? 9) : text;
}
