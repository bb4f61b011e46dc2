/** The thread that holds the embedded database. It is told its folder, answers "ready", and takes one port for each who works on it. */
import { parentPort, workerData, type MessagePort } from "node:worker_threads";
import { PGlite } from "@electric-sql/pglite";
import { DurableNodeFS, durableStartParams } from "../durable-fs";
import { serveDatabase } from "./serve";
import { Statements } from "./statements";
import { Turns } from "./turns";

const { folder } = workerData as { folder: string };
const port = parentPort!;
const turns = new Turns();
const statements = new Statements();
const pg = await PGlite.create({
  fs: new DurableNodeFS(folder),
  startParams: durableStartParams(PGlite.defaultStartParams),
});
/** A database that ended itself keeps whoever asks next waiting for ever, this thread with it: it has to be ended from outside. */
const abort = (why: string): void => port.postMessage({ aborted: why });
port.on("message", (message: { connect?: MessagePort; close?: true }) => {
  if (message.connect) serveDatabase(pg, statements, turns, message.connect, abort);
  if (message.close)
    void pg.close().then(
      () => port.postMessage({ closed: true }),
      (error: Error) => port.postMessage({ failed: error.message }),
    );
});
port.postMessage({ ready: true });
