import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";

/** More was sent than may be. */
export class TooMuchSent extends Error {}

/**
 * Lays what is sent as a stream down in a file, for work that reads it in another order than it comes; the file is gone afterwards. Throws `TooMuchSent` at more
 * than `most` bytes.
 */
export async function laidDown<T>(
  stream: ReadableStream<Uint8Array> | null,
  most: number,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), "calm-ledger-sent-"));
  try {
    const path = join(folder, "sent.zip");
    let size = 0;
    const counted = new Transform({
      transform(part: Buffer, _, done) {
        size += part.length;
        done(size > most ? new TooMuchSent("More was sent than may be.") : null, part);
      },
    });
    await pipeline(
      stream ? Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]) : Readable.from([]),
      counted,
      createWriteStream(path),
    );
    return await work(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
