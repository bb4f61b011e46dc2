import { decimalsFor, parseRational, registerCount, type Parameter } from "@/core/value";
import { checkDefinition } from "./checks";
import type { Definition, Group } from "./definition";
import { DefinitionError, type DefinitionFault } from "./fault";
import type { DefinitionFile, GroupSpec, ParameterSpec } from "./model";
import { rawNumber, rawOf } from "./raw-of";
import { definitionSchema } from "./schema";

/**
 * Turns the text of a definition file into a definition ready for use.
 * Throws a `DefinitionError` that lists everything wrong; `file` is only named in it.
 */
export function loadDefinition(text: string, file: string): Definition {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new DefinitionError(file, [{
      path: "the whole file", found: "text that is no JSON", expected: "a JSON object", remedy: `Mend it first: ${(error as Error).message}.`,
    }]);
  }
  const { error, value } = definitionSchema.validate(json, { abortEarly: false, convert: false });
  if (error) throw new DefinitionError(file, error.details.map((each) => shapeFault(each, json)));
  const definition = buildDefinition(value as DefinitionFile);
  const faults = checkDefinition(definition);
  if (faults.length > 0) throw new DefinitionError(file, faults);
  return definition;
}

function shapeFault(detail: { path: Array<string | number>; message: string; context?: { value?: unknown; valids?: unknown[] } }, json: unknown): DefinitionFault {
  const found = detail.context?.value;
  const valids = detail.context?.valids;
  return {
    path: describePath(detail.path, json) || "the whole file",
    found: found === undefined ? "nothing" : JSON.stringify(found).slice(0, 80),
    expected: valids ? `one of ${valids.join(", ")}` : detail.message.replace(/^".*?" /, ""),
    remedy: found === undefined ? "Add it." : "Correct it; docs/definition.schema.json says what may stand there.",
  };
}

/** `groups[1].parameters[4].type (R205)`: the code is what a person looks for. */
function describePath(path: Array<string | number>, json: unknown): string {
  let code = "";
  let node: unknown = json;
  for (const step of path) {
    node = (node as Record<string | number, unknown> | undefined)?.[step];
    const own = (node as { code?: unknown } | undefined)?.code;
    if (typeof own === "string") code = own;
  }
  const text = path.reduce<string>((all, step) => (typeof step === "number" ? `${all}[${step}]` : all ? `${all}.${step}` : String(step)), "");
  return code ? `${text} (${code})` : text;
}

function buildDefinition(file: DefinitionFile): Definition {
  const groups: Group[] = [];
  const parameters: Parameter[] = [];
  const byCode = new Map<string, Parameter>();
  const visit = (spec: GroupSpec, trail: string[]): void => {
    const here: Group = { id: spec.id, title: spec.title, trail: [...trail, spec.title], parameters: [] };
    if (spec.parameters) groups.push(here);
    for (const each of spec.parameters ?? []) {
      const parameter = buildParameter(each, spec.id, parameters.length);
      here.parameters.push(parameter);
      parameters.push(parameter);
      byCode.set(parameter.code, parameter);
    }
    for (const each of spec.groups ?? []) visit(each, here.trail);
  };
  for (const each of file.groups) visit(each, []);
  return {
    file, id: file.id, version: file.version, title: `${file.vendor} ${file.family}`,
    groups, parameters, byCode, ratings: new Map(file.ratings.map((each) => [each.id, each])),
  };
}

function buildParameter(spec: ParameterSpec, group: string, order: number): Parameter {
  const scale = parseRational(String(spec.scale ?? 1)) ?? { num: 1n, den: 1n };
  const kind = spec.kind ?? "setting";
  const parameter: Parameter = {
    code: spec.code, name: spec.name, help: spec.help ?? "", group, order,
    address: spec.address, registers: registerCount(spec.type, spec.length), type: spec.type, length: spec.length ?? 0,
    scale, decimals: decimalsFor(scale), unit: spec.unit, choices: spec.choices, bits: spec.bits,
    kind, effect: spec.effect ?? "at-once",
    readOnly: spec.readOnly ?? (kind === "measured" || kind === "counter"),
    ratingDependent: spec.ratingDependent ?? false, passwordLevel: spec.passwordLevel ?? 0,
  };
  parameter.rawMin = rawNumber(parameter, spec.min);
  parameter.rawMax = rawNumber(parameter, spec.max);
  parameter.rawStep = rawNumber(parameter, spec.step);
  parameter.rawDefault = rawOf(parameter, spec.default);
  return parameter;
}
