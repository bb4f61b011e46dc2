import { serialize } from "pg-protocol";
import type { QueryMessage } from "./wire";

/** How many parsed statements the database keeps; the one that was not asked for longest goes first. */
const MOST = 400;

/**
 * The statements that the database has parsed and keeps by name, so that the same query is not parsed and looked up anew each time (which costs half of a small one).
 * How it is done best is planned for the values that are asked with five times; then the database goes by a plan for any values, where that costs no more
 * (PostgreSQL 18 documentation, PREPARE): planning took longer than asking for whoever is signed in, or for a few records.
 */
export class Statements {
  /** In the order in which they were last asked for. */
  private readonly kept = new Set<string>();

  /** What the database has to be sent for a query: parsed first, where it is not kept. */
  bytesOf({ text, name, run }: QueryMessage): Uint8Array {
    if (name === undefined) return Buffer.concat([serialize.parse({ text }), run]);
    if (this.kept.delete(name)) {
      this.kept.add(name);
      return run;
    }
    const parts = [];
    const [oldest] = this.kept;
    if (oldest !== undefined && this.kept.size >= MOST) {
      this.kept.delete(oldest);
      parts.push(serialize.close({ type: "S", name: oldest }));
    }
    // One that failed may be kept under this name or not; closing what is not there is no error (PostgreSQL 18 documentation, 54.2.3).
    parts.push(serialize.close({ type: "S", name }), serialize.parse({ name, text }), run);
    this.kept.add(name);
    return Buffer.concat(parts);
  }

  /** A query of this name failed: whether the database keeps it, nobody knows; it is parsed anew next time. */
  forget({ name }: QueryMessage): void {
    if (name !== undefined) this.kept.delete(name);
  }
}

const ERROR = "E".charCodeAt(0);

/** Whether an answer tells of an error: a byte for what it is, four for its length, message after message (PostgreSQL 18 documentation, 54.7). */
export function tellsError(answer: Uint8Array): boolean {
  const view = new DataView(answer.buffer, answer.byteOffset, answer.byteLength);
  for (let at = 0; at + 5 <= answer.byteLength; at += 1 + view.getInt32(at + 1))
    if (answer[at] === ERROR) return true;
  return false;
}
