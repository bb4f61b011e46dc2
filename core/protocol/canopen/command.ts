import {
  byteCount,
  floatOf,
  floatRaw,
  isFloat,
  isWide,
  rawBounds,
  type RawValue,
  type Sized,
  type ValueType,
} from "@/core/value";

/** Questions to an object of a node; a `domain` is a block of bytes of any length, as octets, as the gateway takes them (CiA 309-3, clause 7: SDO access commands). */
const EVENTS: Partial<Record<string, "boot-up" | "emergency">> = { BOOT_UP: "boot-up", EMCY: "emergency" };

export type SdoQuestion = {
  index: number;
  sub: number;
  type: ValueType;
  domain?: true;
  /** A real number is said as such, in decimal, and not by its bits. */
  real?: true;
} & ({ kind: "read" } | { kind: "write"; raw: RawValue });

/** A line that came from the gateway. */
export type GatewayLine =
  | { kind: "value"; sequence: number; text: string }
  | { kind: "done"; sequence: number }
  | { kind: "error"; sequence: number; code: number }
  | { kind: "event"; net: number; node: number; event: "boot-up" | "emergency" | "other"; text: string }
  | { kind: "rubbish"; text: string };

const TYPES: Record<ValueType, string> = {
  u8: "u8",
  i8: "i8",
  bits8: "u8",
  u16: "u16",
  i16: "i16",
  bits16: "u16",
  u32: "u32",
  i32: "i32",
  bits32: "u32",
  u24: "u24",
  i24: "i24",
  u40: "u40",
  i40: "i40",
  u48: "u48",
  i48: "i48",
  u56: "u56",
  i56: "i56",
  u64: "u64",
  i64: "i64",
  // Its bits are asked for: a gateway that writes real numbers in decimal may round them, and knows no NaN.
  float32: "u32",
  float64: "u64",
  text: "vs",
  octets: "os",
};

/** A real number as such (CiA 309-3, data types). */
const REAL_TYPES = { float32: "r32", float64: "r64" };

/** A boolean (CiA 309-3, data type `b`) takes one byte on the way (CiA 301, 7.1.4.2), of which it is the lowest bit. */
const BOOLEAN = "b";

const BY_NAME: Record<string, ValueType> = {
  [BOOLEAN]: "u8",
  u8: "u8",
  i8: "i8",
  u16: "u16",
  i16: "i16",
  u32: "u32",
  i32: "i32",
  u24: "u24",
  i24: "i24",
  u40: "u40",
  i40: "i40",
  u48: "u48",
  i48: "i48",
  u56: "u56",
  i56: "i56",
  u64: "u64",
  i64: "i64",
  r32: "float32",
  r64: "float64",
  vs: "text",
  os: "octets",
  d: "octets",
};

/** One command as a line, without its end: `[7] 1 4 r 0x6041 0x00 u16`. Net 0: none is said, for gateways that know no others (CiA 309-3, default network). */
export function encodeCommand(sequence: number, net: number, node: number, question: SdoQuestion): string {
  const head = `[${sequence}] ${net === 0 ? "" : `${net} `}${node} ${question.kind === "read" ? "r" : "w"} ${hex(question.index, 4)} ${hex(question.sub, 2)} ${typeWord(question)}`;
  return question.kind === "read"
    ? head
    : `${head} ${encodeValue(question.type, question.raw, question.real)}`;
}

function typeWord({ type, domain, real }: SdoQuestion): string {
  if (domain) return "d";
  return real && isFloat(type) ? REAL_TYPES[type] : TYPES[type];
}

/** Reads a command as a gateway receives it; undefined when it is no SDO access. */
export function decodeCommand(
  line: string,
): { sequence: number; net: number; node: number; question: SdoQuestion } | undefined {
  const match =
    /^\[(\d+)\]\s+(?:(\d+)\s+)?(\d+)\s+(r|read|w|write)\s+(0x[\da-f]+|\d+)\s+(0x[\da-f]+|\d+)\s+(\w+)(?:\s+(.*))?$/i.exec(
      line,
    );
  const type = match && BY_NAME[match[7]!.toLowerCase()];
  if (!match || !type) return undefined;
  const domain = match[7]!.toLowerCase() === "d" ? ({ domain: true } as const) : {};
  const real = isFloat(type) ? ({ real: true } as const) : {};
  const base = { index: Number(match[5]), sub: Number(match[6]), type, ...domain, ...real };
  const place = { sequence: Number(match[1]), net: Number(match[2] ?? 0), node: Number(match[3]) };
  if (match[4]!.toLowerCase().startsWith("r")) return { ...place, question: { kind: "read", ...base } };
  const raw = decodeValue(type, match[8] ?? "", isFloat(type));
  if (match[7]!.toLowerCase() === BOOLEAN && raw !== 0 && raw !== 1) return undefined;
  return raw === undefined ? undefined : { ...place, question: { kind: "write", ...base, raw } };
}

