import { inflateSync } from "node:zlib";

const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;
const SIGNATURE = 0x774f4646;

/**
 * A WOFF font as the plain font that it wraps (W3C, WOFF File Format 1.0, clauses 3 to 5): the tables are unpacked, nothing else changes. The reader of
 * fonts unpacks them too, thirty times slower. Throws on what is no WOFF.
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < HEADER || woff.readUInt32BE(0) !== SIGNATURE) throw new Error("This is no WOFF font.");
  const count = woff.readUInt16BE(12);
  const entries = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * ENTRY;
    const [offset, packed, size] = [4, 8, 12].map((each) => woff.readUInt32BE(at + each)) as [
      number,
      number,
      number,
    ];
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      sum: woff.readUInt32BE(at + 16),
      bytes: packed < size ? inflateSync(bytes, { maxOutputLength: size }) : bytes,
    };
  });
  const head = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY);
  const power = Math.floor(Math.log2(count));
  woff.copy(head, 0, 4, 8);
  head.writeUInt16BE(count, 4);
  head.writeUInt16BE(16 * 2 ** power, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(16 * count - 16 * 2 ** power, 10);
  let offset = head.length;
  const tables = entries.map(({ tag, sum, bytes }, i) => {
    const at = SFNT_HEADER + i * SFNT_ENTRY;
    tag.copy(head, at);
    head.writeUInt32BE(sum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(bytes.length, at + 12);
    // Every table begins at a whole word.
    const padded = Buffer.alloc(Math.ceil(bytes.length / 4) * 4);
    padded.set(bytes);
    offset += padded.length;
    return padded;
  });
  return Buffer.concat([head, ...tables]);
}
