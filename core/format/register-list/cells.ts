import type { Choice, RegisterOrder, ValueType } from "@/core/value";

/** Where a value stands, counted from 0 on the wire: its first register, how many where the list names the last too, and whether they are input registers. */
export interface Place {
  address: number;
  count?: number;
  input: boolean;
}

export interface AddressNotation {
  base: 0 | 1;
  numbering: "plain" | "listed";
  radix: 10 | 16;
}

/**
 * A register as lists write it: 12, 0x1F, 1Fh, 16#64, $0064, 40013, 4x0013, 4:00013, "110-111". With a mark it is read as the mark says, without one as
 * the list does (`notation`). Undefined when it is none.
 */
export function readAddress(text: string, notation: AddressNotation): Place | undefined {
  const plain = text.trim().replace(/[\s_']/g, "");
  const span = /^(.+?)(?:-|–|\.\.+|…|to)(.+)$/i.exec(plain);
  if (span) {
    const first = readAddress(span[1]!, notation);
    const last = readAddress(span[2]!, notation);
    if (!first || !last || last.address < first.address || last.count !== undefined) return undefined;
    return { ...first, count: last.address - first.address + 1 };
  }
  const marked = /^([34])[x:]0*(\d{1,6})$/i.exec(plain);
  if (marked) return within(Number(marked[2]) - 1, marked[1] === "3");
  const hex = /^(?:0x|&h|#|\$|16#)([\da-f]{1,4})$|^([\da-f]{1,4})h$/i.exec(plain);
  if (hex) return within(parseInt(hex[1] ?? hex[2]!, 16) - notation.base, false);
  if (notation.radix === 16)
    return /^[\da-f]{1,4}$/i.test(plain) ? within(parseInt(plain, 16) - notation.base, false) : undefined;
  if (!/^\d+$/.test(plain)) return undefined;
  if (notation.numbering === "listed" && /^[34]\d{4}$|^[34]\d{5}$/.test(plain))
    return within(Number(plain.slice(1)) - 1, plain.startsWith("3"));
  return within(Number(plain) - notation.base, false);
}

function within(address: number, input: boolean): Place | undefined {
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
  [/^(float64|double|lreal|f64|r64)$/, "float64"],
  [/^(bits?(field)?(16)?|bitmap|flags?|bits16|bool(ean)?[ ]?array)$/, "bits16"],
  [/^(bits32|bitmap32)$/, "bits32"],
  [/^(u?int8|u8|byte|usint)$/, "u8"],
  [/^(sint8?|i8|s8)$/, "i8"],
  [/^(text|string|ascii|char|str|visible.?string)(\W?\d+\W?)?$/, "text"],
];

/** The order of a value's bytes as lists write it. */
const LETTERS: Record<string, RegisterOrder> = {
  abcd: "high-first",
  cdab: "low-first",
  badc: "high-first, bytes-swapped",
  dcba: "low-first, bytes-swapped",
};

/** A type as lists write it; a text may carry its length, as in "string(16)", several registers their order, as in "float CDAB". Undefined when no word fits. */
export function readType(
  text: string,
): { type: ValueType; length?: number; wordOrder?: RegisterOrder } | undefined {
  const order = /[\s(,_-]*(?<![a-z])(abcd|cdab|badc|dcba)(?![a-z])\)?/i.exec(text);
  if (order) {
    const typed = readType(text.replace(order[0], ""));
    return typed && { ...typed, wordOrder: LETTERS[order[1]!.toLowerCase()] };
  }
  const plain = text.trim().toLowerCase();
  const type = TYPE_WORDS.find(([pattern]) => pattern.test(plain))?.[1];
  const length = /(\d+)/.exec(plain)?.[1];
  if (type === undefined) return undefined;
  return type === "text" && length ? { type, length: Number(length) } : { type };
}

/** A number with a point or a comma, without its unit; undefined when it is none. */
export function readDecimal(text: string): number | undefined {
  const plain = text.trim().replace(/\s/g, "").replace(/−/g, "-");
  // "10,000" is ten in one country and ten thousand in another.
  if (/^[-+]?[1-9]\d{0,2}(,\d{3})+(?!\d)/.test(plain)) return undefined;
  const match = /^([-+]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?)[^\d]*$/i.exec(plain);
  return match ? Number(match[1]!.replace(",", ".")) : undefined;
}

/** "0..100", "0 to 100", "-10 … 10", "0 - 50": both ends; undefined when it is no range. */
export function readRange(text: string): { min: number; max: number } | undefined {
  const hex = /^\s*0x([\da-f]+)\s*(?:\.\.+|…|to|bis|~|–|-)\s*0x([\da-f]+)/i.exec(text);
  if (hex) return { min: parseInt(hex[1]!, 16), max: parseInt(hex[2]!, 16) };
  if (/0x/i.test(text)) return undefined;
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

/** "Bit 0: Ready; Bit 1: Trip", "b0 = on": bits and their words, one after another or one a line. Empty when there are none. */
export function readBits(text: string): Array<{ bit: number; text: string }> {
  const bits = [
    ...text.matchAll(/\bb(?:it)?[ .]?(\d{1,2})\s*[:=–-]\s*([^;|\n]*?)\s*(?=$|[;|\n]|,\s*b(?:it)?[ .]?\d)/gi),
  ];
  return bits.flatMap(([, bit, words]) =>
    words && Number(bit) < 32 ? [{ bit: Number(bit), text: words }] : [],
  );
}

/** In English, German and French. "LS" is read and write in German, "LE" in French. */
const ACCESS: Array<[RegExp, "ro" | "rw" | "wo"]> = [
  [
    /^(r|ro|read|readonly|const|constant|monitor|l|lesen|nurlesen|lesbar|nurlesbar|lecture|lectureseule|consultation)$/,
    "ro",
  ],
  [/^(w|wo|write|writeonly|s|schreiben|nurschreiben|écriture|ecriture|écritureseule|ecritureseule)$/, "wo"],
  [/^(rw|wr|readwrite|w?r?w|ls|lesenschreiben|lesbarschreibbar|le|lectureécriture|lectureecriture)$/, "rw"],
];

/** Whether a list says that something can only be read; undefined when it does not say, or in words that are not known. */
export function readAccess(text: string): "ro" | "rw" | "wo" | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[\s/+&.,-]|\bet\b|\bund\b|\band\b/g, "");
  return ACCESS.find(([pattern]) => pattern.test(plain))?.[1];
}
