import { carryOver } from "@/core/carry-over";
import type { Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { readMappings } from "@/families/read";
import { medianMs, type Figure } from "./measure";

/** Carrying a set over: to a successor by its mapping, and to another family by common quantities. */
export async function measureCarryingOver(
  rill: Definition,
  runnel: Definition,
  hollin: Definition,
): Promise<Figure[]> {
  const mapping = readMappings()[0];
  const source = {
    definition: rill,
    rating: "R-030",
    values: valuesByCode(factorySet(rill, "R-030")),
  };
  const measure = (definition: Definition): Promise<number> =>
    medianMs(40, () =>
      carryOver({ source, target: { definition, rating: definition.file.ratings[0]!.id }, mapping }),
    );
  const both = (definition: Definition): number => rill.parameters.length + definition.parameters.length;
  return [
    {
      what: `Carrying over to a successor, ${both(runnel)} parameters of either side, core`,
      value: await measure(runnel),
      unit: "ms",
      limit: "16 ms, one frame, for 500",
    },
    {
      what: `Carrying over by common quantities, ${both(hollin)} parameters, core`,
      value: await measure(hollin),
      unit: "ms",
    },
  ];
}
