import { decimalsFor, encodeKey, parseRational, registerCount, type Parameter } from "@/core/value";
import { addressOf, axisShift } from "./address";
import { isCommandObject } from "./commands";
import type { Definition, Fitting, Group } from "./definition";
import type { DefinitionFile, GroupSpec, ParameterSpec, RuleSpec } from "./file";
import { compareFirmware, firmwareFits } from "./firmware";
import { rawNumber, rawOf } from "./raw-of";

/** What a group has from the groups around it. */
interface Given {
  perSet: boolean;
  perAxis: boolean;
  option?: string;
  within: string[];
}

/** Lays a definition file out for what is fitted: axis by axis, set by set, without what this firmware or these options do not have. */
export function layOut(file: DefinitionFile, fitting: Fitting): Definition {
  const protocol = file.canopen ? "canopen" : "modbus";
  const axes = file.axes
    ? Array.from({ length: Math.min(Math.max(fitting.axes, 1), file.axes.most) }, (_, i) => i + 1)
    : [];
  const groups: Group[] = [];
  const parameters: Parameter[] = [];
  const place = (
    spec: GroupSpec,
    trail: string[],
    { within, option }: Given,
    axis: number,
    set: number,
  ): void => {
    const here: Group = {
      id: encodeKey({ code: spec.id, axis, set }),
      base: spec.id,
      within,
      option,
      axis,
      set,
      title: set > 0 ? `${spec.title}, set ${set}` : spec.title,
      trail,
      parameters: [],
    };
    for (const each of spec.parameters ?? []) {
      if (!firmwareFits(fitting.firmware, each.firmware)) continue;
      const parameter = buildParameter(file, protocol, each, here, parameters.length);
      here.parameters.push(parameter);
      parameters.push(parameter);
    }
    if (here.parameters.length > 0) groups.push(here);
  };
  const visit = (spec: GroupSpec, trail: string[], given: Given, axis: number): void => {
    if (spec.option !== undefined && !fitting.options.includes(spec.option)) return;
    const now = {
      perSet: given.perSet || spec.perSet === true,
      perAxis: given.perAxis || spec.perAxis === true,
      option: spec.option ?? given.option,
      within: given.within,
    };
    const mine = file.axes === undefined || now.perAxis === axis > 0;
    if (spec.parameters && mine) {
      const sets = now.perSet && file.sets ? Array.from({ length: file.sets.count }, (_, i) => i + 1) : [0];
      for (const set of sets)
        place(spec, [...trail, sets.length > 1 ? `${spec.title}, set ${set}` : spec.title], now, axis, set);
    }
    for (const each of spec.groups ?? [])
      visit(each, [...trail, spec.title], { ...now, within: [...now.within, spec.id] }, axis);
  };
  for (const axis of [0, ...axes]) {
    for (const each of file.groups)
      visit(
        each,
        axes.length > 1 && axis > 0 ? [`Axis ${axis}`] : [],
        { perSet: false, perAxis: false, within: [] },
        axis,
      );
  }
  return {
    file,
    id: file.id,
    version: file.version,
    title: `${file.vendor} ${file.family}`,
    protocol,
    fitting,
    axes,
    groups,
    parameters,
    slowestAnswerMs: (file.canopen ?? file.modbus!).slowestAnswerMs,
    addressCode: (file.canopen ?? file.modbus!).addressCode,
    byCode: new Map(parameters.map((each) => [each.code, each])),
    rules: file.rules.flatMap((rule) => expandRule(rule, parameters)),
    ratings: new Map(file.ratings.map((each) => [each.id, each])),
  };
}

/** Everything the file knows of its newest firmware: one axis, all options. */
export function wholeFitting(file: DefinitionFile): Fitting {
  const named = listFirmware(file);
  return {
    firmware: named[named.length - 1]!,
    axes: 1,
    options: (file.options ?? []).map((each) => each.id),
  };
}

