import { MessageChannel, type MessagePort, type Worker } from "node:worker_threads";
import type { Clock } from "@/core/protocol/channel";
import type { Database, DatabaseAccess } from "@/server/database";
import { Peer, type Handlers } from "@/server/rpc";
import { startThread } from "@/server/threads";
import { LinkHost, type LinkAsks, type MainAsks } from "./host";

/** The links, as the main thread speaks to them: `ask` of the thread that holds them. */
export interface Links {
  ask: Peer<MainAsks, LinkAsks>["ask"];
  /** Told when the thread ended by itself, with the reason. */
  onEnded: ((reason: string) => void) | undefined;
  /** Lets go of every link at once. */
  close(): Promise<void>;
}

/** Starts the links in a thread of their own. `database` is the thread's own way to it. */
export async function startLinks(database: DatabaseAccess, handlers: Handlers<MainAsks>): Promise<Links> {
  const { port1, port2 } = new MessageChannel();
  const moved: MessagePort[] = [port2, ...("port" in database ? [database.port] : [])];
  const thread = startThread("link", { workerData: { port: port2, database }, transferList: moved });
  await whenReady(thread);
  const peer = new Peer<MainAsks, LinkAsks>(port1, handlers);
  let closing = false;
  const links: Links = {
    ask: (name, arg, options) => peer.ask(name, arg, options),
    onEnded: undefined,
    close: async () => {
      closing = true;
      const left = new Promise<void>((resolve) => thread.once("exit", () => resolve()));
      thread.postMessage("close");
      port1.close();
      await left;
    },
  };
  const ended = (reason: string): void => {
    peer.end(reason);
    if (!closing) links.onEnded?.(reason);
  };
  thread.on("error", (error) => ended(`The links' thread met a fault: ${error.message}`));
  thread.on("exit", () => ended("The links' thread has ended."));
  return links;
}

function whenReady(thread: Worker): Promise<void> {
  return new Promise((resolve, reject) => {
    thread.once("message", () => resolve());
    thread.once("error", reject);
  });
}

/** The links in the thread that asks, over the same messages: for tests that decide the time. */
export function linksHere(
  parts: { db: Database; clock: Clock; wall: () => number },
  handlers: Handlers<MainAsks>,
): Links {
  const { port1, port2 } = new MessageChannel();
  const host = new LinkHost(port2, parts);
  const peer = new Peer<MainAsks, LinkAsks>(port1, handlers);
  return {
    ask: (name, arg, options) => peer.ask(name, arg, options),
    onEnded: undefined,
    close: async () => {
      peer.end("The links were closed.");
      host.close();
      port1.close();
      port2.close();
    },
  };
}
