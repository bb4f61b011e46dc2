import { createHash } from "node:crypto";
import { asc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import { typeOfContent } from "./type-of-content";

const { chunk, file, fileChunk } = tables;

/** Bytes of a piece: small beside the memory, large beside a row's own weight. */
const PIECE = 256 * 1024;

export interface Stored {
  hash: string;
  size: number;
  /** What it is, told from its content. */
  type: string;
  /** The same content was here before. */
  known: boolean;
}

/**
 * Keeps a stream of bytes as a file, piece by piece as they come, none of it longer in memory than a piece. What breaks off leaves pieces behind that the
 * next try finds again, and no file. "too-large" once more than `most` bytes came.
 */
export async function storeFile(
  db: Database,
  stream: ReadableStream<Uint8Array> | null,
  most: number,
): Promise<Stored | "too-large" | "empty"> {
  const whole = createHash("sha256");
  const hashes: string[] = [];
  let size = 0;
  let type: string | undefined;
  for await (const piece of pieces(stream)) {
    size += piece.length;
    if (size > most) {
      await stream?.cancel().catch(() => undefined);
      return "too-large";
    }
    type ??= await typeOfContent(piece);
    whole.update(piece);
    const hash = createHash("sha256").update(piece).digest("hex");
    await db.insert(chunk).values({ hash, content: piece }).onConflictDoNothing();
    hashes.push(hash);
  }
  if (size === 0) return "empty";
  const hash = whole.digest("hex");
  return db.transaction(async (tx) => {
    const made = await tx
      .insert(file)
      .values({ hash, size, type: type! })
      .onConflictDoNothing()
      .returning({ hash: file.hash });
    if (made.length > 0)
      for (let from = 0; from < hashes.length; from += 1000)
        await tx
          .insert(fileChunk)
          .values(
            hashes
              .slice(from, from + 1000)
              .map((chunkHash, i) => ({ fileHash: hash, ordinal: from + i, chunkHash })),
          );
    return { hash, size, type: type!, known: made.length === 0 };
  });
}

/** A file's bytes, piece by piece as they are asked for. */
export async function readFile(db: Database, hash: string): Promise<ReadableStream<Uint8Array>> {
  const rows = await db
    .select({ chunkHash: fileChunk.chunkHash })
    .from(fileChunk)
    .where(eq(fileChunk.fileHash, hash))
    .orderBy(asc(fileChunk.ordinal));
  let next = 0;
  return new ReadableStream({
    async pull(controller) {
      const row = rows[next++];
      if (!row) return controller.close();
      const [found] = await db
        .select({ content: chunk.content })
        .from(chunk)
        .where(eq(chunk.hash, row.chunkHash));
      controller.enqueue(found!.content);
    },
  });
}

/** A stream cut into pieces of one size; the last one is what is left. */
async function* pieces(stream: ReadableStream<Uint8Array> | null): AsyncGenerator<Uint8Array> {
  let held = new Uint8Array(PIECE);
  let filled = 0;
  const reader = stream?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    let rest = part.value;
    while (rest.length > 0) {
      const taken = Math.min(PIECE - filled, rest.length);
      held.set(rest.subarray(0, taken), filled);
      filled += taken;
      rest = rest.subarray(taken);
      if (filled < PIECE) continue;
      yield held;
      held = new Uint8Array(PIECE);
      filled = 0;
    }
  }
  reader?.releaseLock();
  if (filled > 0) yield held.slice(0, filled);
}
