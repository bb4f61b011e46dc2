import type { ValueType } from "./parameter";
import type { RegisterOrder } from "./register-order";

/**
 * A value as the drive gave it: integers and float bits as a number, those of more than 32 bits as decimal text (a number would round them), text as a
 * string, octets as hexadecimal digits. It is what is stored and compared; physical values are computed from it.
 */
export type RawValue = number | string;

/** Values of a drive or a record, by code. */
export type ByCode = Pick<ReadonlyMap<string, RawValue>, "get">;

const BYTES: Record<Sized, number> = {
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
  u24: 3,
  i24: 3,
  u40: 5,
  i40: 5,
  u48: 6,
  i48: 6,
  u56: 7,
  i56: 7,
  u64: 8,
  i64: 8,
  float64: 8,
};

/** A type whose values all have one size. */
export type Sized = Exclude<ValueType, "text" | "octets">;

/** Whether values are as long as the parameter says: text, or bytes that are no text. */
export function isText(type: ValueType): type is "text" | "octets" {
  return type === "text" || type === "octets";
}

/** Whether the raw value is the bits of a binary fraction (IEEE 754). */
export function isFloat(type: ValueType): type is "float32" | "float64" {
  return type === "float32" || type === "float64";
}

/** Bytes that a value of a type takes. */
export function byteCount(type: Sized): number {
  return BYTES[type];
}

/** Whether the value is a word whose bits mean something each. */
export function isBits(type: ValueType): type is "bits8" | "bits16" | "bits32" {
  return type === "bits8" || type === "bits16" || type === "bits32";
}

/** Whether raw values of this type are decimal text, since a number could not hold them exactly. */
export function isWide(type: ValueType): boolean {
  return !isText(type) && byteCount(type) > 4;
}

/** Registers (16 bits each) that a value of this type takes; `length` is in characters or bytes. */
export function registerCount(type: ValueType, length = 0): number {
  if (isText(type)) return Math.ceil(length / 2);
  return Math.ceil(byteCount(type) / 2);
}

/** Smallest and largest raw value the type can hold; undefined for text, octets and float bits. */
export function rawBounds(type: ValueType): { min: bigint; max: bigint } | undefined {
  if (isText(type) || isFloat(type)) return undefined;
  const bits = BigInt(8 * byteCount(type));
  const signed = type.startsWith("i");
  return signed
    ? { min: -(1n << (bits - 1n)), max: (1n << (bits - 1n)) - 1n }
    : { min: 0n, max: (1n << bits) - 1n };
}

const scratch = new DataView(new ArrayBuffer(8));

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

/** The number that a float's raw value stands for. Example: `floatOf("float32", 0x3fc00000)` is 1.5. */
export function floatOf(type: "float32" | "float64", raw: RawValue): number {
  if (type === "float32") return floatFromBits(Number(raw));
  scratch.setBigUint64(0, BigInt(raw));
  return scratch.getFloat64(0);
}

/** The raw value of the float nearest to a number, the inverse of `floatOf`. */
export function floatRaw(type: "float32" | "float64", value: number): RawValue {
  if (type === "float32") return floatToBits(value);
  scratch.setFloat64(0, value);
  return scratch.getBigUint64(0).toString();
}

/**
 * Raw value from registers as they came over the wire.
 * Text ends at the first NUL; bytes above ASCII are kept one to one (Latin-1) so that nothing is lost.
 */
export function decodeRegisters(
  type: ValueType,
  received: ArrayLike<number>,
  order: RegisterOrder = "high-first",
): RawValue {
  const registers = bytesSwapped(order) ? Array.from(received, swapBytes) : received;
  if (type === "octets")
    return Array.from(registers, (word) => word.toString(16).padStart(4, "0"))
      .join("")
      .toUpperCase();
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
  if (order.startsWith("low-first")) words.reverse();
  const bits = words.reduce((all, word) => (all << 16n) | BigInt(word), 0n);
  return rawFromBits(type, bits);
}

/** Raw value from the bits a drive sent, lowest bits first in weight; what lies above the type's size is cut off. */
export function rawFromBits(type: Sized, bits: bigint): RawValue {
  const size = 8 * byteCount(type);
  const value = type.startsWith("i") ? BigInt.asIntN(size, bits) : BigInt.asUintN(size, bits);
  return isWide(type) ? value.toString() : Number(value);
}

/** Registers for a raw value, the inverse of `decodeRegisters`. `length` (characters or bytes) pads text and octets with NULs. */
export function encodeRegisters(
  type: ValueType,
  raw: RawValue,
  order: RegisterOrder = "high-first",
  length = 0,
): number[] {
  const registers = inWords(type, raw, order, length);
  return bytesSwapped(order) ? registers.map(swapBytes) : registers;
}

function inWords(type: ValueType, raw: RawValue, order: RegisterOrder, length: number): number[] {
  if (isText(type)) {
    const text = type === "text" ? String(raw) : latin1Of(String(raw));
    const registers: number[] = [];
    for (let i = 0; i < registerCount(type, length); i++) {
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
  return order.startsWith("high-first") ? registers.reverse() : registers;
}

const bytesSwapped = (order: RegisterOrder): boolean => order.endsWith("bytes-swapped");
const swapBytes = (word: number): number => ((word & 0xff) << 8) | (word >> 8);

/** Bytes written as hexadecimal digits, as characters of Latin-1. */
const latin1Of = (digits: string): string =>
  digits.replace(/[\da-f]{2}/gi, (pair) => String.fromCharCode(parseInt(pair, 16)));

/** The raw value that stands for nothing in a type: an empty text, or zero. Example: `emptyRaw("u64")` is "0". */
export function emptyRaw(type: ValueType): RawValue {
  if (isText(type)) return "";
  return isWide(type) ? "0" : 0;
}
