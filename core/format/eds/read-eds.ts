import type { ValueType } from "@/core/value";
import type { LineNote } from "../note";
import { readIni, type IniFile, type Section } from "./ini";
import { readSmall } from "./number";

/** One value of an object dictionary, as the data sheet has it. */
export interface EdsObject {
  index: number;
  sub: number;
  line: number;
  name: string;
  /** The name of the array or record it is part of. */
  of: string | undefined;
  type: ValueType;
  access: "ro" | "rw" | "wo" | "const";
  defaultValue: string | undefined;
  low: string | undefined;
  high: string | undefined;
  /** What a configured device has there (DCF). */
  parameterValue: string | undefined;
}

export interface EdsFile {
  vendorName: string;
  productName: string;
  vendorNumber: number | undefined;
  productNumber: number | undefined;
  revisionNumber: number | undefined;
  fileVersion: string;
  /** The node's address in a configured device (DCF). */
  node: number | undefined;
  comments: Array<{ line: number; text: string }>;
  objects: EdsObject[];
  notes: LineNote[];
}

/** Data types of CiA 301 V4.2, clause 7.4.7 (table 44), as our own; undefined for those that are no single value. */
const TYPES: Record<number, ValueType | undefined> = {
  0x01: "u8",
  0x02: "i8",
  0x03: "i16",
  0x04: "i32",
  0x05: "u8",
  0x06: "u16",
  0x07: "u32",
  0x08: "float32",
  0x09: "text",
  0x0a: "octets",
  0x10: "i24",
  0x11: "float64",
  0x12: "i40",
  0x13: "i48",
  0x14: "i56",
  0x15: "i64",
  0x16: "u24",
  0x18: "u40",
  0x19: "u48",
  0x1a: "u56",
  0x1b: "u64",
};
const TYPE_NAMES: Record<number, string> = {
  0x0b: "unicode string",
  0x0c: "time of day",
  0x0d: "time difference",
  0x0f: "domain",
};
const VAR = 7;
const ARRAY = 8;
const RECORD = 9;

/** Reads an electronic data sheet (CiA 306-1) or a device configuration file. Every line that does not fit is in the notes; what fits is taken. */
export function readEds(text: string): EdsFile {
  const ini = readIni(text);
  const notes = ini.notes;
  const device = ini.sections.get("deviceinfo");
  const file = ini.sections.get("fileinfo");
  const missing = (name: string): void => {
    notes.push({
      line: 0,
      verdict: "note",
      what: `[${name}]`,
      reason: `The section [${name}] is missing.`,
      remedy: "Say by hand who makes the drive and how it tells who it is.",
    });
  };
  if (!file) missing("FileInfo");
  if (!device) missing("DeviceInfo");
  const objects: EdsObject[] = [];
  const subs = subSections(ini);
  for (const section of ini.sections.values())
    if (/^[\da-f]{1,4}$/i.test(section.name))
      objects.push(...objectsOf(ini, section, subs.get(parseInt(section.name, 16)) ?? [], notes));
  noteUnlisted(ini, notes);
  noteOrphans(ini, subs, notes);
  for (const name of ["vendornumber", "productnumber"])
    if (readSmall(textOf(device, name) || undefined) === 0)
      notes.push({
        line: device!.entries.get(name)!.line,
        verdict: "changed",
        what: `${name === "vendornumber" ? "VendorNumber" : "ProductNumber"}=0`,
        reason: "0 is nobody's number: it tells no device from another.",
        remedy: "Ask the drive what it holds in object 1018, and say so below.",
      });
  objects.sort((a, b) => a.index - b.index || a.sub - b.sub);
  return {
    vendorName: textOf(device, "vendorname"),
    productName: textOf(device, "productname"),
    vendorNumber: readSmall(textOf(device, "vendornumber") || undefined),
    productNumber: readSmall(textOf(device, "productnumber") || undefined),
    revisionNumber: readSmall(textOf(device, "revisionnumber") || undefined),
    fileVersion: textOf(file, "fileversion") || "1",
    // The standard spells it so (CiA 306-1, clause 5.2).
    node: readSmall(textOf(ini.sections.get("devicecomissioning"), "nodeid") || undefined),
    comments: [...(ini.sections.get("comments")?.entries ?? [])].flatMap(([key, { line, value }]) =>
      /^line\d+$/.test(key) ? [{ line, text: value }] : [],
    ),
    objects,
    notes,
  };
}

