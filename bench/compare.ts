import { compareColumns, type Column } from "@/core/compare";
import { loadDefinition, type Definition, type DefinitionFile } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { medianMs, type Figure } from "./measure";

/** A definition with as many parameters as wanted, made from a real one: for measuring only. */
export function widened(base: Definition, count: number): Definition {
  const file = JSON.parse(JSON.stringify(base.file)) as DefinitionFile;
  file.groups = Array.from({ length: Math.ceil(count / 50) }, (_, g) => ({
    id: `W${g}`,
    title: `Group ${g}`,
    parameters: Array.from({ length: Math.min(50, count - g * 50) }, (_, i) => ({
      code: `W${g * 50 + i}`,
      name: `Parameter number ${g * 50 + i} of many`,
      address: 4096 + g * 50 + i,
      type: "u16" as const,
      scale: 0.01,
      unit: "s",
      min: 0,
      max: 600,
      default: 5,
    })),
  }));
  file.rules = [];
  delete file.quantities;
  delete file.terminals;
  delete file.externalTrip;
  delete file.essentials;
  delete file.presets;
  delete file.startsByItself;
  delete file.couplings;
  delete file.locks;
  delete file.modbus!.linkTimeoutCode;
  delete file.modbus!.line;
  delete file.modbus!.addressCode;
  for (const rating of file.ratings) {
    delete rating.defaults;
    delete rating.limits;
  }
  return loadDefinition(JSON.stringify(file), "widened");
}

/** Comparing two sets of 1,000 and of 10,000 parameters, one in twenty different; and six of 5,000. */
export async function measureComparing(base: Definition): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const count of [1000, 10_000]) {
    const definition = widened(base, count);
    const left = valuesByCode(factorySet(definition, undefined));
    const right = new Map([...left].map(([code, raw], i) => [code, i % 20 === 0 ? Number(raw) + 1 : raw]));
    const columns: Column[] = [
      { id: "l", title: "l", source: "record", values: left },
      { id: "r", title: "r", source: "record", values: right },
    ];
    const ms = await medianMs(60, () => compareColumns(definition, columns));
    figures.push({
      what: `Comparing two sets of ${count.toLocaleString("en")} parameters`,
      value: ms,
      unit: "ms",
      limit: count === 10_000 ? "one frame is 16 ms" : undefined,
    });
  }
  const definition = widened(base, 5000);
  const values = valuesByCode(factorySet(definition, undefined));
  const six = Array.from({ length: 6 }, (_, i): Column => ({
    id: String(i),
    title: String(i),
    source: "record",
    values: new Map([...values].map(([code, raw], k) => [code, k % 20 === i ? Number(raw) + 1 : raw])),
  }));
  figures.push({
    what: "Comparing six columns of 5,000 parameters",
    value: await medianMs(60, () => compareColumns(definition, six)),
    unit: "ms",
    limit: "aim 16 ms",
  });
  return figures;
}
