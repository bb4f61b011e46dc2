import type { Item, ItemOutcome, ItemReader } from "./session";

/** Looks at each item once, whoever asks again: while it is found out which of several families answers. `memory` holds what was answered. */
export function askedOnce(reader: ItemReader, memory: Map<string, ItemOutcome>): ItemReader {
  return {
    async readItems(items) {
      const unknown = items.filter((each) => !memory.has(keyOf(each)));
      if (unknown.length > 0)
        for (const [i, outcome] of (await reader.readItems(unknown)).entries())
          memory.set(keyOf(unknown[i]!), outcome);
      return items.map((each) => memory.get(keyOf(each))!);
    },
  };
}

function keyOf({ address, type, length, node }: Item): string {
  return [address, type, length, node].join("/");
}
