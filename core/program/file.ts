import type { ProgramSpec } from "@/core/definition";
import { crc32 } from "./crc32";

export type LookedAtFile =
  | { ok: true; identification: number }
  /** In words: what is wrong with it, and what to do. */
  | { ok: false; found: string; remedy: string };

/**
 * Looks at a program's file before it goes anywhere: whether it is one of this family, whole and not too large, and what the drive will give as its identification.
 * Nothing of what it does is looked at.
 */
export function lookAtFile(spec: ProgramSpec, bytes: Uint8Array): LookedAtFile {
  const { file } = spec;
  if (!file)
    return {
      ok: false,
      found: "The definition does not say how one tells a program's file from another.",
      remedy: "Put it on with the maker's own means; keep the file here.",
    };
  const { startsWith = "", lengthAt, mostBytes } = file;
  const begins = String.fromCharCode(...bytes.subarray(0, startsWith.length));
  if (bytes.length === 0 || begins !== startsWith)
    return {
      ok: false,
      found: `It is no program of this family: it begins with "${printable(begins)}" instead of "${startsWith}".`,
      remedy: "Choose the file that the maker's program made for this family.",
    };
  if (bytes.length > mostBytes)
    return {
      ok: false,
      found: `It has ${bytes.length} bytes; the drive takes ${mostBytes} at most.`,
      remedy: "Have a smaller one made.",
    };
  const needed = Math.max((lengthAt ?? -4) + 4, (file.identificationAt ?? -4) + 4);
  const said = lengthAt === undefined || bytes.length < needed ? undefined : wordAt(bytes, lengthAt);
  if (bytes.length < needed || (said !== undefined && said !== bytes.length))
    return {
      ok: false,
      found: `It is not whole: ${said === undefined ? "its head is cut off" : `it says that it has ${said} bytes, and has ${bytes.length}`}.`,
      remedy: "Copy it anew from where it was made.",
    };
  return {
    ok: true,
    identification: file.identification === "at" ? wordAt(bytes, file.identificationAt ?? 0) : crc32(bytes),
  };
}

/** An identification as people compare it: eight hexadecimal digits. */
export function identificationText(identification: number): string {
  return (identification >>> 0).toString(16).toUpperCase().padStart(8, "0");
}

function wordAt(bytes: Uint8Array, at: number): number {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(at, true);
}

const printable = (text: string): string => text.replace(/[^\x20-\x7e]/g, "·");
