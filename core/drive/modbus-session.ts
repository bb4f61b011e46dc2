import type { Command, Definition, ModbusLink } from "@/core/definition";
import { addressOf } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import type { Failure } from "@/core/protocol/outcome";
import {
  planReads,
  splitFrame,
  worthwhileGap,
  type Outcome,
  type Question,
  type ReadFrame,
  type Span,
} from "@/core/protocol/modbus";
import type { RefusalKind } from "@/core/protocol/refusal";
import { decodeRegisters, encodeRegisters, registerCount, type Parameter, type RawValue } from "@/core/value";
import { askPatiently, type Asker } from "./asker";
import { awaitDone } from "./command";
import { readIdentity } from "./identity";
import type { DriveIdentity, DriveState } from "./model";
import {
  writeOutcomeOf,
  type DriveSession,
  type Item,
  type ItemOutcome,
  type ReadStep,
  type WriteOutcome,
} from "./session";
import { readDriveState } from "./state";
import { bad, good, troubleOf, type Result } from "./trouble";

/** Refusals that mean "not here" rather than "not now": the frame is cut until the one bad address is found. */
const NOT_HERE: ReadonlySet<RefusalKind> = new Set<RefusalKind>([
  "no-such-address",
  "value-refused",
  "device-failed",
]);

export type ModbusAsker = Asker<Question, Outcome>;

/** A drive that speaks Modbus, in whatever framing. */
export class ModbusDriveSession implements DriveSession {
  private readonly link: ModbusLink;

  constructor(
    readonly definition: Definition,
    private readonly asker: ModbusAsker,
    private readonly clock: Clock,
  ) {
    this.link = definition.file.modbus!;
  }

  identify(): Promise<Result<DriveIdentity>> {
    return readIdentity(this);
  }

  readState(): Promise<Result<DriveState>> {
    return readDriveState(this);
  }

  async readItems(items: readonly Item[]): Promise<ItemOutcome[]> {
    const outcomes: ItemOutcome[] = items.map(() => ({ kind: "silent", waitedMs: 0 }));
    const spans: Array<Span & { node: number }> = items.map((each, i) => ({
      code: String(i),
      address: each.address,
      registers: registerCount(each.type, each.length),
      node: each.node ?? 0,
    }));
    let failed: Failure | undefined;
    for (const { frame, node } of this.plan(spans)) {
      const answer: Outcome | Failure =
        failed ?? (await this.ask(this.readQuestion(frame.address, frame.count), node));
      // Nobody there for the first means nobody there for the rest: no need to wait for each.
      if (answer.kind === "silent" || answer.kind === "lost" || answer.kind === "rubbish") failed = answer;
      if (answer.kind === "refused" && frame.spans.length > 1) {
        for (const span of frame.spans)
          outcomes[Number(span.code)] = (await this.readItems([items[Number(span.code)]!]))[0]!;
        continue;
      }
      for (const span of frame.spans)
        outcomes[Number(span.code)] =
          answer.kind === "registers"
            ? {
                kind: "value",
                raw: this.decodeSpan(frame, span, answer.values, items[Number(span.code)]!.type),
              }
            : (answer as Failure);
    }
    return outcomes;
  }

  async read(
    parameters: readonly Parameter[],
    onStep: (step: ReadStep) => void | Promise<void>,
    signal?: AbortSignal,
  ): Promise<Result<void>> {
    const byCode = new Map(parameters.map((each) => [each.code, each]));
    const frames = this.plan(parameters);
    const total = frames.reduce((sum, each) => sum + weight(each.frame), 0);
    let done = 0;
    for (const { frame, node } of frames) {
      const pending = [frame];
      const step: ReadStep = { values: new Map(), refused: [], share: 0 };
      for (let next = pending.shift(); next; next = pending.shift()) {
        if (signal?.aborted)
          return bad({
            kind: "stopped",
            text: "The reading was stopped.",
            remedy: "Go on when you are ready; what was read is kept.",
          });
        const outcome = await this.ask(this.readQuestion(next.address, next.count), node);
        if (outcome.kind === "refused" && NOT_HERE.has(outcome.refusal.kind)) {
          const halves = splitFrame(next);
          if (halves) pending.unshift(...halves);
          else step.refused.push({ code: next.spans[0]!.code, refusal: outcome.refusal });
          continue;
        }
        if (outcome.kind === "written") continue;
        if (outcome.kind !== "registers") return bad(troubleOf(outcome));
        for (const span of next.spans)
          step.values.set(
            span.code,
            this.decodeSpan(next, span, outcome.values, byCode.get(span.code)!.type),
          );
      }
      done += weight(frame);
      step.share = done / total;
      await onStep(step);
    }
    return good(undefined);
  }

  async write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome> {
    const registers = encodeRegisters(parameter.type, raw, this.link.wordOrder, parameter.length);
    return this.send(parameter.address, registers, 0, parameter.node);
  }

  async command(command: Command): Promise<WriteOutcome> {
    const registers = encodeRegisters(command.type ?? "u16", command.value, this.link.wordOrder);
    return awaitDone(
      this,
      this.clock,
      command,
      await this.send(addressOf(command.address), registers, command.longestMs),
    );
  }

  private async send(address: number, registers: number[], extraMs: number, node = 0): Promise<WriteOutcome> {
    const single = registers.length === 1 && this.link.writeFunctions.includes(6);
    const question: Question = single
      ? { kind: "write-one", address, value: registers[0]! }
      : { kind: "write-many", address, values: registers };
    return writeOutcomeOf(await this.asker.ask(question, this.link.slowestAnswerMs + extraMs, node));
  }

  private ask(question: Question, node: number): Promise<Outcome> {
    return askPatiently(this.asker, this.clock, question, this.link.slowestAnswerMs, node);
  }

  private readQuestion(address: number, count: number): Question {
    return { kind: "read", function: this.link.readFunction, address, count };
  }

  private plan(spans: ReadonlyArray<Span & { node: number }>): Array<{ frame: ReadFrame; node: number }> {
    const limits = {
      registersPerRead: this.link.registersPerRead,
      readAcrossGaps: this.link.readAcrossGaps,
      worthwhileGap: worthwhileGap({
        baud: this.link.defaults.baud,
        bitsPerCharacter: 11,
        turnaroundMs: this.link.turnaroundMs,
      }),
    };
    const nodes = [...new Set(spans.map((each) => each.node))];
    return nodes.flatMap((node) =>
      planReads(
        spans.filter((each) => each.node === node),
        limits,
      ).map((frame) => ({ frame, node })),
    );
  }

  private decodeSpan(
    frame: ReadFrame,
    span: Span,
    registers: Uint16Array,
    type: Parameter["type"],
  ): RawValue {
    const at = span.address - frame.address;
    return decodeRegisters(type, registers.subarray(at, at + span.registers), this.link.wordOrder);
  }
}

/** What a frame costs on the wire, in characters: 20 around it, two a register. */
function weight(frame: ReadFrame): number {
  return 20 + 2 * frame.count;
}
