import type { Definition } from "@/core/definition";
import { NOT_SETTINGS } from "@/core/value";
import type { MappingFile } from "./mapping";

/**
 * What is wrong with a mapping between two definitions, in words: a code that is gone, a parameter that is mapped twice on one side (two sources for one target), a choice that one has not got,
 * a row of another width, a setting of either side that is neither mapped nor named as having no counterpart. Empty when it is complete.
 */
export function checkMapping(mapping: MappingFile, from: Definition, to: Definition): string[] {
  const faults: string[] = [];
  const { lines, tables = [], onlyFrom = [], onlyTo = [] } = mapping;
  const sides = [
    {
      definition: from,
      codes: [
        ...lines.map((each) => each.from),
        ...tables.flatMap((each) => each.from),
        ...onlyFrom.flatMap((each) => each.codes),
      ],
    },
    {
      definition: to,
      codes: [
        ...lines.flatMap((each) => each.bits ?? [each.to ?? []].flat()),
        ...tables.flatMap((each) => each.to),
        ...onlyTo.flatMap((each) => each.codes),
      ],
    },
  ];
  if (mapping.from !== from.id || mapping.to !== to.id)
    faults.push(`It is of ${mapping.from} and ${mapping.to}, not of ${from.id} and ${to.id}.`);
  for (const { definition, codes } of sides) {
    const bases = new Map(definition.parameters.map((each) => [each.base, each]));
    const seen = new Set<string>();
    for (const code of codes) {
      if (!bases.has(code)) faults.push(`${definition.title} has no ${code}.`);
      if (seen.has(code)) faults.push(`${code} of ${definition.title} stands in it twice.`);
      seen.add(code);
    }
    for (const [code, { kind, name }] of bases)
      if (!NOT_SETTINGS.has(kind) && !seen.has(code))
        faults.push(
          `${code} ${name} of ${definition.title} is neither mapped nor named as having no counterpart.`,
        );
  }
  for (const line of lines) {
    const targets = line.bits ?? [line.to ?? []].flat();
    if (targets.length === 0) faults.push(`${line.from} is mapped to nothing.`);
    if (!Array.isArray(line.choices)) continue;
    const own = from.byCode.get(line.from)?.choices?.map((each) => each.value) ?? [];
    const theirs = to.byCode.get(targets[0] ?? "")?.choices?.map((each) => each.value) ?? [];
    for (const [a, b] of line.choices) {
      if (!own.includes(a)) faults.push(`${line.from} has no choice ${a}.`);
      if (!theirs.includes(b)) faults.push(`${targets[0]} has no choice ${b}.`);
    }
  }
  for (const table of tables)
    for (const row of table.rows)
      if (row.from.length !== table.from.length || row.to.length !== table.to.length)
        faults.push(
          `A row of ${table.from.join(", ")} → ${table.to.join(", ")} has another width than its columns.`,
        );
  return faults;
}
