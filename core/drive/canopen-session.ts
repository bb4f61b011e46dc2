import { addressOf, type Command, type Definition } from "@/core/definition";
import type { SdoOutcome, SdoQuestion } from "@/core/protocol/canopen";
import type { Clock } from "@/core/protocol/channel";
import type { Failure } from "@/core/protocol/outcome";
import type { Parameter, RawValue } from "@/core/value";
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

export type SdoAsker = Asker<SdoQuestion, SdoOutcome>;

/** Questions handed to the link at once; the link decides how many of them are under way. */
const HANDED = 16;

/** A drive whose objects are read and written one by one (CiA 301, SDO access). */
export class CanopenDriveSession implements DriveSession {
  constructor(
    readonly definition: Definition,
    private readonly asker: SdoAsker,
    private readonly clock: Clock,
  ) {}

  identify(): Promise<Result<DriveIdentity>> {
    return readIdentity(this);
  }

  readState(): Promise<Result<DriveState>> {
    return readDriveState(this);
  }

  async readItems(items: readonly Item[]): Promise<ItemOutcome[]> {
    const outcomes: ItemOutcome[] = [];
    let failed: Failure | undefined;
    for (let from = 0; from < items.length; from += HANDED) {
      const answers = failed
        ? undefined
        : await Promise.all(items.slice(from, from + HANDED).map((each) => this.readOne(each)));
      for (let i = from; i < Math.min(from + HANDED, items.length); i++)
        outcomes[i] = answers?.[i - from] ?? failed!;
      failed ??= answers?.find(
        (each): each is Failure => each.kind === "silent" || each.kind === "lost" || each.kind === "rubbish",
      );
    }
    return outcomes;
  }

  async read(
    parameters: readonly Parameter[],
    onStep: (step: ReadStep) => void | Promise<void>,
    signal?: AbortSignal,
  ): Promise<Result<void>> {
    const ask = (from: number): Promise<ItemOutcome[]> =>
      Promise.all(parameters.slice(from, from + HANDED).map((each) => this.readOne(each)));
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

  private async readOne({ address, type, node }: Item): Promise<ItemOutcome> {
    const outcome = await askPatiently(
      this.asker,
      this.clock,
      { kind: "read", ...place(address), type },
      this.definition.slowestAnswerMs,
      node ?? 0,
    );
    return outcome.kind === "written"
      ? { kind: "rubbish", reason: "The answer does not fit the question.", noise: "no-fit" }
      : outcome;
  }
}

function place(address: number): { index: number; sub: number } {
  return { index: Math.floor(address / 256), sub: address & 0xff };
}
