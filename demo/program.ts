import type { Definition } from "@/core/definition";
import { crc32 } from "@/core/program";
import type { RawValue } from "@/core/value";

/** A program's file as a family has it: its mark, its length, and what it does in words that repeat. */
export function makeProgram({ file }: Definition, does: string): Uint8Array {
  const { startsWith = "", lengthAt = startsWith.length } = file.program!.file!;
  const body = new TextEncoder().encode(`${does}\n`.repeat(40));
  const bytes = new Uint8Array(8 + body.length);
  bytes.set(new TextEncoder().encode(startsWith));
  new DataView(bytes.buffer).setUint32(lengthAt, bytes.length, true);
  bytes.set(body, 8);
  return bytes;
}

/** What a drive says of a program that is in it and runs. */
export function valuesWith({ file }: Definition, bytes: Uint8Array): Record<string, RawValue> {
  const { present, runs, identification } = file.program!;
  return { [present!]: 1, [runs!]: 1, [identification!]: crc32(bytes) };
}
