import type { ValueType } from "./parameter";

/**
 * A value as the drive gave it: integers and float bits as a number, text as a string.
 * It is what is stored and compared; physical values are computed from it.
 */
export type RawValue = number | string;

/** Registers (16 bits each) that a value of this type takes; `length` is in characters. */
export function registerCount(type: ValueType, length = 0): number {
  if (type === "text") return Math.ceil(length / 2);
  return type === "u32" || type === "i32" || type === "float32" ? 2 : 1;
}

/** Smallest and largest raw value the type can hold; undefined for text and float bits. */
export function rawBounds(type: ValueType): { min: number; max: number } | undefined {
  switch (type) {
    case "u16":
    case "bits16":
      return { min: 0, max: 0xffff };
    case "i16":
      return { min: -0x8000, max: 0x7fff };
    case "u32":
      return { min: 0, max: 0xffffffff };
    case "i32":
      return { min: -0x80000000, max: 0x7fffffff };
    default:
      return undefined;
  }
}

const scratch = new DataView(new ArrayBuffer(4));

/** The number that 32 float bits stand for (IEEE 754 binary32). */
export function floatFromBits(bits: number): number {
  scratch.setUint32(0, bits >>> 0);
  return scratch.getFloat32(0);
}

/** The 32 bits of the nearest binary32 to a number. */
export function floatToBits(value: number): number {
  scratch.setFloat32(0, value);
  return scratch.getUint32(0);
}

/**
 * Raw value from registers as they came over the wire.
 * Text ends at the first NUL; bytes above ASCII are kept one to one (Latin-1) so that nothing is lost.
 */
export function decodeRegisters(
  type: ValueType,
  registers: ArrayLike<number>,
  wordOrder: "high-first" | "low-first" = "high-first",
): RawValue {
  if (type === "text") {
    let text = "";
    for (let i = 0; i < registers.length; i++) {
      const word = registers[i] ?? 0;
      text += String.fromCharCode(word >> 8, word & 0xff);
    }
    const end = text.indexOf("\0");
    return end < 0 ? text : text.slice(0, end);
  }
  const first = registers[0] ?? 0;
  const second = registers[1] ?? 0;
  const wide = wordOrder === "high-first" ? first * 0x10000 + second : second * 0x10000 + first;
  switch (type) {
    case "u16":
    case "bits16":
      return first;
    case "i16":
      return (first << 16) >> 16;
    case "i32":
      return wide | 0;
    default:
      return wide;
  }
}

/** Registers for a raw value, the inverse of `decodeRegisters`. `length` (characters) pads text with NULs. */
export function encodeRegisters(
  type: ValueType,
  raw: RawValue,
  wordOrder: "high-first" | "low-first" = "high-first",
  length = 0,
): number[] {
  if (type === "text") {
    const text = String(raw);
    const registers: number[] = [];
    for (let i = 0; i < registerCount("text", length); i++) {
      registers.push(((text.charCodeAt(2 * i) || 0) << 8) | (text.charCodeAt(2 * i + 1) || 0));
    }
    return registers;
  }
  const value = Number(raw);
  if (registerCount(type) === 1) return [value & 0xffff];
  const high = (value >>> 16) & 0xffff;
  const low = value & 0xffff;
  return wordOrder === "high-first" ? [high, low] : [low, high];
}
