import type { ByteChannel, Clock, Frame, Framing } from "../channel";
import type { Failure, Noise } from "../outcome";
import { EchoFilter } from "./echo";
import { decodeAnswer, encodeQuestion, type Question } from "./pdu";
import { refusalOf } from "./refusal";

/** What came of one question. */
export type Outcome = { kind: "registers"; values: Uint16Array } | { kind: "written" } | Failure;

const NOISE_WORDS: Record<Noise, string> = {
  garbled: "Something answers, but nothing of it can be read.",
  "bad-check": "Something answers, but its check bytes do not fit.",
  "other-address": "Only a drive at another address answered.",
  "no-fit": "The answer does not fit the question.",
};

/**
 * Asks one question at a time over a byte channel and matches every answer to its question.
 * After a timeout, a framing without transaction numbers is drained until it is quiet, so that a late answer
 * is never taken for the next one's; a line that is not quiet within a question's time answers it with rubbish.
 */
export class ModbusMaster {
  private transaction = 0;
  private lost: string | undefined;
  private waiting:
    | { frame: (frame: Frame) => void; rubbish: (noise: Noise) => void; lost: (reason: string) => void }
    | undefined;
  private lastByteAt = -Infinity;
  private mustDrain = false;
  private readonly echo: EchoFilter;
  /** Told of a right frame that answers no question under way: somebody at that address answers late. */
  onStray: ((unit: number) => void) | undefined;

  constructor(
    private readonly channel: ByteChannel,
    private readonly framing: Framing,
    private readonly clock: Clock,
    private readonly quietMs = 20,
  ) {
    const decoder = framing.decoder("answers");
    this.echo = new EchoFilter();
    channel.onBytes((heard) => {
      this.lastByteAt = clock.now();
      const bytes = this.echo.filter(heard);
      if (bytes.length === 0) return;
      const decoded = decoder.push(bytes);
      for (const frame of decoded.frames) {
        if (this.waiting) this.waiting.frame(frame);
        else this.onStray?.(frame.unit);
      }
      if (decoded.rubbish > 0) this.waiting?.rubbish(decoded.noise ?? "garbled");
    });
    channel.onClosed((reason) => {
      this.lost = reason;
      this.waiting?.lost(reason);
    });
    this.forget = () => decoder.reset();
  }

  private readonly forget: () => void;

  /** The adapter sends back whatever it is given (two wires, its receiver left on): noticed at the first reading, and left out ever since. */
  get echoes(): boolean {
    return this.echo.known;
  }

  /** One question, one outcome; never throws. `timeoutMs` counts from the sending. */
  async ask(unit: number, question: Question, timeoutMs: number): Promise<Outcome> {
    if (this.lost !== undefined) return { kind: "lost", reason: this.lost };
    if (this.mustDrain && !(await this.drain(timeoutMs)))
      return {
        kind: "rubbish",
        reason: "The line is never quiet: something sends without end.",
        noise: "garbled",
      };
    if (this.lost !== undefined) return { kind: "lost", reason: this.lost };
    this.transaction = (this.transaction + 1) & 0xffff;
    const transaction = this.transaction;
    const sentAt = this.clock.now();
    return new Promise<Outcome>((resolve) => {
      let noise: Noise | undefined;
      const settle = (outcome: Outcome): void => {
        callOff();
        this.waiting = undefined;
        resolve(outcome);
      };
      const callOff = this.clock.after(timeoutMs, () => {
        this.mustDrain = !this.framing.matchesTransactions;
        this.forget();
        settle(
          noise !== undefined
            ? { kind: "rubbish", reason: NOISE_WORDS[noise], noise }
            : { kind: "silent", waitedMs: this.clock.now() - sentAt },
        );
      });
      this.waiting = {
        frame: (frame) => {
          // Another question's answer, come late: let it go by.
          if (this.framing.matchesTransactions && frame.transaction !== transaction)
            return this.onStray?.(frame.unit);
          if (frame.unit !== unit) {
            noise ??= "other-address";
            return this.onStray?.(frame.unit);
          }
          const answer = decodeAnswer(question, frame.pdu);
          if (answer.kind === "exception") settle({ kind: "refused", refusal: refusalOf(answer.code) });
          else if (answer.kind === "malformed")
            settle({
              kind: "rubbish",
              reason: `The answer does not fit the question: ${answer.reason}.`,
              noise: "no-fit",
            });
          else settle(answer);
        },
        rubbish: (heard) => {
          noise = heard;
        },
        lost: (reason) => settle({ kind: "lost", reason }),
      };
      const sent = this.framing.encode({ transaction, unit, pdu: encodeQuestion(question) });
      if (!this.framing.matchesTransactions) this.echo.sent(sent, question.kind.startsWith("read"));
      this.channel.send(sent);
    });
  }

  /** Waits until the line is quiet. False when it is not within the time: then nothing that comes could be told from an answer. */
  private async drain(longestMs: number): Promise<boolean> {
    const until = this.clock.now() + longestMs;
    while (this.lost === undefined && this.clock.now() - this.lastByteAt < this.quietMs) {
      if (this.clock.now() >= until) return false;
      await this.clock.sleep(this.quietMs);
    }
    this.forget();
    this.mustDrain = false;
    return true;
  }
}
