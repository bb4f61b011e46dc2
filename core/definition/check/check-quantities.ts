/** Common quantities: whether what is mapped can be what the quantity is. */
import { unitFactor, type Parameter } from "@/core/value";
import type { Definition } from "../definition";
import type { DefinitionFault } from "../fault";
import { quantityOf, QUANTITIES } from "../quantities";

/** Faults of the mappings whose parameters there are with this firmware. Input: parameters by their code in the file. */
export function quantities(
  definition: Definition,
  byBase: ReadonlyMap<string, Parameter>,
): DefinitionFault[] {
  const faults: DefinitionFault[] = [];
  for (const quantity of QUANTITIES) {
    const spec = definition.file.quantities?.[quantity];
    if (spec === undefined || (typeof spec === "object" && "none" in spec)) continue;
    const mapped = typeof spec === "string" ? { code: spec } : spec;
    const parameter = byBase.get(mapped.code);
    if (!parameter) continue;
    const { unit, words } = quantityOf(quantity);
    const path = `quantities.${quantity}`;
    const given = [...Object.values(mapped.choices ?? {}), ...(mapped.otherwise ? [mapped.otherwise] : [])];
    for (const word of given)
      if (!words || !Object.hasOwn(words, word))
        faults.push({
          path,
          found: word,
          expected: words ? `one of ${Object.keys(words).join(", ")}` : "a number, not a word",
          remedy: words ? "Take the word that means the same." : 'Remove "choices".',
        });
    if (words && given.length === 0)
      faults.push({
        path,
        found: `${mapped.code} without words`,
        expected: `"choices" with words of ${Object.keys(words).join(", ")}`,
        remedy: "Say which choice means what.",
      });
    for (const choice of Object.keys(mapped.choices ?? {}))
      if (parameter.choices && !parameter.choices.some((each) => String(each.value) === choice))
        faults.push({
          path: `${path}.choices`,
          found: choice,
          expected: `a choice of ${mapped.code}`,
          remedy: "Correct the number.",
        });
    const own = mapped.polePairs !== undefined && unit === "rpm" ? "Hz" : unit;
    if (!words && (parameter.unit ?? "") !== (own ?? "") && !unitFactor(parameter.unit ?? "", own ?? ""))
      faults.push({
        path,
        found: parameter.unit ?? "no unit",
        expected: `a unit that measures the same as ${own ?? "a bare number"}`,
        remedy: 'Name a parameter of that quantity, or say { "none": why }.',
      });
  }
  return faults;
}
