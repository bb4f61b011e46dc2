import { objectText, type Definition } from "@/core/definition";
import { valuesByCode, type ParameterSet } from "@/core/set";
import { isFloat, isText, type Parameter, type RawValue, type ValueType } from "@/core/value";
import { rawOfEds } from "../eds/raw-value";
import type { EdsFile } from "../eds/read-eds";
import type { FileValue, ValuesAbout, ValuesFile } from "./model";

/** Data types of CiA 301 V4.2, clause 7.4.7 (table 44). */
const DATA_TYPES: Record<ValueType, number> = {
  i8: 0x02,
  i16: 0x03,
  i32: 0x04,
  u8: 0x05,
  u16: 0x06,
  u32: 0x07,
  float32: 0x08,
  text: 0x09,
  octets: 0x0a,
  i24: 0x10,
  float64: 0x11,
  i40: 0x12,
  i48: 0x13,
  i56: 0x14,
  i64: 0x15,
  u24: 0x16,
  u40: 0x18,
  u48: 0x19,
  u56: 0x1a,
  u64: 0x1b,
  bits8: 0x05,
  bits16: 0x06,
  bits32: 0x07,
};

/** Marks comments that hold what has no place among the objects. */
const OWN = "ledger ";

export interface DcfText {
  text: string;
  /** What the file could not carry as an object's value, in words; it stands in the comments, which other programs do not read. */
  beside: string[];
}

/**
 * A record as a device configuration file (CiA 306-1, clause 5): every object with the value it had. Where the axes of a drive are nodes of their own, the file is of one
 * of them (`device`, counted from 0). Commands and secrets are never given as values: a program that takes the file would send them. They stand in the comments, as does
 * what a line cannot hold, so that the same record comes back.
 */
export function writeDcf(
  definition: Definition,
  set: ParameterSet,
  about: ValuesAbout,
  { device, node }: { device: number; node: number },
): DcfText {
  const values = valuesByCode(set);
  const byIndex = new Map<number, Parameter[]>();
  const comments: string[] = [`${OWN}about ${JSON.stringify({ ...about, device })}`];
  const beside: string[] = [];
  const taken = new Set<number>();
  const putBeside = (parameter: Parameter, why: string): void => {
    comments.push(`${OWN}value ${parameter.code} ${JSON.stringify(values.get(parameter.code))}`);
    beside.push(`${parameter.code} ${parameter.name}: ${why}`);
  };
  for (const each of definition.parameters) {
    if (each.node !== device || !values.has(each.code)) continue;
    if (taken.has(each.address)) {
      putBeside(each, "its object holds another value too");
      continue;
    }
    taken.add(each.address);
    const index = Math.floor(each.address / 256);
    byIndex.set(index, [...(byIndex.get(index) ?? []), each]);
  }
  const objects: string[] = [];
  for (const [index, subs] of [...byIndex].sort(([a], [b]) => a - b)) {
    const name = index.toString(16).toUpperCase().padStart(4, "0");
    const single = subs.length === 1 && (subs[0]!.address & 0xff) === 0;
    if (!single)
      objects.push(`[${name}]`, `ParameterName=${name}`, "ObjectType=0x9", `SubNumber=${subs.length}`, "");
    for (const each of subs) {
      const sub = each.address & 0xff;
      objects.push(
        single ? `[${name}]` : `[${name}sub${sub.toString(16).toUpperCase()}]`,
        `ParameterName=${each.name}`,
        "ObjectType=0x7",
        `DataType=0x${DATA_TYPES[each.type].toString(16).toUpperCase().padStart(4, "0")}`,
        `AccessType=${each.readOnly ? "ro" : "rw"}`,
      );
      const raw = values.get(each.code)!;
      const why =
        whyBeside(each, raw) ?? (!single && sub === 0 ? "sub-index 0 of several counts them" : undefined);
      if (why === undefined) objects.push(`ParameterValue=${inFile(each.type, raw)}`);
      else putBeside(each, why);
      objects.push("");
    }
  }
  const said = [...comments, ...(about.partial ? [`Partial: ${about.partial}`] : [])];
  const head = [
    "[FileInfo]",
    "FileVersion=1",
    "EDSVersion=4.0",
    `Description=${definition.title}${about.position ? `, ${about.position}` : ""}`,
    "",
    "[DeviceInfo]",
    `VendorName=${definition.file.vendor}`,
    `ProductName=${definition.file.family}`,
    "",
    "[DeviceComissioning]",
    `NodeID=${node}`,
    "",
    "[Comments]",
    `Lines=${said.length}`,
    ...said.map((each, i) => `Line${i + 1}=${each}`),
    "",
    ...objectLists([...byIndex.keys()]),
  ];
  return { text: [...head, ...objects].join("\r\n"), beside };
}

