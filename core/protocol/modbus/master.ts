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

/** A question that nobody waits for any more, and until when its answer may still come. */
interface Owed {
  question: Question;
  until: number;
}

/**
 * Asks one question at a time over a byte channel and matches every answer to its question.
 * After a timeout, a framing without transaction numbers is drained until it is quiet, and what comes and does not fit goes by. An answer that comes late could still be
 * taken for that of the next question, where both ask for as many registers: such a one waits until as long again as an answer may take has passed. A line that is not quiet within a question's time
 * answers it with rubbish.
 */
export class ModbusMaster {
  private transaction = 0;
  private lost: string | undefined;
  private waiting:
    | { frame: (frame: Frame) => void; rubbish: (noise: Noise) => void; lost: (reason: string) => void }
    | undefined;
  private lastByteAt = -Infinity;
  private mustDrain = false;
  /** By drive: several share a line, and each may be late. */
  private readonly owed = new Map<number, Owed>();
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
    const lateMs = this.mayComeFor(unit, question);
    if (lateMs > 0) {
      await this.clock.sleep(lateMs);
      this.forget();
    }
    if (this.lost !== undefined) return { kind: "lost", reason: this.lost };
    this.transaction = (this.transaction + 1) & 0xffff;
    const transaction = this.transaction;
    const sentAt = this.clock.now();
    return new Promise<Outcome>((resolve) => {
      let noise: Noise | undefined;
      let misfit: string | undefined;
      const settle = (outcome: Outcome): void => {
        callOff();
        this.waiting = undefined;
        resolve(outcome);
      };
      const callOff = this.clock.after(timeoutMs, () => {
        this.mustDrain = !this.framing.matchesTransactions;
        if (this.mustDrain) this.owed.set(unit, { question, until: this.clock.now() + timeoutMs });
        this.forget();
        settle(
          noise !== undefined
            ? { kind: "rubbish", reason: misfit ?? NOISE_WORDS[noise], noise }
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
          else if (answer.kind === "malformed") {
            const reason = `The answer does not fit the question: ${answer.reason}.`;
            if (this.framing.matchesTransactions) return settle({ kind: "rubbish", reason, noise: "no-fit" });
            // Another question's answer, come late: perhaps of whoever was on this line before.
            noise = "no-fit";
            misfit = reason;
            this.onStray?.(frame.unit);
          } else settle(answer);
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

  /** How long an answer to a question that was given up can still come and be taken for this one's, in ms. Asked once more, whichever answer comes is right. */
  private mayComeFor(unit: number, question: Question): number {
    const owed = this.owed.get(unit);
    if (!owed) return 0;
    const leftMs = owed.until - this.clock.now();
    const alike = looksAlike(owed.question, question);
    // Once it was waited for, or its time is over, it is not thought of any more.
    if (leftMs <= 0 || alike) this.owed.delete(unit);
    return alike ? Math.max(0, leftMs) : 0;
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

/** Two questions whose answers cannot be told apart: other registers, as many of them. What is written comes back with its answer. */
function looksAlike(one: Question, other: Question): boolean {
  return (
    one.kind === "read" &&
    other.kind === "read" &&
    one.function === other.function &&
    one.count === other.count &&
    one.address !== other.address
  );
}
