import type { ValueType } from "./parameter";

/**
 * A value as the drive gave it: integers and float bits as a number, 64-bit integers as decimal text (a number would round them), text as a string.
 * It is what is stored and compared; physical values are computed from it.
 */
export type RawValue = number | string;

const BYTES: Record<Exclude<ValueType, "text">, number> = {
  u8: 1,
  i8: 1,
  bits8: 1,
  u16: 2,
  i16: 2,
  bits16: 2,
  u32: 4,
  i32: 4,
  bits32: 4,
  float32: 4,
  u64: 8,
  i64: 8,
};

/** Bytes that a value of a type other than text takes. */
export function byteCount(type: Exclude<ValueType, "text">): number {
  return BYTES[type];
}

/** Whether the value is a word whose bits mean something each. */
export function isBits(type: ValueType): type is "bits8" | "bits16" | "bits32" {
  return type === "bits8" || type === "bits16" || type === "bits32";
}

/** Whether raw values of this type are decimal text, since a number could not hold them exactly. */
export function isWide(type: ValueType): boolean {
  return type === "u64" || type === "i64";
}

/** Registers (16 bits each) that a value of this type takes; `length` is in characters. */
export function registerCount(type: ValueType, length = 0): number {
  if (type === "text") return Math.ceil(length / 2);
  return Math.ceil(byteCount(type) / 2);
}

/** Smallest and largest raw value the type can hold; undefined for text and float bits. */
export function rawBounds(type: ValueType): { min: bigint; max: bigint } | undefined {
  if (type === "text" || type === "float32") return undefined;
  const bits = BigInt(8 * byteCount(type));
  const signed = type.startsWith("i");
  return signed
    ? { min: -(1n << (bits - 1n)), max: (1n << (bits - 1n)) - 1n }
    : { min: 0n, max: (1n << bits) - 1n };
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
  const words = Array.from({ length: registerCount(type) }, (_, i) => registers[i] ?? 0);
  if (wordOrder === "low-first") words.reverse();
  const bits = words.reduce((all, word) => (all << 16n) | BigInt(word), 0n);
  return rawFromBits(type, bits);
}

/** Raw value from the bits a drive sent, lowest bits first in weight; what lies above the type's size is cut off. */
export function rawFromBits(type: Exclude<ValueType, "text">, bits: bigint): RawValue {
  const size = 8 * byteCount(type);
  const value = type.startsWith("i") ? BigInt.asIntN(size, bits) : BigInt.asUintN(size, bits);
  return isWide(type) ? value.toString() : Number(value);
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
  const bits = BigInt.asUintN(64, BigInt(raw));
  const registers = Array.from({ length: registerCount(type) }, (_, i) =>
    Number((bits >> BigInt(16 * i)) & 0xffffn),
  );
  // A negative one fills the register with its sign: a drive that takes all 16 bits reads the same number.
  if (byteCount(type) === 1 && type !== "i8") registers[0] = registers[0]! & 0xff;
  return wordOrder === "high-first" ? registers.reverse() : registers;
}

/** The raw value that stands for nothing in a type: an empty text, or zero. Example: `emptyRaw("u64")` is "0". */
export function emptyRaw(type: ValueType): RawValue {
  if (type === "text") return "";
  return type.endsWith("64") ? "0" : 0;
}
