import { createHash } from "node:crypto";

const SIZE = 1n << 256n;

/** A hash of lines that does not hang on their order: two databases may sort a text key differently. The sum of the lines' SHA-256. */
export class HashOfLines {
  private sum = 0n;
  private rows = 0;

  add(line: string): void {
    this.sum = (this.sum + BigInt(`0x${createHash("sha256").update(line).digest("hex")}`)) % SIZE;
    this.rows += 1;
  }

  result(): { rows: number; hash: string } {
    return { rows: this.rows, hash: this.sum.toString(16).padStart(64, "0") };
  }
}