/** The firmware versions at which something in the file changes, oldest first. */
export function listFirmware(file: DefinitionFile): string[] {
  const found = new Set([file.firmware.from]);
  const visit = (group: GroupSpec): void => {
    for (const { firmware } of group.parameters ?? [])
      for (const each of [firmware?.from, firmware?.below]) if (each !== undefined) found.add(each);
    group.groups?.forEach(visit);
  };
  file.groups.forEach(visit);
  return [...found].sort(compareFirmware);
}

/** A definition of its file, for everything that may be fitted. The file must have been looked through (`loadDefinition`) before. */
export function layOutFile(file: DefinitionFile): Definition {
  return layOut(file, wholeFitting(file));
}

const laidOut = new WeakMap<DefinitionFile, Map<string, Definition>>();

/** The definition for what is fitted; made once for each fitting. A firmware that nobody told (an empty text) is taken for the newest. */
export function definitionFor(definition: Definition, given: Fitting): Definition {
  const fitting =
    given.firmware === "" ? { ...given, firmware: wholeFitting(definition.file).firmware } : given;
  const key = JSON.stringify([fitting.firmware, fitting.axes, [...fitting.options].sort()]);
  const made = laidOut.get(definition.file) ?? new Map<string, Definition>();
  laidOut.set(definition.file, made);
  const found = made.get(key) ?? layOut(definition.file, fitting);
  made.set(key, found);
  return found;
}

function buildParameter(
  file: DefinitionFile,
  protocol: "modbus" | "canopen",
  spec: ParameterSpec,
  group: Group,
  order: number,
): Parameter {
  const scale = parseRational(String(spec.scale ?? 1)) ?? { num: 1n, den: 1n };
  const command = protocol === "canopen" && isCommandObject(addressOf(spec.address));
  const kind = command ? "command" : (spec.kind ?? "setting");
  const shift = axisShift(file.axes, protocol, group.axis);
  const parameter: Parameter = {
    code: encodeKey({ code: spec.code, axis: group.axis, set: group.set }),
    base: spec.code,
    axis: group.axis,
    set: group.set,
    node: shift.node,
    name: spec.name,
    help: spec.help ?? "",
    group: group.id,
    order,
    address: addressOf(spec.address) + shift.address + Math.max(group.set - 1, 0) * (file.sets?.offset ?? 0),
    registers: protocol === "canopen" ? 1 : registerCount(spec.type, spec.length),
    type: spec.type,
    length: spec.length ?? 0,
    scale,
    decimals: decimalsFor(scale),
    unit: spec.unit,
    choices: spec.choices,
    bits: spec.bits,
    kind,
    effect: spec.effect ?? "at-once",
    readOnly: spec.readOnly ?? (kind === "measured" || kind === "counter"),
    ratingDependent: spec.ratingDependent ?? false,
    passwordLevel: spec.passwordLevel ?? 0,
    wordOrder: spec.wordOrder,
    belongsTo: spec.belongsTo,
  };
  parameter.rawMin = rawNumber(parameter, spec.min);
  parameter.rawMax = rawNumber(parameter, spec.max);
  parameter.rawStep = rawNumber(parameter, spec.step);
  parameter.rawDefault = rawOf(parameter, spec.default);
  return parameter;
}

/** A rule between two codes holds within each axis and set; what no set or axis holds is the same for all of them. */
function expandRule(rule: RuleSpec, parameters: readonly Parameter[]): RuleSpec[] {
  const meets = (a: number, b: number): boolean => a === b || a === 0 || b === 0;
  const uppers = parameters.filter((each) => each.base === rule.upper);
  return parameters
    .filter((each) => each.base === rule.lower)
    .flatMap((lower) =>
      uppers
        .filter((upper) => meets(lower.axis, upper.axis) && meets(lower.set, upper.set))
        .map((upper) => ({ lower: lower.code, upper: upper.code, text: rule.text })),
    );
}