function textOf(section: Section | undefined, name: string): string {
  return section?.entries.get(name)?.value ?? "";
}

/** Sections of sub-indexes, by the index they belong to. */
function subSections(ini: IniFile): Map<number, Array<{ sub: number; section: Section }>> {
  const subs = new Map<number, Array<{ sub: number; section: Section }>>();
  for (const section of ini.sections.values()) {
    const match = /^([\da-f]{1,4})sub([\da-f]{1,2})$/i.exec(section.name);
    if (!match) continue;
    const index = parseInt(match[1]!, 16);
    subs.set(index, [...(subs.get(index) ?? []), { sub: parseInt(match[2]!, 16), section }]);
  }
  return subs;
}

function objectsOf(
  ini: IniFile,
  section: Section,
  subs: Array<{ sub: number; section: Section }>,
  notes: LineNote[],
): EdsObject[] {
  const index = parseInt(section.name, 16);
  const kind = readSmall(textOf(section, "objecttype") || String(VAR)) ?? -1;
  const leaveOut = (reason: string, remedy: string): EdsObject[] => {
    notes.push({
      line: section.line,
      verdict: "left-out",
      what: `[${section.name}] ${textOf(section, "parametername")}`.trim(),
      reason,
      remedy,
    });
    return [];
  };
  if (kind === VAR) return objectOf(section, index, 0, undefined, notes);
  if (kind !== ARRAY && kind !== RECORD)
    return leaveOut(
      kind === 2
        ? "It is a domain: a block of bytes, no value."
        : `An object of type ${textOf(section, "objecttype")} holds no values.`,
      "Nothing is lost: there is nothing to set in it.",
    );
  const compact = readSmall(textOf(section, "compactsubobj") || undefined);
  if (compact !== undefined && compact > 0) return compactSubs(ini, section, index, compact, notes);
  if (subs.length === 0)
    return leaveOut(
      "It is an array or a record, but no sub-index of it is described.",
      `Add [${section.name}sub1] and so on, or CompactSubObj.`,
    );
  return subs.flatMap((each) =>
    objectOf(each.section, index, each.sub, textOf(section, "parametername"), notes),
  );
}

/** An array whose elements are all alike and described once (CiA 306-1, clause 4.6.3.2). */
function compactSubs(
  ini: IniFile,
  section: Section,
  index: number,
  count: number,
  notes: LineNote[],
): EdsObject[] {
  if (count > 254) {
    notes.push({
      line: section.line,
      verdict: "changed",
      what: `CompactSubObj=${count}`,
      reason: "An object has at most 254 sub-indexes.",
      remedy: "254 are taken.",
    });
  }
  const names = ini.sections.get(`${section.name.toLowerCase()}name`);
  const values = ini.sections.get(`${section.name.toLowerCase()}value`);
  const whole = textOf(section, "parametername");
  return Array.from({ length: Math.min(count, 254) }, (_, i) => i + 1).flatMap((sub) =>
    objectOf(section, index, sub, whole, notes).map((each): EdsObject => ({
      ...each,
      name: names?.entries.get(String(sub))?.value || `${whole} ${sub}`,
      parameterValue: values?.entries.get(String(sub))?.value,
    })),
  );
}

