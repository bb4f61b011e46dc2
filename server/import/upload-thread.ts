/** The thread that reads one uploaded file and ends. What goes wrong in it ends it and nothing else. */
import { parentPort, workerData } from "node:worker_threads";
import { readUpload } from "./read-upload";

const { name, bytes } = workerData as { name: string; bytes: Uint8Array };
parentPort!.postMessage(await readUpload(name, bytes));
