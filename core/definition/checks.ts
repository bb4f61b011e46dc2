import { checkRange, type Parameter } from "@/core/value";
import { objectText } from "./address";
import type { Definition } from "./definition";
import type { DefinitionFault } from "./fault";
import type { Address, DefinitionFile, GroupSpec, ParameterSpec } from "./file";
import { compareFirmware, firmwareFits } from "./firmware";
import { parameterFor } from "./for-rating";
import { layOut, listFirmware } from "./layout";

/**
 * What the shape of the file cannot say: duplicates, overlaps, defaults outside their range, names that lead nowhere, addresses of the
 * other protocol. Each firmware version at which something changes is looked at with everything fitted.
 */
export function checkDefinition(file: DefinitionFile): DefinitionFault[] {
  const specs = listSpecs(file.groups, "groups");
  const everything = { axes: file.axes?.most ?? 1, options: (file.options ?? []).map((each) => each.id) };
  const faults = new Map<string, DefinitionFault>();
  for (const fault of [...duplicates(specs), ...addresses(file, specs), ...structure(file)])
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

interface Located {
  spec: ParameterSpec;
  path: string;
}

function listSpecs(groups: GroupSpec[], path: string): Located[] {
  return groups.flatMap((group, i) => [
    ...(group.parameters ?? []).map((spec, k) => ({
      spec,
      path: `${path}[${i}].parameters[${k}] (${spec.code})`,
    })),
    ...listSpecs(group.groups ?? [], `${path}[${i}].groups`),
  ]);
}

/** A code may stand again only for firmware that its other places leave out. */
function duplicates(specs: Located[]): DefinitionFault[] {
  const byCode = new Map<string, Located[]>();
  const faults: DefinitionFault[] = [];
  for (const each of specs) {
    const before = byCode.get(each.spec.code) ?? [];
    const rival = before.find((other) => rangesMeet(other.spec, each.spec));
    if (rival) {
      faults.push({
        path: each.path,
        found: `the code ${each.spec.code} again`,
        expected: "each code once for a firmware version",
        remedy: `It stands first at ${rival.path}. Rename or remove one, or give both firmware ranges that do not meet.`,
      });
    }
    byCode.set(each.spec.code, [...before, each]);
  }
  return faults;
}

function rangesMeet(a: ParameterSpec, b: ParameterSpec): boolean {
  const endsBefore = (x: ParameterSpec, y: ParameterSpec): boolean =>
    x.firmware?.below !== undefined &&
    y.firmware?.from !== undefined &&
    compareFirmware(x.firmware.below, y.firmware.from) <= 0;
  return !endsBefore(a, b) && !endsBefore(b, a);
}

function addresses(file: DefinitionFile, specs: Located[]): DefinitionFault[] {
  const wanted = file.canopen ? "string" : "number";
  const named: Array<{ path: string; address: Address | undefined }> = [
    ...specs.map(({ spec, path }) => ({ path: `${path}.address`, address: spec.address })),
    ...file.identity.map((each, i) => ({ path: `identity[${i}].address`, address: each.address })),
    ...(
      [
        "running",
        "tripped",
        "tripNumber",
        "warnings",
        "volatile",
        "controlOnly",
        "reducedSupply",
        "memoryCard",
      ] as const
    ).map((key) => ({ path: `state.${key}.address`, address: file.state[key]?.address })),
    ...(["makePermanent", "restart", "factoryReset"] as const).map((key) => ({
      path: `${key}.address`,
      address: file[key]?.address,
    })),
  ];
  return named
    .filter(({ address }) => address !== undefined && typeof address !== wanted)
    .map(({ path, address }) => ({
      path,
      found: JSON.stringify(address),
      expected: file.canopen ? 'an object such as "6083.00"' : "a register number",
      remedy: "A definition speaks one protocol; correct the address, or the protocol.",
    }));
}

function structure(file: DefinitionFile): DefinitionFault[] {
  const faults: DefinitionFault[] = [];
  const visit = (group: GroupSpec, path: string): void => {
    if (group.perSet && !file.sets)
      faults.push({
        path: `${path}.perSet`,
        found: "true",
        expected: '"sets" in this definition',
        remedy: "Say how many parameter sets there are, or remove it.",
      });
    if (group.perAxis && !file.axes)
      faults.push({
        path: `${path}.perAxis`,
        found: "true",
        expected: '"axes" in this definition',
        remedy: "Say how axes are told apart, or remove it.",
      });
    if (group.option !== undefined && !file.options?.some((each) => each.id === group.option))
      faults.push({
        path: `${path}.option`,
        found: group.option,
        expected: 'the id of one of "options"',
        remedy: "Add the option, or correct its id.",
      });
    group.groups?.forEach((each, i) => visit(each, `${path}.groups[${i}]`));
  };
  file.groups.forEach((each, i) => visit(each, `groups[${i}]`));
  return faults;
}

function overlaps(definition: Definition): DefinitionFault[] {
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

function limits(parameter: Parameter | undefined, spec: ParameterSpec, path: string): DefinitionFault[] {
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

function ratings(definition: Definition, byBase: ReadonlyMap<string, Parameter>): DefinitionFault[] {
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

function references(file: DefinitionFile, codes: ReadonlySet<string>): DefinitionFault[] {
  const named = [
    ...file.rules.flatMap((rule, i) => [
      { path: `rules[${i}].lower`, code: rule.lower },
      { path: `rules[${i}].upper`, code: rule.upper },
    ]),
    { path: "modbus.linkTimeoutCode", code: file.modbus?.linkTimeoutCode },
    { path: "modbus.addressCode", code: file.modbus?.addressCode },
    ...(file.startsByItself ?? []).map((each, i) => ({ path: `startsByItself[${i}].code`, code: each.code })),
    { path: "reducedSupply.code", code: file.reducedSupply?.code },
    { path: "canopen.addressCode", code: file.canopen?.addressCode },
    ...Object.entries(file.quantities ?? {}).map(([quantity, code]) => ({
      path: `quantities.${quantity}`,
      code,
    })),
  ];
  const faults: DefinitionFault[] = named
    .filter(({ code }) => code !== undefined && !codes.has(code))
    .map(({ path, code }) => ({
      path,
      found: code!,
      expected: "the code of a parameter of this definition",
      remedy: "Correct the code.",
    }));
  if (!file.identity.some((each) => each.field === "family")) {
    faults.push({
      path: "identity",
      found: 'no field "family"',
      expected: "how the drive tells its family",
      remedy: "Add the register or object that holds it, and what it holds.",
    });
  }
  return faults;
}