function objectOf(
  section: Section,
  index: number,
  sub: number,
  of: string | undefined,
  notes: LineNote[],
): EdsObject[] {
  const name = textOf(section, "parametername");
  const what = `[${section.name}] ${name}`.trim();
  const leaveOut = (reason: string, remedy: string): EdsObject[] => {
    // Elements described together are reported together.
    const last = notes[notes.length - 1];
    if (last?.line !== section.line || last.reason !== reason)
      notes.push({ line: section.line, verdict: "left-out", what, reason, remedy });
    return [];
  };
  if (name === "") return leaveOut("ParameterName is missing.", "Add ParameterName=... to this section.");
  // The number of entries of an array or record is no parameter.
  if (of !== undefined && sub === 0) return [];
  const dataType = readSmall(textOf(section, "datatype") || undefined);
  if (dataType === undefined)
    return leaveOut("DataType is missing or no number.", "Add DataType=0x... after CiA 301.");
  const type = TYPES[dataType];
  if (type === undefined)
    return leaveOut(
      `Data type ${textOf(section, "datatype")}${TYPE_NAMES[dataType] ? ` (${TYPE_NAMES[dataType]})` : ""} is no value that can be kept as a parameter.`,
      "Look whether the drive has the same thing as a number somewhere else.",
    );
  const said = textOf(section, "accesstype").toLowerCase();
  const access = ({ ro: "ro", rw: "rw", rwr: "rw", rww: "rw", wo: "wo", const: "const" } as const)[said];
  if (access === undefined)
    return leaveOut(
      said === "" ? "AccessType is missing." : `AccessType "${said}" is none of ro, rw, rwr, rww, wo, const.`,
      "Add AccessType=... to this section.",
    );
  if (access === "wo")
    return leaveOut(
      "It can only be written, so there is nothing to record or compare.",
      "Commands are named in the definition on their own: make permanent, restart, reset.",
    );
  const optional = (key: string): string | undefined => textOf(section, key) || undefined;
  return [
    {
      index,
      sub,
      line: section.line,
      name,
      of,
      type,
      access,
      defaultValue: optional("defaultvalue"),
      low: optional("lowlimit"),
      high: optional("highlimit"),
      parameterValue: optional("parametervalue"),
    },
  ];
}

/** Sub-indexes whose object is not described, and parts of modules (CiA 306-1, clause 4.7): nothing of them is taken, and that is said. */
function noteOrphans(ini: IniFile, subs: ReturnType<typeof subSections>, notes: LineNote[]): void {
  for (const [index, all] of subs) {
    if (hasObject(ini, index)) continue;
    const { section } = all[0]!;
    notes.push({
      line: section.line,
      verdict: "left-out",
      what: `[${section.name}]${all.length > 1 ? ` and ${all.length - 1} more` : ""}`,
      reason: `Sub-indexes are described, but the object [${index.toString(16).toUpperCase()}] itself is not.`,
      remedy: `Add the section [${index.toString(16).toUpperCase()}] with its ParameterName and ObjectType.`,
    });
  }
  const modules = [...ini.sections.values()].filter((each) =>
    /^m\d+(moduleinfo|subext|fixed|comments)/i.test(each.name),
  );
  if (modules.length > 0)
    notes.push({
      line: modules[0]!.line,
      verdict: "left-out",
      what: `[${modules[0]!.name}]${modules.length > 1 ? ` and ${modules.length - 1} more` : ""}`,
      reason: "These describe modules that may be plugged in.",
      remedy:
        "Only what the device itself has is taken. Add the objects of a fitted module to the definition by hand.",
    });
}

/** The lists of objects (CiA 306-1, clause 4.6.2) against what is there. */
function noteUnlisted(ini: IniFile, notes: LineNote[]): void {
  const lists = ["mandatoryobjects", "optionalobjects", "manufacturerobjects"].flatMap(
    (name) => ini.sections.get(name) ?? [],
  );
  for (const list of lists) {
    for (const [key, { line, value }] of list.entries) {
      if (!/^\d+$/.test(key)) continue;
      const index = readSmall(value);
      if (index === undefined)
        notes.push({
          line,
          verdict: "left-out",
          what: `${key}=${value}`,
          reason: "This is no index of an object.",
          remedy: "Correct it, as in 0x6083.",
        });
      else if (!hasObject(ini, index))
        notes.push({
          line,
          verdict: "left-out",
          what: `${key}=${value}`,
          reason: `The object ${value} is listed in [${list.name}] and described nowhere.`,
          remedy: `Add the section [${index.toString(16).toUpperCase()}], or take it off the list.`,
        });
    }
  }
}

function hasObject(ini: IniFile, index: number): boolean {
  return ini.sections.has(index.toString(16)) || ini.sections.has(index.toString(16).padStart(4, "0"));
}
