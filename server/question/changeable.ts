import { mappedCode, type Definition } from "@/core/definition";
import { parameterAt, placesOf } from "@/core/quantity";
import type { Condition } from "@/core/question";

/** A parameter that a question was about, in one family: it can be changed at those positions in one go. */
export interface Changeable {
  definition: string;
  family: string;
  code: string;
  name: string;
  /** At how many positions; some of them. */
  at: number;
  positions: Array<{ tag: string; title: string; text: string }>;
}

/** What could be changed at the positions that were found: of each family that parameter of the question which is the only one of its code. */
export function changesOf(
  conditions: readonly Condition[],
  lines: ReadonlyArray<{ tag: string; title: string; cells: string[] }>,
  definitionAt: (tag: string) => Definition | undefined,
): Changeable[] {
  const found = new Map<string, Changeable>();
  conditions.forEach((condition, i) => {
    if (condition.about !== "code" && condition.about !== "quantity") return;
    for (const { tag, title, cells } of lines) {
      const definition = definitionAt(tag);
      if (!definition || placesOf(definition).length > 1) continue;
      const code =
        condition.about === "code"
          ? condition.code
          : mappedCode(definition.file.quantities?.[condition.quantity]);
      const parameter = code === undefined ? undefined : parameterAt(definition, code, { axis: 0, set: 0 });
      if (!parameter || parameter.readOnly) continue;
      const key = `${definition.id} ${parameter.code}`;
      const known = found.get(key) ?? {
        definition: definition.id,
        family: definition.title,
        code: parameter.code,
        name: parameter.name,
        at: 0,
        positions: [],
      };
      known.at += 1;
      known.positions.push({ tag, title, text: cells[i]! });
      found.set(key, known);
    }
  });
  return [...found.values()];
}
