import type { Command, Definition } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import { planReads, splitFrame, worthwhileGap, type Outcome, type Question, type ReadFrame, type RefusalKind } from "@/core/protocol/modbus";
import { decodeRegisters, encodeRegisters, type Parameter, type RawValue } from "@/core/value";
import { askPatiently, type Asker } from "./asker";
import { readIdentity, type DriveIdentity } from "./identity";
import type { DriveSession, ReadStep, WriteOutcome } from "./session";
import { decodeState, signGiven, stateRegisters, type DriveState } from "./state";
import { bad, good, troubleOf, type Result } from "./trouble";

/** Refusals that mean "not here" rather than "not now": the frame is cut until the one bad address is found. */
const NOT_HERE: ReadonlySet<RefusalKind> = new Set<RefusalKind>(["no-such-address", "value-refused", "device-failed"]);

/** A drive that speaks Modbus, in whatever framing. */
export class ModbusDriveSession implements DriveSession {
  constructor(
    readonly definition: Definition,
    private readonly asker: Asker,
    private readonly clock: Clock,
  ) {}

  identify(): Promise<Result<DriveIdentity>> {
    return readIdentity(this.asker, this.clock, this.definition);
  }

  async readState(): Promise<Result<DriveState>> {
    const registers = new Map<number, number>();
    for (const { address, count } of stateRegisters(this.definition)) {
      const outcome = await this.ask(this.readQuestion(address, count));
      if (outcome.kind === "written") continue;
      if (outcome.kind !== "registers") return bad(troubleOf(outcome));
      outcome.values.forEach((value, i) => registers.set(address + i, value));
    }
    return good(decodeState(this.definition, (address) => registers.get(address) ?? 0));
  }

  async read(parameters: readonly Parameter[], onStep: (step: ReadStep) => void | Promise<void>, signal?: AbortSignal): Promise<Result<void>> {
    const byCode = new Map(parameters.map((each) => [each.code, each]));
    const frames = this.plan(parameters);
    const total = frames.reduce((sum, each) => sum + weight(each), 0);
    let done = 0;
    for (const frame of frames) {
      const pending = [frame];
      const step: ReadStep = { values: new Map(), refused: [], share: 0 };
      for (let next = pending.shift(); next; next = pending.shift()) {
        if (signal?.aborted) return bad({ kind: "stopped", text: "The reading was stopped.", remedy: "Go on when you are ready; what was read is kept." });
        const outcome = await this.ask(this.readQuestion(next.address, next.count));
        if (outcome.kind === "refused" && NOT_HERE.has(outcome.refusal.kind)) {
          const halves = splitFrame(next);
          if (halves) pending.unshift(...halves);
          else step.refused.push({ code: next.spans[0]!.code, refusal: outcome.refusal });
          continue;
        }
        if (outcome.kind === "written") continue;
        if (outcome.kind !== "registers") return bad(troubleOf(outcome));
        this.decode(next, outcome.values, byCode, step.values);
      }
      done += weight(frame);
      step.share = done / total;
      await onStep(step);
    }
    return good(undefined);
  }

  async write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome> {
    const { wordOrder, writeFunctions } = this.definition.file.modbus;
    const registers = encodeRegisters(parameter.type, raw, wordOrder, parameter.length);
    const single = registers.length === 1 && writeFunctions.includes(6);
    return this.send(single
      ? { kind: "write-one", address: parameter.address, value: registers[0]! }
      : { kind: "write-many", address: parameter.address, values: registers });
  }

  async command(command: Command): Promise<WriteOutcome> {
    const outcome = await this.send({ kind: "write-one", address: command.address, value: command.value }, command.longestMs);
    if (outcome.kind !== "written" || !command.doneWhen) return outcome;
    const sign = command.doneWhen;
    const until = this.clock.now() + command.longestMs;
    for (;;) {
      const answer = await this.ask(this.readQuestion(sign.address, 1));
      if (answer.kind === "registers" && signGiven(sign, () => answer.values[0]!)) return outcome;
      if (answer.kind === "lost") return { kind: "unknown", text: answer.reason, lost: true };
      if (this.clock.now() >= until) return { kind: "unknown", text: `The drive did not say within ${command.longestMs / 1000} s that it was done.`, lost: false };
      await this.clock.sleep(50);
    }
  }

  private async send(question: Question, extraMs = 0): Promise<WriteOutcome> {
    const outcome = await this.asker.ask(question, this.definition.file.modbus.slowestAnswerMs + extraMs);
    switch (outcome.kind) {
      case "written":
        return { kind: "written" };
      case "refused":
        // A gateway that got no answer cannot know what the drive behind it did.
        if (outcome.refusal.kind === "gateway-silent" || outcome.refusal.kind === "accepted-not-done") return { kind: "unknown", text: outcome.refusal.text, lost: false };
        return { kind: "refused", refusal: outcome.refusal };
      case "lost":
        return { kind: "unknown", text: outcome.reason, lost: true };
      case "silent":
        return { kind: "unknown", text: "The drive did not answer.", lost: false };
      default:
        return { kind: "unknown", text: "What came back was no answer to this.", lost: false };
    }
  }

  private ask(question: Question): Promise<Outcome> {
    return askPatiently(this.asker, this.clock, question, this.definition.file.modbus.slowestAnswerMs);
  }

  private readQuestion(address: number, count: number): Question {
    return { kind: "read", function: this.definition.file.modbus.readFunction, address, count };
  }

  private plan(parameters: readonly Parameter[]): ReadFrame[] {
    const { modbus } = this.definition.file;
    return planReads(parameters, {
      registersPerRead: modbus.registersPerRead,
      readAcrossGaps: modbus.readAcrossGaps,
      worthwhileGap: worthwhileGap({ baud: modbus.defaults.baud, bitsPerCharacter: 11, turnaroundMs: modbus.turnaroundMs }),
    });
  }

  private decode(frame: ReadFrame, registers: Uint16Array, byCode: Map<string, Parameter>, into: Map<string, RawValue>): void {
    for (const span of frame.spans) {
      const at = span.address - frame.address;
      into.set(span.code, decodeRegisters(byCode.get(span.code)!.type, registers.subarray(at, at + span.registers), this.definition.file.modbus.wordOrder));
    }
  }
}

/** What a frame costs on the wire, in characters: 20 around it, two a register. */
function weight(frame: ReadFrame): number {
  return 20 + 2 * frame.count;
}
