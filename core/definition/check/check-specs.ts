/** Parameters as the file lists them: codes and addresses against each other. */
import { NEVER_WRITTEN, registerCount } from "@/core/value";
import type { DefinitionFault } from "../fault";
import type { Address, DefinitionFile, GroupSpec, ParameterSpec } from "../file";
import { compareFirmware } from "../firmware";

export interface Located {
  spec: ParameterSpec;
  path: string;
}

export function listSpecs(groups: GroupSpec[], path: string): Located[] {
  return groups.flatMap((group, i) => [
    ...(group.parameters ?? []).map((spec, k) => ({
      spec,
      path: `${path}[${i}].parameters[${k}] (${spec.code})`,
    })),
    ...listSpecs(group.groups ?? [], `${path}[${i}].groups`),
  ]);
}

/** A code may stand again only for firmware that its other places leave out. */
export function duplicates(specs: Located[]): DefinitionFault[] {
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

export function addresses(file: DefinitionFile, specs: Located[]): DefinitionFault[] {
  const wanted = file.canopen ? "string" : "number";
  const named: Array<{ path: string; address: Address | undefined }> = [
    ...specs.map(({ spec, path }) => ({ path: `${path}.address`, address: spec.address })),
    ...file.identity.map((each, i) => ({ path: `identity[${i}].address`, address: each.address })),
    ...(
      [
        "running",
        "runCommand",
        "tripped",
        "tripNumber",
        "warnings",
        "volatile",
        "controlOnly",
        "sharedReady",
        "reducedSupply",
        "memoryCard",
      ] as const
    ).map((key) => ({ path: `state.${key}.address`, address: file.state[key]?.address })),
    ...(file.state.missing ?? []).map((each, i) => ({
      path: `state.missing[${i}].address`,
      address: each.address as Address | undefined,
    })),
    ...(["makePermanent", "restart", "factoryReset"] as const).map((key) => ({
      path: `${key}.address`,
      address: file[key]?.address,
    })),
    ...Object.entries(file.program?.modbus ?? {}).map(([key, of]) => ({
      path: `program.modbus.${key}.address`,
      address: typeof of === "object" ? of.address : undefined,
    })),
    { path: "memoryCard.contents", address: file.memoryCard?.contents },
    { path: "program.modbus.identification", address: file.program?.modbus?.identification },
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

/** Function 6 writes one register: what takes more of them could never be restored. */
export function writable(file: DefinitionFile, specs: Located[]): DefinitionFault[] {
  if (!file.modbus || file.modbus.writeFunctions.includes(16)) return [];
  return specs
    .filter(
      ({ spec }) =>
        !spec.readOnly &&
        !NEVER_WRITTEN.has(spec.kind ?? "setting") &&
        registerCount(spec.type, spec.length) > 1,
    )
    .map(({ spec, path }) => ({
      path: `${path}.type`,
      found: `${spec.type}, which takes ${registerCount(spec.type, spec.length)} registers`,
      expected: "one register, since modbus.writeFunctions has only 6",
      remedy:
        "Add 16 to modbus.writeFunctions where the drive knows it; else mark the parameter as read-only.",
    }));
}
