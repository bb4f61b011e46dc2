import type { LineNote } from "../note";
import { readIni, textOf, type IniFile } from "./ini";
import { noteOrphans, noteUnlisted } from "./not-taken";
import { readSmall } from "./number";
import { objectsOf, type EdsObject, type SubSection } from "./objects";

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

/** Sections of sub-indexes, by the index they belong to. */
function subSections(ini: IniFile): Map<number, SubSection[]> {
  const subs = new Map<number, SubSection[]>();
  for (const section of ini.sections.values()) {
    const match = /^([\da-f]{1,4})sub([\da-f]{1,2})$/i.exec(section.name);
    if (!match) continue;
    const index = parseInt(match[1]!, 16);
    subs.set(index, [...(subs.get(index) ?? []), { sub: parseInt(match[2]!, 16), section }]);
  }
  return subs;
}
