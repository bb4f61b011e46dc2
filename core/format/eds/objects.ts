import type { ValueType } from "@/core/value";
import type { LineNote } from "../note";
import { textOf, type IniFile, type Section } from "./ini";
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

/** A sub-index and the section that describes it. */
export interface SubSection {
  sub: number;
  section: Section;
}

/** The values of an object: one, or one for each sub-index of an array or record. What is no value is left out, which is in the notes. */
export function objectsOf(
  ini: IniFile,
  section: Section,
  subs: readonly SubSection[],
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
