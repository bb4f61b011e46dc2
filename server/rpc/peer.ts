import type { MessagePort, Worker } from "node:worker_threads";
import { rootOf } from "@/server/fault";

/** One thing that can be asked of the other side: what goes along, what is told on the way, what comes of it. */
export interface Ask {
  arg: unknown;
  event: unknown;
  value: unknown;
}
export type Asks = Record<string, Ask>;

/** What a handler gets beside its argument. */
export interface Under<E> {
  /** Tells the asker something on the way. */
  emit(event: E): void;
  /** Given when the asker has lost interest. */
  signal: AbortSignal;
}

export type Handlers<A extends Asks> = {
  [K in keyof A]: (arg: A[K]["arg"], under: Under<A[K]["event"]>) => Promise<A[K]["value"]> | A[K]["value"];
};

export interface AskOptions<E> {
  onEvent?: (event: E) => void;
  signal?: AbortSignal;
}

type Message =
  | { type: "ask"; id: number; name: string; arg: unknown }
  | { type: "event"; id: number; event: unknown }
  | { type: "value"; id: number; value: unknown }
  | { type: "error"; id: number; error: { message: string; code?: string; stack?: string } }
  | { type: "abort"; id: number };

/** The end of a message channel: a port, or a worker. */
export type Port = Pick<MessagePort | Worker, "postMessage" | "on">;

/** What ended before it was answered, since the other side is gone. */
export class PeerGone extends Error {
  constructor(reason: string) {
    super(reason);
    this.name = "PeerGone";
  }
}

/**
 * Two threads that ask things of each other. `Mine` is what the other side may ask here, `Theirs` what can be asked of it.
 * What crosses is cloned: plain data, maps, dates and bytes, no functions. An error comes over with its message and its code.
 */
export class Peer<Mine extends Asks, Theirs extends Asks> {
  private next = 1;
  private gone: string | undefined;
  private readonly asked = new Map<
    number,
    { resolve: (value: never) => void; reject: (error: Error) => void; onEvent?: (event: never) => void }
  >();
  private readonly under = new Map<number, AbortController>();

  constructor(
    private readonly port: Port,
    private readonly handlers: Handlers<Mine>,
  ) {
    (port as MessagePort).on("message", (message: Message) => this.take(message));
    // A thread that ends takes its ports along: whoever waits for it is told instead of waiting for ever.
    (port as MessagePort).on("close", () => this.end("The other side has ended."));
  }

  /** Asks the other side. Rejects with its error, or with `PeerGone` when it went away meanwhile. */
  ask<K extends keyof Theirs & string>(
    name: K,
    arg: Theirs[K]["arg"],
    { onEvent, signal }: AskOptions<Theirs[K]["event"]> = {},
  ): Promise<Theirs[K]["value"]> {
    if (this.gone !== undefined) return Promise.reject(new PeerGone(this.gone));
    const id = this.next++;
    return new Promise<Theirs[K]["value"]>((resolve, reject) => {
      const abort = (): void => this.port.postMessage({ type: "abort", id } satisfies Message);
      const done = (): void => signal?.removeEventListener("abort", abort);
      this.asked.set(id, {
        resolve: (value) => {
          done();
          resolve(value);
        },
        reject: (error) => {
          done();
          reject(error);
        },
        onEvent,
      });
      this.port.postMessage({ type: "ask", id, name, arg } satisfies Message);
      if (signal?.aborted) abort();
      else signal?.addEventListener("abort", abort);
    });
  }

  /** Says that the other side is not there any more: what was asked of it fails, what it asked is stopped. */
  end(reason: string): void {
    this.gone ??= reason;
    for (const each of this.asked.values()) each.reject(new PeerGone(reason));
    this.asked.clear();
    for (const each of this.under.values()) each.abort();
    this.under.clear();
  }

  private take(message: Message): void {
    if (this.gone !== undefined) return;
    switch (message.type) {
      case "ask":
        return void this.answer(message);
      case "abort":
        return this.under.get(message.id)?.abort();
      case "event":
        return this.asked.get(message.id)?.onEvent?.(message.event as never);
      case "value":
        this.asked.get(message.id)?.resolve(message.value as never);
        this.asked.delete(message.id);
        return;
      case "error": {
        const { message: text, code, stack } = message.error;
        this.asked.get(message.id)?.reject(Object.assign(new Error(text), { code, stack }));
        this.asked.delete(message.id);
      }
    }
  }

  private async answer({ id, name, arg }: Message & { type: "ask" }): Promise<void> {
    const controller = new AbortController();
    this.under.set(id, controller);
    const say = (message: Message): void => {
      if (this.gone === undefined) this.port.postMessage(message);
    };
    try {
      const handler = this.handlers[name];
      if (!handler) throw new Error(`Nothing here is called ${name}.`);
      const value = await handler(arg, {
        emit: (event: unknown) => say({ type: "event", id, event }),
        signal: controller.signal,
      });
      say({ type: "value", id, value });
    } catch (error) {
      const { message, code, stack } = rootOf(error);
      say({ type: "error", id, error: { message, code, stack } });
    } finally {
      this.under.delete(id);
    }
  }
}
