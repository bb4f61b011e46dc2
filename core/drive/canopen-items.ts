import type { SdoOutcome, SdoQuestion } from "@/core/protocol/canopen";
import type { Clock } from "@/core/protocol/channel";
import type { Failure } from "@/core/protocol/outcome";
import { askPatiently, type Asker } from "./asker";
import type { Item, ItemOutcome, ItemReader } from "./session";

export type SdoAsker = Asker<SdoQuestion, SdoOutcome>;

/** Questions handed to the link at once; the link decides how many of them are under way. */
export const HANDED = 16;

/** How long a node of which nothing is known may take, in ms. */
export const CAUTIOUS_SDO_MS = 1000;

/** Reads objects that need not be parameters, of a node that need not be known (CiA 301, SDO upload). */
export class SdoItemReader implements ItemReader {
  constructor(
    private readonly asker: SdoAsker,
    private readonly clock: Clock,
    private readonly slowestAnswerMs: number,
  ) {}

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

  async readOne({ address, type, node }: Item): Promise<ItemOutcome> {
    const outcome = await askPatiently(
      this.asker,
      this.clock,
      { kind: "read", ...place(address), type },
      this.slowestAnswerMs,
      node ?? 0,
    );
    return outcome.kind === "written"
      ? { kind: "rubbish", reason: "The answer does not fit the question.", noise: "no-fit" }
      : outcome;
  }
}

/** Index and sub-index of an object's address. */
export function place(address: number): { index: number; sub: number } {
  return { index: Math.floor(address / 256), sub: address & 0xff };
}
