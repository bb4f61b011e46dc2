/** Groups, links and all that names a code. */
import type { DefinitionFault } from "../fault";
import type { DefinitionFile, GroupSpec, QuantitySpec } from "../file";

export function structure(file: DefinitionFile): DefinitionFault[] {
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
  for (const rating of Object.keys(file.imitates?.ratings ?? {}))
    if (!file.ratings.some((each) => each.id === rating))
      faults.push({
        path: "imitates.ratings",
        found: rating,
        expected: 'the id of one of "ratings"',
        remedy: "Correct the id, or remove it: a rating that is not named cannot imitate.",
      });
  return [...faults, ...ownProgram(file)];
}

/** The drive's own program is reached by the protocol of the definition; records say how long they are by their beginning only. */
function ownProgram({ program, canopen, modbus }: DefinitionFile): DefinitionFault[] {
  const faults: DefinitionFault[] = [];
  const foreign = [program?.canopen && !canopen && "canopen", program?.modbus && !modbus && "modbus"];
  for (const each of foreign)
    if (each)
      faults.push({
        path: `program.${each}`,
        found: "it",
        expected: `"${each}" in this definition`,
        remedy: "A definition speaks one protocol: describe its program by that one, or remove it.",
      });
  if (program?.modbus && program.readsBack && program.file?.lengthAt === undefined)
    faults.push({
      path: "program.readsBack",
      found: "true",
      expected: "program.file.lengthAt",
      remedy: "Say where a program says how long it is; else nobody knows how many records to read.",
    });
  return faults;
}

export function references(file: DefinitionFile, codes: ReadonlySet<string>): DefinitionFault[] {
  const named = [
    ...file.rules.flatMap((rule, i) => [
      { path: `rules[${i}].lower`, code: rule.lower },
      { path: `rules[${i}].upper`, code: rule.upper },
    ]),
    { path: "modbus.linkTimeoutCode", code: file.modbus?.linkTimeoutCode },
    { path: "modbus.addressCode", code: file.modbus?.addressCode },
    ...Object.entries(file.modbus?.line ?? {}).map(([of, each]) => ({
      path: `modbus.line.${of}`,
      code: each?.code,
    })),
    ...(file.sets?.runningCode ? [{ path: "sets.runningCode", code: file.sets.runningCode }] : []),
    ...(file.sets?.selectedBy ?? []).map((code, i) => ({ path: `sets.selectedBy[${i}]`, code })),
    ...(file.startsByItself ?? []).map((each, i) => ({ path: `startsByItself[${i}].code`, code: each.code })),
    ...(file.couplings ?? []).flatMap(({ code, changes }, i) =>
      [code, ...changes].map((each) => ({ path: `couplings[${i}]`, code: each })),
    ),
    ...(file.locks ?? []).map((each, i) => ({ path: `locks[${i}].code`, code: each.code })),
    { path: "reducedSupply.code", code: file.reducedSupply?.code },
    { path: "canopen.addressCode", code: file.canopen?.addressCode },
    ...(file.essentials ?? []).map((code, i) => ({ path: `essentials[${i}]`, code })),
    ...(file.presets ?? []).flatMap(({ values }, i) =>
      Object.keys(values).map((code) => ({ path: `presets[${i}]`, code })),
    ),
    ...Object.entries(file.quantities ?? {}).flatMap(([quantity, spec]) =>
      codesOf(spec).map((code) => ({ path: `quantities.${quantity}`, code })),
    ),
    ...(file.terminals ?? []).flatMap(({ does, usedBy, state, span, settings }, i) =>
      [does, state?.code, span?.code, ...(settings ?? []), ...(usedBy ?? []).map((each) => each.code)].map(
        (code) => ({ path: `terminals[${i}]`, code }),
      ),
    ),
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

/** The codes that a mapping of a common quantity names. */
function codesOf(spec: QuantitySpec): string[] {
  if (typeof spec === "string") return [spec];
  return "none" in spec ? [] : [spec.code, ...(spec.polePairs === undefined ? [] : [spec.polePairs])];
}
