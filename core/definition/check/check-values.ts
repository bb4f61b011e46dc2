/** Parameters as they are laid out: limits, defaults and ratings, registers that overlap. */
import { checkRange, NEVER_WRITTEN, type Parameter } from "@/core/value";
import { objectText } from "../address";
import type { Definition } from "../definition";
import type { DefinitionFault } from "../fault";
import type { ParameterSpec } from "../file";
import { parameterFor } from "../for-rating";
import { rawOf } from "../raw-of";
import { listSpecs } from "./check-specs";

export function limits(
  parameter: Parameter | undefined,
  spec: ParameterSpec,
  path: string,
): DefinitionFault[] {
  if (!parameter) return [];
  const faults: DefinitionFault[] = [];
  for (const key of ["min", "max", "step"] as const) {
    const built = { min: parameter.rawMin, max: parameter.rawMax, step: parameter.rawStep }[key];
    if (spec[key] !== undefined && built === undefined) {
      faults.push({
        path: `${path}.${key}`,
        found: String(spec[key]),
        expected: `a value of type ${spec.type} in steps of ${spec.scale ?? 1}`,
        remedy: "Correct the value, the type or the scale.",
      });
    }
  }
  if (spec.min !== undefined && spec.max !== undefined && spec.min > spec.max) {
    faults.push({
      path,
      found: `min ${spec.min} above max ${spec.max}`,
      expected: "min at or below max",
      remedy: "Swap or correct them.",
    });
  }
  if (spec.default === undefined) return faults;
  if (parameter.rawDefault === undefined) {
    faults.push({
      path: `${path}.default`,
      found: String(spec.default),
      expected: `a value of type ${spec.type} in steps of ${spec.scale ?? 1}`,
      remedy: "Correct the default, the type or the scale.",
    });
    return faults;
  }
  const outside = checkRange(parameter, parameter.rawDefault);
  if (outside)
    faults.push({
      path: `${path}.default`,
      found: String(spec.default),
      expected: outside.replace(/\.$/, ""),
      remedy: "Correct the default or the range.",
    });
  return faults;
}

/** Values of presets that their parameters cannot hold, or that nothing ever writes. */
export function presets(definition: Definition, byBase: ReadonlyMap<string, Parameter>): DefinitionFault[] {
  return (definition.file.presets ?? []).flatMap(({ values }, i) =>
    Object.entries(values).flatMap(([code, physical]): DefinitionFault[] => {
      const parameter = byBase.get(code);
      if (!parameter) return [];
      const fault = { path: `presets[${i}] ${code}`, found: String(physical) };
      if (parameter.readOnly || NEVER_WRITTEN.has(parameter.kind))
        return [
          { ...fault, expected: "a setting that can be written", remedy: "Take it out of the preset." },
        ];
      const raw = rawOf(parameter, physical);
      const outside = raw === undefined ? `a value of type ${parameter.type}` : checkRange(parameter, raw);
      if (outside === undefined) return [];
      return [{ ...fault, expected: outside.replace(/\.$/, ""), remedy: "Correct the value." }];
    }),
  );
}

export function ratings(definition: Definition, byBase: ReadonlyMap<string, Parameter>): DefinitionFault[] {
  const faults: DefinitionFault[] = [];
  const names = new Set(listSpecs(definition.file.groups, "").map(({ spec }) => spec.code));
  definition.file.ratings.forEach((rating, i) => {
    for (const code of new Set([
      ...Object.keys(rating.defaults ?? {}),
      ...Object.keys(rating.limits ?? {}),
    ])) {
      const path = `ratings[${i}] (${rating.id}) ${code}`;
      const parameter = byBase.get(code);
      if (!parameter && names.has(code)) continue;
      if (!parameter) {
        faults.push({
          path,
          found: "a code that no group has",
          expected: "a parameter of this definition",
          remedy: "Correct the code or remove it.",
        });
        continue;
      }
      const adjusted = parameterFor(definition, parameter, rating.id);
      const outside =
        adjusted.rawDefault === undefined
          ? "a default that fits type and scale"
          : checkRange(adjusted, adjusted.rawDefault);
      if (outside)
        faults.push({
          path,
          found: String(rating.defaults?.[code] ?? "the family's default"),
          expected: outside.replace(/\.$/, ""),
          remedy: "Correct the default or the limits of this rating.",
        });
    }
  });
  return faults;
}

export function overlaps(definition: Definition): DefinitionFault[] {
  const sorted = [...definition.parameters].sort((a, b) => a.node - b.node || a.address - b.address);
  const faults: DefinitionFault[] = [];
  for (let i = 1; i < sorted.length; i++) {
    const before = sorted[i - 1]!;
    const after = sorted[i]!;
    if (before.node === after.node && before.address + before.registers > after.address) {
      faults.push({
        path: `${after.code}.address`,
        found:
          definition.protocol === "canopen"
            ? `the object ${objectText(after.address)}, which ${before.code} also uses`
            : `register ${after.address}, which ${before.code} also uses (${before.address} to ${before.address + before.registers - 1})`,
        expected: definition.protocol === "canopen" ? "an object of its own" : "registers of its own",
        remedy: `Check the address and type of both; a 32-bit value takes two registers.`,
      });
    }
  }
  return faults;
}
