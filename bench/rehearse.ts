import { definitionFor, type Definition } from "@/core/definition";
import { rehearse, VirtualClock, type RehearsalWay } from "@/core/rehearse";
import { USUAL_CHOICES } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { NEVER_WRITTEN, type RawValue } from "@/core/value";
import type { Figure } from "./measure";

/** As many values as somebody has set otherwise than the factory, in a drive that does some work. */
const MOST_SET = 60;

/** A whole restore of each family rehearsed in memory, beside what it takes on the real line. */
export async function measureRehearsing(
  kinds: ReadonlyArray<{
    family: Definition;
    rating: string;
    firmware: string;
    axes?: number;
    way: RehearsalWay;
  }>,
): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const { family, rating, firmware, axes, way } of kinds) {
    const definition = definitionFor(family, { firmware, axes: axes ?? 1, options: [] });
    const live = valuesByCode(factorySet(definition, rating));
    const recorded = new Map<string, RawValue>(live);
    const set = definition.parameters
      .filter(
        (each) => each.choices && each.choices.length > 1 && !each.readOnly && !NEVER_WRITTEN.has(each.kind),
      )
      .slice(0, MOST_SET);
    for (const { code, choices, rawDefault } of set)
      recorded.set(code, choices!.find((each) => each.value !== Number(rawDefault))!.value);
    const drive = {
      vendor: "",
      family: family.title,
      definitionId: family.id,
      rating,
      ratingName: rating,
      supply: "",
      firmware,
      serial: "BENCH",
      axes,
    };
    const startedAt = performance.now();
    const done = await rehearse(
      { family, drive, live, recorded, choices: USUAL_CHOICES, way },
      new VirtualClock((work) => setImmediate(work)),
    );
    const took = performance.now() - startedAt;
    if (!done.ok) throw new Error(done.trouble.text);
    const { ms, results } = done.value;
    const line = (ms.read + ms.write + ms.lookAgain + ms.permanent + ms.verify) / 1000;
    figures.push({
      what: `Rehearsing a restore, ${family.title}, ${results.length} writes, ${definition.parameters.length} parameters`,
      value: took / 1000,
      unit: "s",
      limit:
        way.framing === "gateway"
          ? "what the bus takes is not told"
          : `the real line takes ${line.toFixed(1)} s`,
    });
  }
  return figures;
}
