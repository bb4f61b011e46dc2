import type { Choice, ValueType } from "@/core/value";

/** A register address as lists write it, counted from 0 on the wire; and whether it was one of input registers. Undefined when it is none. */
export function readAddress(text: string, base: 0 | 1): { address: number; input: boolean } | undefined {
  const plain = text.trim().replace(/[\s_']/g, "");
  const hex = /^(?:0x|&h|#)([\da-f]{1,4})$|^([\da-f]{1,4})h$/i.exec(plain);
  if (hex) return within(parseInt(hex[1] ?? hex[2]!, 16) - base, false);
  if (!/^\d+$/.test(plain)) return undefined;
  // 4xxxx and 3xxxx are the old way to write holding and input registers, counted from 1.
  if (/^[34]\d{4}$|^[34]\d{5}$/.test(plain)) return within(Number(plain.slice(1)) - 1, plain.startsWith("3"));
  return within(Number(plain) - base, false);
}

function within(address: number, input: boolean): { address: number; input: boolean } | undefined {
  return address >= 0 && address <= 0xffff ? { address, input } : undefined;
}

const TYPE_WORDS: Array<[RegExp, ValueType]> = [
  [
    /^(u(nsigned)?[ _-]?(int)?[ _-]?16|uint|ushort|word|u16|unsigned( short| int)?|uint16_t|16 ?bit( unsigned)?)$/,
    "u16",
  ],
  [/^(s?(igned)?[ _-]?(int)?[ _-]?16|int|short|i16|s16|int16_t|signed|integer|16 ?bit signed)$/, "i16"],
  [
    /^(u(nsigned)?[ _-]?(int)?[ _-]?32|udint|dword|ulong|u32|uint32_t|unsigned long|32 ?bit( unsigned)?)$/,
    "u32",
  ],
  [/^(s?(igned)?[ _-]?(int)?[ _-]?32|dint|long|i32|s32|int32_t|32 ?bit signed)$/, "i32"],
  [/^(u(nsigned)?[ _-]?(int)?[ _-]?64|ulint|lword|u64|uint64_t)$/, "u64"],
  [/^(s?(igned)?[ _-]?(int)?[ _-]?64|lint|i64|s64|int64_t)$/, "i64"],
  [/^(float(32)?|real|f32|single|ieee ?754|r32)$/, "float32"],
  [/^(bits?(field)?(16)?|bitmap|flags?|bits16|bool(ean)?[ ]?array)$/, "bits16"],
  [/^(bits32|bitmap32)$/, "bits32"],
  [/^(u?int8|u8|byte|usint)$/, "u8"],
  [/^(sint8?|i8|s8)$/, "i8"],
  [/^(text|string|ascii|char|str|visible.?string)(\W?\d+\W?)?$/, "text"],
];

/** A type as lists write it; a text may carry its length, as in "string(16)". Undefined when no word fits. */
export function readType(text: string): { type: ValueType; length?: number } | undefined {
  const plain = text.trim().toLowerCase();
  const type = TYPE_WORDS.find(([pattern]) => pattern.test(plain))?.[1];
  const length = /(\d+)/.exec(plain)?.[1];
  if (type === undefined) return undefined;
  return type === "text" && length ? { type, length: Number(length) } : { type };
}

/** A number with a point or a comma, without its unit; undefined when it is none. */
export function readDecimal(text: string): number | undefined {
  const plain = text.trim().replace(/\s/g, "").replace(/−/g, "-");
  const match = /^([-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?)[^\d]*$/i.exec(plain);
  return match ? Number(match[1]!.replace(",", ".")) : undefined;
}

/** "0..100", "0 to 100", "-10 … 10", "0 - 50": both ends; undefined when it is no range. */
export function readRange(text: string): { min: number; max: number } | undefined {
  const match = /^\s*([-+−]?[\d.,]+)\s*\S{0,4}?\s*(?:\.\.+|…|to|bis|~|–|-)\s*([-+−]?[\d.,]*\d)/i.exec(
    text.replace(/(\d)\.\.+/g, "$1 .. "),
  );
  const min = match && readDecimal(match[1]!.replace(/[.,]$/, ""));
  const max = match && readDecimal(match[2]!);
  return min === null || min === undefined || max === undefined || max === null ? undefined : { min, max };
}

/** "0=Off; 1=On", "0: Off, 1: On", one a line: the numbers and their words. Empty when there are none. */
export function readChoices(text: string): Choice[] {
  const choices: Choice[] = [];
  for (const match of text.matchAll(
    /(?:^|[;,|\n])\s*(-?\d+)\s*[:=–]\s*([^;|\n]*?)\s*(?=$|[;|\n]|,\s*-?\d+\s*[:=–])/g,
  )) {
    if (match[2] !== "") choices.push({ value: Number(match[1]), text: match[2]! });
  }
  return choices;
}

/** Whether a list says that something can only be read; undefined when it does not say. */
export function readAccess(text: string): "ro" | "rw" | "wo" | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[\s/-]/g, "");
  if (/^(r|ro|read|readonly|const)$/.test(plain)) return "ro";
  if (/^(w|wo|writeonly)$/.test(plain)) return "wo";
  return /^(rw|wr|readwrite|w?r?w)$/.test(plain) ? "rw" : undefined;
}
