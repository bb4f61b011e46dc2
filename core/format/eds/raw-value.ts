import { floatRaw, isFloat, isText, isWide, rawBounds, type RawValue, type ValueType } from "@/core/value";
import { readNumber } from "./number";

/**
 * A value of a device configuration file as the drive would have given it (CiA 306-1, clause 4.3): integers in decimal, hexadecimal or octal, floats as their bits or
 * as a number, octets in hexadecimal. `node` is added where the file says `$NODEID`. Undefined when it is no value of the type.
 */
export function rawOfEds(type: ValueType, text: string, node: number | undefined): RawValue | undefined {
  if (type === "text") return text;
  if (isText(type)) {
    const digits = text.replace(/\s/g, "").toUpperCase();
    return /^([\dA-F]{2})*$/.test(digits) ? digits : undefined;
  }
  if (isFloat(type)) {
    if (/^0x[\da-f]{1,16}$/i.test(text))
      return type === "float32" ? Number(BigInt(text)) : String(BigInt(text));
    return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(text) ? floatRaw(type, Number(text)) : undefined;
  }
  const number = readNumber(text);
  if (!number || (number.addsNode && node === undefined)) return undefined;
  const value = number.value + (number.addsNode ? BigInt(node!) : 0n);
  const { min, max } = rawBounds(type)!;
  // Negative values are often written as the bits of an unsigned one.
  const folded = min < 0n && value > max && value <= max - min ? value - (max - min + 1n) : value;
  if (folded < min || folded > max) return undefined;
  return isWide(type) ? folded.toString() : Number(folded);
}
