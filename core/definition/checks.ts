import { checkRange } from "@/core/value";
import type { Definition } from "./definition";
import type { DefinitionFault } from "./fault";
import { parameterFor } from "./for-rating";
import type { GroupSpec, ParameterSpec } from "./model";

/** What the shape of the file cannot say: duplicates, overlaps, defaults outside their range, names that lead nowhere. */
export function checkDefinition(definition: Definition): DefinitionFault[] {
  const specs = listSpecs(definition.file.groups, "groups");
  return [
    ...duplicates(specs),
    ...overlaps(definition),
    ...specs.flatMap(({ spec, path }) => limits(definition, spec, path)),
    ...ratings(definition),
    ...references(definition),
  ];
}

interface Located {
  spec: ParameterSpec;
  path: string;
}

function listSpecs(groups: GroupSpec[], path: string): Located[] {
  return groups.flatMap((group, i) => [
    ...(group.parameters ?? []).map((spec, k) => ({ spec, path: `${path}[${i}].parameters[${k}] (${spec.code})` })),
    ...listSpecs(group.groups ?? [], `${path}[${i}].groups`),
  ]);
}

function duplicates(specs: Located[]): DefinitionFault[] {
  const seen = new Map<string, string>();
  const faults: DefinitionFault[] = [];
  for (const { spec, path } of specs) {
    const first = seen.get(spec.code);
    if (first) {
      faults.push({ path, found: `the code ${spec.code} again`, expected: "each code once", remedy: `It stands first at ${first}. Rename or remove one.` });
    } else seen.set(spec.code, path);
  }
  return faults;
}

function overlaps(definition: Definition): DefinitionFault[] {
  const sorted = [...definition.parameters].sort((a, b) => a.address - b.address);
  const faults: DefinitionFault[] = [];
  for (let i = 1; i < sorted.length; i++) {
    const before = sorted[i - 1]!;
    const after = sorted[i]!;
    if (before.address + before.registers > after.address) {
      faults.push({
        path: `${after.code}.address`,
        found: `register ${after.address}, which ${before.code} also uses (${before.address} to ${before.address + before.registers - 1})`,
        expected: "registers of its own",
        remedy: `Check the address and type of both; a 32-bit value takes two registers.`,
      });
    }
  }
  return faults;
}

function limits(definition: Definition, spec: ParameterSpec, path: string): DefinitionFault[] {
  const parameter = definition.byCode.get(spec.code)!;
  const faults: DefinitionFault[] = [];
  for (const key of ["min", "max", "step"] as const) {
    const built = { min: parameter.rawMin, max: parameter.rawMax, step: parameter.rawStep }[key];
    if (spec[key] !== undefined && built === undefined) {
      faults.push({ path: `${path}.${key}`, found: String(spec[key]), expected: `a value of type ${spec.type} in steps of ${spec.scale ?? 1}`, remedy: "Correct the value, the type or the scale." });
    }
  }
  if (spec.min !== undefined && spec.max !== undefined && spec.min > spec.max) {
    faults.push({ path, found: `min ${spec.min} above max ${spec.max}`, expected: "min at or below max", remedy: "Swap or correct them." });
  }
  if (spec.default === undefined) return faults;
  if (parameter.rawDefault === undefined) {
    faults.push({ path: `${path}.default`, found: String(spec.default), expected: `a value of type ${spec.type} in steps of ${spec.scale ?? 1}`, remedy: "Correct the default, the type or the scale." });
    return faults;
  }
  const outside = checkRange(parameter, parameter.rawDefault);
  if (outside) faults.push({ path: `${path}.default`, found: String(spec.default), expected: outside.replace(/\.$/, ""), remedy: "Correct the default or the range." });
  return faults;
}

function ratings(definition: Definition): DefinitionFault[] {
  const faults: DefinitionFault[] = [];
  definition.file.ratings.forEach((rating, i) => {
    for (const code of new Set([...Object.keys(rating.defaults ?? {}), ...Object.keys(rating.limits ?? {})])) {
      const path = `ratings[${i}] (${rating.id}) ${code}`;
      const parameter = definition.byCode.get(code);
      if (!parameter) {
        faults.push({ path, found: "a code that no group has", expected: "a parameter of this definition", remedy: "Correct the code or remove it." });
        continue;
      }
      const adjusted = parameterFor(definition, parameter, rating.id);
      const outside = adjusted.rawDefault === undefined ? "a default that fits type and scale" : checkRange(adjusted, adjusted.rawDefault);
      if (outside) faults.push({ path, found: String(rating.defaults?.[code] ?? "the family's default"), expected: outside.replace(/\.$/, ""), remedy: "Correct the default or the limits of this rating." });
    }
  });
  return faults;
}

function references(definition: Definition): DefinitionFault[] {
  const named = [
    ...definition.file.rules.flatMap((rule, i) => [{ path: `rules[${i}].lower`, code: rule.lower }, { path: `rules[${i}].upper`, code: rule.upper }]),
    ...(["linkTimeoutCode", "addressCode"] as const).flatMap((key) => {
      const code = definition.file.modbus[key];
      return code ? [{ path: `modbus.${key}`, code }] : [];
    }),
    ...Object.entries(definition.file.quantities ?? {}).map(([quantity, code]) => ({ path: `quantities.${quantity}`, code })),
  ];
  const faults: DefinitionFault[] = named
    .filter(({ code }) => !definition.byCode.has(code))
    .map(({ path, code }) => ({ path, found: code, expected: "the code of a parameter of this definition", remedy: "Correct the code." }));
  for (const field of ["family", "serial"] as const) {
    if (!definition.file.identity.some((each) => each.field === field)) {
      faults.push({ path: "identity", found: `no field "${field}"`, expected: `how the drive tells its ${field}`, remedy: "Add the register that holds it." });
    }
  }
  return faults;
}
