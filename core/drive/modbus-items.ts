import type { ModbusLink } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import {
  frameCost,
  planReads,
  registersInTime,
  type Outcome,
  type Question,
  type ReadFrame,
  type Span,
} from "@/core/protocol/modbus";
import type { Failure } from "@/core/protocol/outcome";
import { decodeRegisters, registerCount, type Parameter, type RawValue } from "@/core/value";
import { askPatiently, type Asker } from "./asker";
import type { Item, ItemOutcome, ItemReader } from "./session";

export type ModbusAsker = Asker<Question, Outcome>;

/** What reading needs to know of how a family speaks Modbus. */
export type ModbusReading = Pick<
  ModbusLink,
  | "defaults"
  | "readFunction"
  | "registersPerRead"
  | "readAcrossGaps"
  | "turnaroundMs"
  | "slowestAnswerMs"
  | "wordOrder"
>;

/** How a drive of which nothing is known is read: one register at a time where need be, and with patience. */
export const CAUTIOUS_MODBUS: ModbusReading = {
  defaults: { baud: 9600, parity: "even", stopBits: 1, address: 1, port: 502 },
  readFunction: 3,
  registersPerRead: 16,
  readAcrossGaps: false,
  turnaroundMs: 10,
  slowestAnswerMs: 1000,
  wordOrder: "high-first",
};

/** Reads registers that need not be parameters, of a drive that need not be known. */
export class ModbusItemReader implements ItemReader {
  constructor(
    private readonly link: ModbusReading,
    private readonly asker: ModbusAsker,
    private readonly clock: Clock,
  ) {}

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
                raw: this.decodeSpan(frame, span, answer.values, items[Number(span.code)]!),
              }
            : (answer as Failure);
    }
    return outcomes;
  }

  ask(question: Question, node: number): Promise<Outcome> {
    return askPatiently(this.asker, this.clock, question, this.link.slowestAnswerMs, node);
  }

  readQuestion(address: number, count: number): Question {
    return { kind: "read", function: this.link.readFunction, address, count };
  }

  plan(spans: ReadonlyArray<Span & { node: number }>): Array<{ frame: ReadFrame; node: number }> {
    const { defaults, turnaroundMs, registersPerRead, readAcrossGaps } = this.link;
    const line = { baud: defaults.baud, bitsPerCharacter: 11, turnaroundMs };
    const limits = {
      registersPerRead: Math.min(registersPerRead, registersInTime(line)),
      readAcrossGaps,
      frameCost: frameCost(line),
    };
    const nodes = [...new Set(spans.map((each) => each.node))];
    return nodes.flatMap((node) =>
      planReads(
        spans.filter((each) => each.node === node),
        limits,
      ).map((frame) => ({ frame, node })),
    );
  }

  decodeSpan(
    frame: ReadFrame,
    span: Span,
    registers: Uint16Array,
    { type, wordOrder }: Pick<Parameter, "type" | "wordOrder">,
  ): RawValue {
    const at = span.address - frame.address;
    return decodeRegisters(
      type,
      registers.subarray(at, at + span.registers),
      wordOrder ?? this.link.wordOrder,
    );
  }
}
