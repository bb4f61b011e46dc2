import type { Asker } from "@/core/drive";
import type { ByteChannel } from "@/core/protocol/channel";
import { ChannelError, type Failure } from "@/core/protocol/outcome";
import { LinkQueue, type Importance } from "./queue";

const CONNECT_TIMEOUT_MS = 2500;

/** What speaks a protocol over an open channel. */
export interface Master<Q, O> {
  ask(unit: number, question: Q, timeoutMs: number): Promise<O | Failure>;
}

/**
 * One way to drives, with one queue and one owner. It opens its channel when it is first asked something and opens it
 * anew after a loss; whoever asks sees the loss as the outcome of its question.
 */
export class Link<Q, O> {
  private readonly queue: LinkQueue;
  private master: { master: Master<Q, O>; channel: ByteChannel } | undefined;
  private opening: Promise<{ master: Master<Q, O>; channel: ByteChannel }> | undefined;
  private closed = false;
  /** Told as soon as an open channel breaks, also when nothing was being asked. */
  readonly onLost = new Set<(reason: string) => void>();

  constructor(
    private readonly open: (timeoutMs: number) => Promise<ByteChannel>,
    private readonly speak: (channel: ByteChannel) => Master<Q, O>,
    width = 1,
  ) {
    this.queue = new LinkQueue(width);
  }

  /**
   * The link as seen by one drive, at one importance. `stillRight` is asked in the instant before each question is sent: when it
   * says no, or the channel would have to be opened anew, nothing is sent. Whatever must not reach another drive, or the same one after
   * a power-off, goes this way.
   */
  asker(unit: () => number, importance: Importance, stillRight?: () => boolean): Asker<Q, O> {
    return {
      ask: (question, timeoutMs, node = 0) =>
        this.ask(() => unit() + node, question, timeoutMs, importance, stillRight),
    };
  }

  /** Puts one question once its turn has come. A channel that is down is opened first. */
  private ask(
    unit: () => number,
    question: Q,
    timeoutMs: number,
    importance: Importance,
    stillRight?: () => boolean,
  ): Promise<O | Failure> {
    return this.queue.enqueue(importance, async (): Promise<O | Failure> => {
      if (this.closed) return { kind: "lost", reason: "the link was closed." };
      if (stillRight && (!this.master || !stillRight()))
        return { kind: "lost", reason: "the link broke in between; nothing was sent." };
      try {
        const { master } =
          this.master ??
          (await (this.opening ??= this.connect().finally(() => {
            this.opening = undefined;
          })));
        return await master.ask(unit(), question, timeoutMs);
      } catch (error) {
        return {
          kind: "lost",
          reason: (error as Error).message,
          cause: error instanceof ChannelError && error.why ? error.why : undefined,
        };
      }
    });
  }

  close(): void {
    this.closed = true;
    this.hangUp();
  }

  /** Closes the channel, without a loss being told; the next question opens it anew. */
  hangUp(): void {
    const master = this.master;
    this.master = undefined;
    master?.channel.close();
  }

  private async connect(): Promise<{ master: Master<Q, O>; channel: ByteChannel }> {
    const channel = await this.open(CONNECT_TIMEOUT_MS);
    if (this.closed) {
      channel.close();
      throw new ChannelError("the link was closed.", undefined);
    }
    const mine = { master: this.speak(channel), channel };
    this.master = mine;
    channel.onClosed((reason) => {
      if (this.master !== mine) return;
      this.master = undefined;
      for (const listener of this.onLost) listener(reason);
    });
    return mine;
  }
}