/**
 * A raw value in the gateway's words: numbers in decimal, text in quotes with inner quotes doubled, octets in base64 (CiA 309-3, data types). Of a real number its bits, or
 * with `real` the number itself, with as many digits as it takes to come back as the same.
 */
export function encodeValue(type: ValueType, raw: RawValue, real = false): string {
  if (real && isFloat(type)) return String(floatOf(type, raw));
  if (type === "text") return `"${String(raw).replace(/"/g, '""')}"`;
  if (type === "octets") return base64Of(String(raw));
  return String(raw);
}

/** Real numbers as gateways write them; NaN and the infinities have no digits. */
const REALS: Record<string, number> = { nan: NaN, inf: Infinity, infinity: Infinity };

/**
 * The raw value of the gateway's words, in decimal or hex; undefined when they are no value of this type, or outside of what it can hold.
 * Of a real number its bits may come, as asked, or the number itself; with `real` it is always the number itself. Text stands in quotes; a single word may come without.
 */
export function decodeValue(type: ValueType, text: string, real = false): RawValue | undefined {
  const trimmed = text.trim();
  if (type === "text") {
    const match = /^"((?:[^"]|"")*)"$/.exec(trimmed);
    if (match) return match[1]!.replace(/""/g, '"');
    return /^[^"\s]+$/.test(trimmed) ? trimmed : undefined;
  }
  if (type === "octets") return octetsOf(trimmed.replace(/^"(.*)"$/, "$1"));
  if (isFloat(type)) {
    const bits = real ? undefined : wholeIn(type === "float32" ? "u32" : "u64", trimmed);
    if (bits !== undefined) return isWide(type) ? bits.toString() : Number(bits);
    const word = /^([-+]?)(nan|inf|infinity)$/i.exec(trimmed);
    if (word) return floatRaw(type, (word[1] === "-" ? -1 : 1) * REALS[word[2]!.toLowerCase()]!);
    return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(trimmed)
      ? floatRaw(type, Number(trimmed))
      : undefined;
  }
  const value = wholeIn(type, trimmed);
  if (value === undefined) return undefined;
  return isWide(type) ? value.toString() : Number(value);
}

/** A whole number that a type can hold; hex digits are its bits, so that 0xFF of an i8 is -1. */
function wholeIn(type: Exclude<Sized, "float32" | "float64">, text: string): bigint | undefined {
  if (!/^(-?\d+|0x[\da-f]+)$/i.test(text)) return undefined;
  const { min, max } = rawBounds(type)!;
  const value = BigInt(text);
  const bits = 8 * byteCount(type);
  if (/^0x/i.test(text) && min < 0n)
    return value >> BigInt(bits) === 0n ? BigInt.asIntN(bits, value) : undefined;
  return value < min || value > max ? undefined : value;
}

/** Makes sense of one line from the gateway. */
export function decodeLine(line: string): GatewayLine {
  const answer = /^\[(\d+)\]\s*(.*)$/.exec(line);
  if (answer) {
    const sequence = Number(answer[1]);
    const text = answer[2]!.trim();
    if (/^OK$/i.test(text)) return { kind: "done", sequence };
    const error = /^ERROR:?\s*(0x[\da-f]+|\d+)/i.exec(text);
    if (error) return { kind: "error", sequence, code: Number(error[1]) };
    return { kind: "value", sequence, text };
  }
  // What nobody asked for: emergency messages, nodes that start (CiA 309-3, event triggered messages).
  const event =
    /^(\d+)\s+(\d+)\s+(\w+)(.*)$/.exec(line) ?? /^(?:(\d+)\s+)?(\d+)\s+(BOOT_UP|EMCY)\b(.*)$/i.exec(line);
  if (!event) return { kind: "rubbish", text: line };
  const word = event[3]!.toUpperCase();
  const kind = EVENTS[word] ?? "other";
  return {
    kind: "event",
    net: Number(event[1] ?? 0),
    node: Number(event[2]),
    event: kind,
    text: `${event[3]}${event[4]}`.trim(),
  };
}

function hex(value: number, digits: number): string {
  return `0x${value.toString(16).toUpperCase().padStart(digits, "0")}`;
}

function base64Of(digits: string): string {
  return btoa((digits.match(/../g) ?? []).map((pair) => String.fromCharCode(parseInt(pair, 16))).join(""));
}

function octetsOf(text: string): string | undefined {
  if (!/^[A-Za-z\d+/]*={0,2}$/.test(text) || text.length % 4 !== 0) return undefined;
  return Array.from(atob(text), (byte) => byte.charCodeAt(0).toString(16).padStart(2, "0"))
    .join("")
    .toUpperCase();
}
