import { addressOf, type Command, type Definition } from "@/core/definition";
import type { SdoQuestion } from "@/core/protocol/canopen";
import type { Clock } from "@/core/protocol/channel";
import type { Parameter, RawValue } from "@/core/value";
import { HANDED, place, SdoItemReader, type SdoAsker } from "./canopen-items";
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

/** A drive whose objects are read and written one by one (CiA 301, SDO access). */
export class CanopenDriveSession implements DriveSession {
  private readonly items: SdoItemReader;

  constructor(
    readonly definition: Definition,
    private readonly asker: SdoAsker,
    private readonly clock: Clock,
  ) {
    this.items = new SdoItemReader(asker, clock, definition.slowestAnswerMs);
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
    const ask = (from: number): Promise<ItemOutcome[]> =>
      Promise.all(parameters.slice(from, from + HANDED).map((each) => this.items.readOne(each)));
    // The next batch is handed over before the one before is answered, so that the gateway never waits for us.
    let next = ask(0);
    for (let from = 0; from < parameters.length; from += HANDED) {
      const batch = parameters.slice(from, from + HANDED);
      const asked = next;
      if (!signal?.aborted) next = ask(from + HANDED);
      const answers = await asked;
      if (signal?.aborted)
        return bad({
          kind: "stopped",
          text: "The reading was stopped.",
          remedy: "Go on when you are ready; what was read is kept.",
        });
      const step: ReadStep = {
        values: new Map(),
        refused: [],
        share: Math.min(from + HANDED, parameters.length) / parameters.length,
      };
      for (const [i, answer] of answers.entries()) {
        if (answer.kind === "value") step.values.set(batch[i]!.code, answer.raw);
        else if (answer.kind === "refused" && !answer.refusal.kind.startsWith("gateway"))
          step.refused.push({ code: batch[i]!.code, refusal: answer.refusal });
        else return bad(troubleOf(answer));
      }
      await onStep(step);
    }
    return good(undefined);
  }

  async write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome> {
    const outcome = await this.asker.ask(
      { kind: "write", ...place(parameter.address), type: parameter.type, raw },
      this.definition.slowestAnswerMs,
      parameter.node,
    );
    return writeOutcomeOf(outcome);
  }

  async writeBlock(address: number, bytes: Uint8Array, longestMs: number): Promise<WriteOutcome> {
    return writeOutcomeOf(
      await this.asker.ask(
        { kind: "write", ...place(address), type: "octets", raw: digitsOf(bytes), domain: true },
        this.blockMs(bytes.length) + longestMs,
      ),
    );
  }

  async readBlock(address: number, longestMs: number): Promise<Result<Uint8Array>> {
    const outcome = await this.asker.ask(
      { kind: "read", ...place(address), type: "octets", domain: true },
      this.blockMs(0) + longestMs,
    );
    if (outcome.kind === "value") return good(bytesOf(String(outcome.raw)));
    return bad(
      troubleOf(
        outcome.kind === "written"
          ? { kind: "rubbish", reason: "The answer does not fit the question.", noise: "no-fit" }
          : outcome,
      ),
    );
  }

  /** A segment of seven bytes and its answer take a few milliseconds on the slowest usual bus (CiA 301, SDO download segment). */
  private blockMs(bytes: number): number {
    return this.definition.slowestAnswerMs + Math.ceil(bytes / 7) * 5;
  }

  async command(command: Command): Promise<WriteOutcome> {
    const question: SdoQuestion = {
      kind: "write",
      ...place(addressOf(command.address)),
      type: command.type ?? "u16",
      raw: command.value,
    };
    return awaitDone(
      this,
      this.clock,
      command,
      writeOutcomeOf(await this.asker.ask(question, this.definition.slowestAnswerMs + command.longestMs)),
    );
  }
}

const digitsOf = (bytes: Uint8Array): string =>
  Array.from(bytes, (each) => each.toString(16).padStart(2, "0"))
    .join("")
    .toUpperCase();

const bytesOf = (digits: string): Uint8Array =>
  Uint8Array.from(digits.match(/../g) ?? [], (pair) => parseInt(pair, 16));
