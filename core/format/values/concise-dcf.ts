import {
  byteCount,
  decodeRegisters,
  encodeRegisters,
  isText,
  type RawValue,
  type ValueType,
} from "@/core/value";
import { counted } from "@/core/words";

/** One object as a concise DCF holds it: index times 256 plus sub-index, and its bytes as they lie there. */
export interface ConciseEntry {
  address: number;
  data: Uint8Array;
}

export type ReadConcise = { ok: true; entries: ConciseEntry[] } | { ok: false; text: string };

/** Index, sub-index and size of an entry. */
const HEAD = 7;
/** More than any drive has; what says so is damaged. */
const MOST_ENTRIES = 20_000;

/**
 * Reads a concise DCF (CiA 302-2, object 1F22): the number of entries, then for each its index, sub-index, size and data, all low byte first. Says at which entry and byte
 * it makes no sense; nothing is taken of one that does not end where it says.
 */
export function readConciseDcf(bytes: Uint8Array): ReadConcise {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 4)
    return { ok: false, text: `It has ${bytes.length} bytes, and cannot even say how many entries it has.` };
  const count = view.getUint32(0, true);
  if (count > MOST_ENTRIES)
    return { ok: false, text: `It says that it has ${count} entries, more than any drive.` };
  const entries: ConciseEntry[] = [];
  let at = 4;
  for (let i = 0; i < count; i++) {
    const size = at + HEAD <= bytes.length ? view.getUint32(at + 3, true) : undefined;
    if (size === undefined || at + HEAD + size > bytes.length)
      return { ok: false, text: `It is cut off in entry ${i + 1} of ${count}, at byte ${at}.` };
    const address = view.getUint16(at, true) * 256 + view.getUint8(at + 2);
    entries.push({ address, data: bytes.slice(at + HEAD, at + HEAD + size) });
    at += HEAD + size;
  }
  if (at !== bytes.length)
    return {
      ok: false,
      text: `After its ${count} entries ${counted(bytes.length - at, "more byte follows", "more bytes follow")}.`,
    };
  return { ok: true, entries };
}

/** Writes a concise DCF. Example: one entry, object 6083.00 with 2,000 as u32: 01000000 8360 00 04000000 D0070000. */
export function writeConciseDcf(entries: readonly ConciseEntry[]): Uint8Array {
  const bytes = new Uint8Array(entries.reduce((sum, { data }) => sum + HEAD + data.length, 4));
  const view = new DataView(bytes.buffer);
  view.setUint32(0, entries.length, true);
  let at = 4;
  for (const { address, data } of entries) {
    view.setUint16(at, Math.floor(address / 256), true);
    view.setUint8(at + 2, address & 0xff);
    view.setUint32(at + 3, data.length, true);
    bytes.set(data, at + HEAD);
    at += HEAD + data.length;
  }
  return bytes;
}

/** The raw value of bytes that lie low byte first; undefined where a number has another size than its type. */
export function rawOfBytes(type: ValueType, data: Uint8Array): RawValue | undefined {
  const digits = Array.from(data, (each) => each.toString(16).padStart(2, "0")).join("");
  if (type === "octets") return digits.toUpperCase();
  if (type === "text") return String.fromCharCode(...data).split("\0")[0]!;
  if (data.length !== byteCount(type)) return undefined;
  const words = Array.from(
    { length: Math.ceil(data.length / 2) },
    (_, i) => data[2 * i]! | ((data[2 * i + 1] ?? 0) << 8),
  );
  return decodeRegisters(type, words, "low-first");
}

/** The bytes of a raw value, low byte first; the inverse of `rawOfBytes`. */
export function bytesOfRaw(type: ValueType, raw: RawValue): Uint8Array {
  if (type === "octets") return Uint8Array.from(String(raw).match(/../g) ?? [], (pair) => parseInt(pair, 16));
  if (isText(type)) return Uint8Array.from(String(raw), (each) => each.charCodeAt(0));
  const bytes = encodeRegisters(type, raw, "low-first").flatMap((word) => [word & 0xff, word >> 8]);
  return Uint8Array.from(bytes.slice(0, byteCount(type)));
}