function whyBeside({ kind, type }: Parameter, raw: RawValue): string | undefined {
  if (kind === "command") return "a command";
  if (kind === "secret") return "a secret, of which only is kept whether it is set";
  if (isText(type) && !/^[\x21-\x7e\xa1-\xff]([\x20-\x7e\xa1-\xff]*[\x21-\x7e\xa1-\xff])?$/.test(String(raw)))
    return "an empty text, or one with signs that a line cannot hold";
  return undefined;
}

function inFile(type: ValueType, raw: RawValue): string {
  if (isText(type)) return String(raw);
  return isFloat(type) ? `0x${BigInt(raw).toString(16).toUpperCase()}` : String(raw);
}

/** The lists of objects (CiA 306-1, clause 4.6.2). */
function objectLists(indexes: number[]): string[] {
  const mandatory = (index: number): boolean => [0x1000, 0x1001, 0x1018].includes(index);
  const makers = (index: number): boolean => index >= 0x2000 && index < 0x6000;
  return (
    [
      ["MandatoryObjects", mandatory],
      ["OptionalObjects", (index: number) => !mandatory(index) && !makers(index)],
      ["ManufacturerObjects", makers],
    ] as const
  ).flatMap(([name, fits]) => {
    const own = indexes.filter(fits).sort((a, b) => a - b);
    return [
      `[${name}]`,
      `SupportedObjects=${own.length}`,
      ...own.map((index, i) => `${i + 1}=0x${index.toString(16).toUpperCase().padStart(4, "0")}`),
      "",
    ];
  });
}

/** The values of a device configuration file, with those that stand in the comments of one of ours. */
export function readDcf(eds: EdsFile): ValuesFile {
  const values: FileValue[] = [];
  const notes = [...eds.notes];
  for (const { index, sub, type, name, line, parameterValue } of eds.objects) {
    if (parameterValue === undefined) continue;
    const code = objectText(index * 256 + sub);
    const raw = rawOfEds(type, parameterValue, eds.node);
    if (raw === undefined)
      notes.push({
        line,
        verdict: "left-out",
        what: `${code} ParameterValue=${parameterValue}`,
        reason: `This is no value of type ${type}.`,
        remedy: "Correct it in the file, or set the value by hand afterwards.",
      });
    else values.push({ line, code, name, raw });
  }
  const besides: FileValue[] = [];
  let about: ValuesAbout & { device?: number } = {};
  for (const { line, text } of eds.comments) {
    const [, what, rest] = /^ledger (about|value) (.*)$/s.exec(text) ?? [];
    const [, code, json] = what === "value" ? (/^(\S+) (.*)$/s.exec(rest!) ?? []) : [];
    try {
      if (what === "about") about = JSON.parse(rest!) as typeof about;
      else if (code !== undefined) besides.push({ line, code, name: "", raw: JSON.parse(json!) as RawValue });
    } catch {
      notes.push({
        line,
        verdict: "left-out",
        what: text.slice(0, 60),
        reason: "This comment was changed and cannot be read any more.",
        remedy: "Take the file anew from where it was made.",
      });
    }
  }
  const { device, ...rest } = about;
  // Of a drive whose axes are nodes of their own: which of them this is.
  const axis = device === undefined || device === 0 ? "" : `${device + 1}:`;
  return {
    about: rest,
    values: [...values.map((each) => ({ ...each, code: axis + each.code })), ...besides],
    notes,
  };
}
