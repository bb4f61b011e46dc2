/** The thread that holds the links. It is given a way to the database and a port to the main thread. */
import { parentPort, workerData, type MessagePort } from "node:worker_threads";
import { systemClock } from "@/core/protocol/system-clock";
import { openAccess, type DatabaseAccess } from "@/server/database/access";
import { LinkHost } from "./host";

const { port, database } = workerData as { port: MessagePort; database: DatabaseAccess };
const host = new LinkHost(port, { db: openAccess(database), clock: systemClock, wall: Date.now });
parentPort!.on("message", () => {
  host.close();
  // Ends this thread only.
  process.exit(0);
});
parentPort!.postMessage("ready");
