import { Readable } from "node:stream";
import yazl from "yazl";
import type { Database } from "@/server/database";
import { plainFiles } from "./write";

/** An export in one zip file, written as it is read. */
export function bundleOf(db: Database, plantIds: readonly number[], at: Date): ReadableStream<Uint8Array> {
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as unknown as Readable;
  // Whoever asked for it may go away in the middle; then nothing more is read.
  const gone = new Promise<void>((resolve) => output.once("close", resolve));
  void (async () => {
    try {
      for await (const { path, content } of plainFiles(db, plantIds, at)) {
        const stream =
          typeof content === "string"
            ? Readable.from([Buffer.from(content)])
            : Readable.fromWeb(content as Parameters<typeof Readable.fromWeb>[0]);
        // The next is made once this one is on its way: a large ledger is never in memory as a whole.
        const over = new Promise<void>((resolve, reject) =>
          stream.once("end", resolve).once("error", reject),
        );
        zip.addReadStream(stream, path, { mtime: at });
        await Promise.race([over, gone]);
        if (output.destroyed) {
          stream.destroy();
          return;
        }
      }
      zip.end();
    } catch (error) {
      output.destroy(error as Error);
    }
  })();
  return Readable.toWeb(output) as ReadableStream<Uint8Array>;
}
