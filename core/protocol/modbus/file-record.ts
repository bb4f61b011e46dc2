/** Reading and writing the records of a file, of 16 bits each: functions 20 and 21 of the Modbus Application Protocol V1.1b3, clauses 6.14 and 6.15. One group in a question. */

export type FileQuestion =
  | { kind: "read-file"; file: number; record: number; count: number }
  | { kind: "write-file"; file: number; record: number; values: number[] };

/** A file has that many records; what is longer goes on in the next one (clause 6.14). */
export const RECORDS_PER_FILE = 10_000;
/** Most records in one question: the count of bytes in a question or answer ends at 0xF5 and 0xFB. */
export const MOST_RECORDS = 121;
/** The one kind of reference there is. */
const REFERENCE = 6;
const GROUP = 7;
const MOST_WRITTEN = 0xfb;

/** PDU of a question for records. Example: file 4, record 1, two records to read: 14 07 06 00 04 00 01 00 02. */
export function encodeFileQuestion(question: FileQuestion): Uint8Array {
  const values = question.kind === "write-file" ? question.values : [];
  const count = question.kind === "read-file" ? question.count : values.length;
  const code = question.kind === "read-file" ? 20 : 21;
  const pdu = new Uint8Array(2 + GROUP + 2 * values.length);
  const view = new DataView(pdu.buffer);
  pdu.set([code, GROUP + 2 * values.length, REFERENCE]);
  view.setUint16(3, question.file);
  view.setUint16(5, question.record);
  view.setUint16(7, count);
  values.forEach((value, i) => view.setUint16(9 + 2 * i, value));
  return pdu;
}

/** Reads a question for records as a drive receives it, or gives the exception that it deserves: 3 for a wrong length, 2 for a wrong kind of reference, file or record. */
export function decodeFileQuestion(pdu: Uint8Array): FileQuestion | 2 | 3 {
  const bytes = pdu.length - 2;
  if (pdu[1] !== bytes || bytes < GROUP) return 3;
  const view = new DataView(pdu.buffer, pdu.byteOffset, pdu.byteLength);
  const [file, record, count] = [view.getUint16(3), view.getUint16(5), view.getUint16(7)];
  const wrong = pdu[2] !== REFERENCE || file === 0 || record + count > RECORDS_PER_FILE;
  if (pdu[0] === 20) {
    if (bytes !== GROUP || count < 1 || count > MOST_RECORDS) return 3;
    return wrong ? 2 : { kind: "read-file", file, record, count };
  }
  if (bytes > MOST_WRITTEN || bytes !== GROUP + 2 * count || count < 1) return 3;
  if (wrong) return 2;
  const values = Array.from({ length: count }, (_, i) => view.getUint16(9 + 2 * i));
  return { kind: "write-file", file, record, values };
}

/** PDU of the answer to a reading of records. */
export function encodeRecords(values: ArrayLike<number>): Uint8Array {
  const pdu = new Uint8Array(4 + 2 * values.length);
  const view = new DataView(pdu.buffer);
  pdu.set([20, 2 + 2 * values.length, 1 + 2 * values.length, REFERENCE]);
  for (let i = 0; i < values.length; i++) view.setUint16(4 + 2 * i, values[i]!);
  return pdu;
}

/** The records of an answer; undefined where it has another length or kind of reference than was asked for. */
export function decodeRecords(pdu: Uint8Array, count: number): Uint16Array | undefined {
  const head = [20, 2 + 2 * count, 1 + 2 * count, REFERENCE];
  if (pdu.length !== 4 + 2 * count || head.some((byte, i) => pdu[i] !== byte)) return undefined;
  const view = new DataView(pdu.buffer, pdu.byteOffset, pdu.byteLength);
  return Uint16Array.from({ length: count }, (_, i) => view.getUint16(4 + 2 * i));
}

/**
 * Bytes as the records of a file that begins at `file`, in frames of at most `most` records. The high byte of a record comes first; an odd last byte is followed by 0.
 * What is longer than a file goes on in the next.
 */
export function recordsOf(
  file: number,
  bytes: Uint8Array,
  most: number,
): Array<FileQuestion & { kind: "write-file" }> {
  const total = Math.ceil(bytes.length / 2);
  const questions: Array<FileQuestion & { kind: "write-file" }> = [];
  for (const each of framesOf(file, 0, total, most)) {
    const values = Array.from({ length: each.count }, (_, i) => {
      const at = 2 * (each.at + i);
      return (bytes[at]! << 8) | (bytes[at + 1] ?? 0);
    });
    questions.push({ kind: "write-file", file: each.file, record: each.record, values });
  }
  return questions;
}

/** The frames in which `total` records from the `from`-th on are asked for; none lies across the end of a file. `at` counts from the first file's first record. */
export function framesOf(
  file: number,
  from: number,
  total: number,
  most: number,
): Array<{ file: number; record: number; count: number; at: number }> {
  const frames: Array<{ file: number; record: number; count: number; at: number }> = [];
  for (let at = from; at < total;) {
    const record = at % RECORDS_PER_FILE;
    const count = Math.min(most, MOST_RECORDS, total - at, RECORDS_PER_FILE - record);
    frames.push({ file: file + Math.floor(at / RECORDS_PER_FILE), record, count, at });
    at += count;
  }
  return frames;
}
