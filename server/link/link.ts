import type { Asker } from "@/core/drive";
import type { ByteChannel, Clock, Framing } from "@/core/protocol/channel";
import { ModbusMaster, type Outcome, type Question } from "@/core/protocol/modbus";
import { LinkQueue, type Importance } from "./queue";

const CONNECT_TIMEOUT_MS = 2500;

/**
 * One way to drives, with one queue and one owner. It opens its channel when it is first asked something and opens it
 * anew after a loss; whoever asks sees the loss as the outcome of its question.
 */
export class Link {
  private readonly queue = new LinkQueue();
  private master: { ask: ModbusMaster["ask"]; channel: ByteChannel } | undefined;
  private closed = false;
  /** Told as soon as an open channel breaks, also when nothing was being asked. */
  readonly onLost = new Set<(reason: string) => void>();

  constructor(
    private readonly open: (timeoutMs: number) => Promise<ByteChannel>,
    private readonly framing: Framing,
    private readonly clock: Clock,
  ) {}

  /**
   * The link as seen by one drive, at one importance. `stillRight` is asked in the instant before each question is sent: when it
   * says no, or the channel would have to be opened anew, nothing is sent. Whatever must not reach another drive, or the same one after
   * a power-off, goes this way.
   */
  asker(unit: number, importance: Importance, stillRight?: () => boolean): Asker {
    return { ask: (question, timeoutMs) => this.ask(unit, question, timeoutMs, importance, stillRight) };
  }

  /** Puts one question once its turn has come. A channel that is down is opened first. */
  private ask(unit: number, question: Question, timeoutMs: number, importance: Importance, stillRight?: () => boolean): Promise<Outcome> {
    return this.queue.enqueue(importance, async () => {
      if (this.closed) return { kind: "lost", reason: "the link was closed." };
      if (stillRight && (!this.master || !stillRight())) return { kind: "lost", reason: "the link broke in between; nothing was sent." };
      try {
        this.master ??= await this.connect();
      } catch (error) {
        return { kind: "lost", reason: (error as Error).message };
      }
      return this.master.ask(unit, question, timeoutMs);
    });
  }

  close(): void {
    this.closed = true;
    const master = this.master;
    this.master = undefined;
    master?.channel.close();
  }

  private async connect(): Promise<{ ask: ModbusMaster["ask"]; channel: ByteChannel }> {
    const channel = await this.open(CONNECT_TIMEOUT_MS);
    const master = new ModbusMaster(channel, this.framing, this.clock);
    const mine = { ask: master.ask.bind(master), channel };
    channel.onClosed((reason) => {
      if (this.master !== mine) return;
      this.master = undefined;
      for (const listener of this.onLost) listener(reason);
    });
    return mine;
  }
}
