import { fewAtOnce, TooManyAtOnce } from "@/server/few-at-once";
import { startThread } from "@/server/threads";
import type { Read } from "./read-upload";

const HEAP_MB = 400;
/** Buffers are outside of the heap's cap: what the whole process may grow by meanwhile. */
const GROWTH_MB = 500;
const LONGEST_MS = 30_000;
const LOOK_MS = 50;

const oneAtATime = fewAtOnce(1, 8);

/** Reads an uploaded file in a thread of its own: one file at a time, with a memory and a time that are limited, while everything else goes on. */
export async function readApart(name: string, bytes: Uint8Array): Promise<Read> {
  try {
    return await oneAtATime(() => read(name, bytes));
  } catch (error) {
    if (!(error instanceof TooManyAtOnce)) throw error;
    return {
      ok: false,
      reason: "Several files are being looked at already.",
      remedy: "Try again in a moment.",
    };
  }
}

function read(name: string, bytes: Uint8Array): Promise<Read> {
  return new Promise((resolve) => {
    const thread = startThread("upload", {
      workerData: { name, bytes },
      resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
    });
    const before = process.memoryUsage.rss();
    const end = (read: Read): void => {
      clearInterval(look);
      clearTimeout(timer);
      resolve(read);
      void thread.terminate();
    };
    const refuse = (reason: string): void =>
      end({ ok: false, reason, remedy: "Save only the list itself, as CSV, and choose that." });
    const look = setInterval(() => {
      if (process.memoryUsage.rss() - before > GROWTH_MB * 1024 * 1024) refuse(TOO_LARGE);
    }, LOOK_MS);
    const timer = setTimeout(() => refuse(`It was not read within ${LONGEST_MS / 1000} s.`), LONGEST_MS);
    thread.on("message", (done: Read) => end(done));
    thread.on("error", (error: Error & { code?: string }) =>
      refuse(
        error.code === "ERR_WORKER_OUT_OF_MEMORY" ? TOO_LARGE : `It could not be read (${error.message}).`,
      ),
    );
    thread.on("exit", () => refuse("It could not be read."));
  });
}

const TOO_LARGE = "Reading it needs more memory than it may have.";
