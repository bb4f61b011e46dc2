/** What is wrong with a definition file. */
import type { DefinitionFault } from "../fault";
import type { DefinitionFile, ParameterSpec } from "../file";
import { firmwareFits } from "../firmware";
import { layOut, listFirmware } from "../layout";
import { quantities } from "./check-quantities";
import { addresses, duplicates, listSpecs, writable } from "./check-specs";
import { references, structure } from "./check-structure";
import { limits, overlaps, presets, ratings } from "./check-values";

/**
 * What the shape of the file cannot say: duplicates, overlaps, defaults outside their range, names that lead nowhere, addresses of the
 * other protocol. Each firmware version at which something changes is looked at with everything fitted.
 */
export function checkDefinition(file: DefinitionFile): DefinitionFault[] {
  const specs = listSpecs(file.groups, "groups");
  const everything = { axes: file.axes?.most ?? 1, options: (file.options ?? []).map((each) => each.id) };
  const faults = new Map<string, DefinitionFault>();
  for (const fault of [
    ...duplicates(specs),
    ...addresses(file, specs),
    ...structure(file),
    ...writable(file, specs),
  ])
    faults.set(JSON.stringify(fault), fault);
  // Whatever would be laid out on wrong ground is not looked at further.
  if (faults.size > 0) return [...faults.values()];
  const seen = new Set<string>();
  for (const firmware of listFirmware(file)) {
    const definition = layOut(file, { firmware, ...everything });
    const holding = specs.filter(({ spec }) => firmwareFits(firmware, spec.firmware));
    const fresh = holding.filter(({ path }) => !seen.has(path));
    for (const { path } of fresh) seen.add(path);
    const byBase = new Map(definition.parameters.map((each) => [each.base, each]));
    const found = [
      ...overlaps(definition),
      ...fresh.flatMap(({ spec, path }) => limits(byBase.get(spec.code), spec, path)),
      ...ratings(definition, byBase),
      ...presets(definition, byBase),
      ...quantities(definition, byBase),
    ];
    for (const fault of found) faults.set(JSON.stringify(fault), fault);
  }
  for (const fault of references(file, new Set(specs.map(({ spec }) => spec.code))))
    faults.set(JSON.stringify(fault), fault);
  return [...faults.values()];
}

/** What is wrong with a parameter by itself: limits and default against type, scale and each other. `file` says which protocol it belongs to. */
export function checkParameter(file: DefinitionFile, spec: ParameterSpec): DefinitionFault[] {
  const definition = layOut(
    { ...file, groups: [{ id: "P", title: "P", parameters: [spec] }], rules: [] },
    { firmware: file.firmware.from, axes: 1, options: [] },
  );
  return limits(definition.parameters[0], spec, spec.code);
}
