import { floatOf, isFloat, type RawValue } from "@/core/value";
import type { ByteChannel, Clock } from "../channel";
import type { Failure } from "../outcome";
import { decodeLine, decodeValue, encodeCommand, type GatewayLine, type SdoQuestion } from "./command";
import { noSuchValue, refusalOfCode } from "./refusal";

export type SdoOutcome = { kind: "value"; raw: RawValue } | { kind: "written" } | Failure;

/** The gateway itself does not know such a request, or could not read it (CiA 309-3, internal error codes): the drive never heard of it. */
const NOT_UNDERSTOOD = [100, 101];

const LONGEST_LINE = 2048;
/** While a domain is waited for: one of a megabyte in base64. */
const LONGEST_DOMAIN = 1_500_000;

/**
 * Asks nodes behind a gateway (CiA 309-3). Several questions may be under way: every answer carries the number of its question, so that
 * a late one is never taken for another's. Lines nobody asked for are handed to `onEvent`.
 */
export class GatewayMaster {
  private sequence = 0;
  private lost: string | undefined;
  private held = "";
  private garbled = false;
  /** This gateway does not let the bits of a real number be asked for as a whole one. */
  private saysReals = false;
  private readonly waiting = new Map<
    number,
    { line: (line: GatewayLine) => void; lost: (reason: string) => void; domain: boolean }
  >();
  private readonly decoder = new TextDecoder("latin1");
  onEvent:
    ((event: { node: number; event: "boot-up" | "emergency" | "other"; text: string }) => void) | undefined;

  constructor(
    private readonly channel: ByteChannel,
    private readonly clock: Clock,
    private readonly net: number,
  ) {
    channel.onBytes((bytes) => this.take(bytes));
    channel.onClosed((reason) => {
      this.lost = reason;
      for (const each of [...this.waiting.values()]) each.lost(reason);
    });
  }

  /**
   * One question, one outcome; never throws. `timeoutMs` counts from the sending. Of a real number its bits are asked for, and the number itself only where the gateway does not
   * understand that.
   */
  async ask(node: number, question: SdoQuestion, timeoutMs: number): Promise<SdoOutcome> {
    if (!isFloat(question.type)) return this.askOnce(node, question, timeoutMs);
    const real = { ...question, real: true } as const;
    const sayable = question.kind === "read" || Number.isFinite(floatOf(question.type, question.raw));
    if (this.saysReals && sayable) return this.askOnce(node, real, timeoutMs);
    const outcome = await this.askOnce(node, question, timeoutMs);
    if (!sayable || !notUnderstood(outcome)) return outcome;
    const second = await this.askOnce(node, real, timeoutMs);
    if (notUnderstood(second)) return outcome;
    if (second.kind === "value" || second.kind === "written") this.saysReals = true;
    return second;
  }

  private askOnce(node: number, question: SdoQuestion, timeoutMs: number): Promise<SdoOutcome> {
    if (this.lost !== undefined) return Promise.resolve({ kind: "lost", reason: this.lost });
    this.sequence = (this.sequence % 0x7fffffff) + 1;
    const sequence = this.sequence;
    const sentAt = this.clock.now();
    this.garbled = false;
    return new Promise((resolve) => {
      const settle = (outcome: SdoOutcome): void => {
        callOff();
        this.waiting.delete(sequence);
        resolve(outcome);
      };
      const callOff = this.clock.after(timeoutMs, () =>
        settle(
          this.garbled
            ? {
                kind: "rubbish",
                reason: "Something answers, but not as a CANopen gateway.",
                noise: "garbled",
              }
            : { kind: "silent", waitedMs: this.clock.now() - sentAt },
        ),
      );
      this.waiting.set(sequence, {
        line: (line) => settle(outcomeOf(question, line)),
        lost: (reason) => settle({ kind: "lost", reason }),
        domain: question.kind === "read" && question.domain === true,
      });
      this.channel.send(new TextEncoder().encode(`${encodeCommand(sequence, this.net, node, question)}\r\n`));
    });
  }

  private take(bytes: Uint8Array): void {
    this.held += this.decoder.decode(bytes, { stream: true });
    const lines = this.held.split(/\r?\n/);
    this.held = lines.pop()!;
    const domain = [...this.waiting.values()].some((each) => each.domain);
    if (this.held.length > (domain ? LONGEST_DOMAIN : LONGEST_LINE)) {
      this.held = "";
      this.garbled = true;
    }
    for (const text of lines) {
      if (text.trim() === "") continue;
      const line = decodeLine(text);
      if (line.kind === "rubbish") this.garbled = true;
      else if (line.kind === "event") this.onEvent?.(line);
      else this.waiting.get(line.sequence)?.line(line);
    }
  }
}

function notUnderstood(outcome: SdoOutcome): boolean {
  return outcome.kind === "refused" && NOT_UNDERSTOOD.includes(outcome.refusal.code);
}

function outcomeOf(question: SdoQuestion, line: GatewayLine): SdoOutcome {
  if (line.kind === "error") return { kind: "refused", refusal: refusalOfCode(line.code) };
  if (line.kind === "done" && question.kind === "write") return { kind: "written" };
  if (line.kind !== "value" || question.kind !== "read")
    return { kind: "rubbish", reason: "The gateway's answer does not fit the question.", noise: "no-fit" };
  const raw = decodeValue(question.type, line.text, question.real);
  // It answers as it should, and what it says is no such value: asked again it would say the same.
  return raw === undefined
    ? { kind: "refused", refusal: noSuchValue(question.type, line.text) }
    : { kind: "value", raw };
}
