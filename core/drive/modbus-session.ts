import type { Command, Definition, ModbusLink } from "@/core/definition";
import { addressOf } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import { splitFrame, type Question, type ReadFrame } from "@/core/protocol/modbus";
import type { Refusal } from "@/core/protocol/refusal";
import { encodeRegisters, type Parameter, type RawValue } from "@/core/value";
import { awaitDone } from "./command";
import { readIdentity } from "./identity";
import { readRecords, writeRecords } from "./modbus-blocks";
import { ModbusItemReader, type ModbusAsker } from "./modbus-items";
import type { DriveIdentity, DriveState } from "./model";
import {
  writeOutcomeOf,
  type BlockRun,
  type DriveSession,
  type Item,
  type ItemOutcome,
  type ReadStep,
  type WriteOutcome,
} from "./session";
import { readDriveState } from "./state";
import { bad, good, troubleOf, type Result } from "./trouble";

/**
 * Whether a refusal is that of a single value, to be found by cutting the frame: any but the gateway's own, makers' codes too. A drive that knows
 * no such request at all, before it has answered one, would refuse every value.
 */
function isOfOneValue({ kind }: Refusal, anything: boolean): boolean {
  return !kind.startsWith("gateway") && (kind !== "unknown-function" || anything);
}

/** A drive that speaks Modbus, in whatever framing. */
export class ModbusDriveSession implements DriveSession {
  private readonly link: ModbusLink;
  private readonly items: ModbusItemReader;

  constructor(
    readonly definition: Definition,
    private readonly asker: ModbusAsker,
    private readonly clock: Clock,
    /** The line's speed, where it is known: it decides how long a frame may be and which gaps are worth reading across. */
    baud?: number,
  ) {
    this.link = definition.file.modbus!;
    const { defaults } = this.link;
    this.items = new ModbusItemReader(
      { ...this.link, defaults: { ...defaults, baud: baud ?? defaults.baud } },
      asker,
      clock,
    );
  }

  identify(): Promise<Result<DriveIdentity>> {
    return readIdentity(this);
  }

  readState(): Promise<Result<DriveState>> {
    return readDriveState(this);
  }

  readItems(items: readonly Item[]): Promise<ItemOutcome[]> {
    return this.items.readItems(items);
  }

  async read(
    parameters: readonly Parameter[],
    onStep: (step: ReadStep) => void | Promise<void>,
    signal?: AbortSignal,
  ): Promise<Result<void>> {
    const byCode = new Map(parameters.map((each) => [each.code, each]));
    const frames = this.items.plan(parameters);
    const total = frames.reduce((sum, each) => sum + weight(each.frame), 0);
    let done = 0;
    let anything = false;
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
        const outcome = await this.items.ask(this.items.readQuestion(next.address, next.count), node);
        if (outcome.kind === "refused" && isOfOneValue(outcome.refusal, anything)) {
          const halves = splitFrame(next);
          if (halves) pending.unshift(...halves);
          else step.refused.push({ code: next.spans[0]!.code, refusal: outcome.refusal });
          continue;
        }
        if (outcome.kind === "written") continue;
        if (outcome.kind !== "registers") return bad(troubleOf(outcome));
        anything = true;
        for (const span of next.spans)
          step.values.set(
            span.code,
            this.items.decodeSpan(next, span, outcome.values, byCode.get(span.code)!),
          );
      }
      done += weight(frame);
      step.share = done / total;
      await onStep(step);
    }
    return good(undefined);
  }

  async write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome> {
    const registers = encodeRegisters(
      parameter.type,
      raw,
      parameter.wordOrder ?? this.link.wordOrder,
      parameter.length,
    );
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

  writeBlock(file: number, bytes: Uint8Array, _longestMs: number, run?: BlockRun): Promise<WriteOutcome> {
    return writeRecords(this.asker, this.blocks, file, bytes, run);
  }

  readBlock(file: number): Promise<Result<Uint8Array>> {
    return readRecords(this.asker, this.clock, this.blocks, file);
  }

  private get blocks(): Parameters<typeof writeRecords>[1] {
    return { program: this.definition.file.program, slowestAnswerMs: this.link.slowestAnswerMs };
  }

  private async send(address: number, registers: number[], extraMs: number, node = 0): Promise<WriteOutcome> {
    const single = registers.length === 1 && this.link.writeFunctions.includes(6);
    const question: Question = single
      ? { kind: "write-one", address, value: registers[0]! }
      : { kind: "write-many", address, values: registers };
    return writeOutcomeOf(await this.asker.ask(question, this.link.slowestAnswerMs + extraMs, node));
  }
}

/** What a frame costs on the wire, in characters: 20 around it, two a register. */
function weight(frame: ReadFrame): number {
  return 20 + 2 * frame.count;
}
