import { join } from "node:path";
import { Worker, type WorkerOptions } from "node:worker_threads";

/**
 * The bundle of a part of the program that runs beside the main thread, made by scripts/build-threads.mjs: a page server's build, plain Node and
 * the tests all load the same file, since none of them could load another's sources.
 */
export function threadFile(name: "database" | "link" | "serial" | "upload" | "paper" | "stand-ins"): string {
  return join(/* turbopackIgnore: true */ process.cwd(), ".threads", `${name}.mjs`);
}

/** Starts one of the program's threads. */
export function startThread(
  name: "database" | "link" | "upload" | "paper" | "stand-ins",
  options: WorkerOptions,
): Worker {
  // The program's own flags (a loader of sources, say) are not the thread's: it is plain JavaScript.
  return new Worker(threadFile(name), { name: `calm-ledger-${name}`, execArgv: [], ...options });
}
