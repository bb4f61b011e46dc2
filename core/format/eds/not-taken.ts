import type { LineNote } from "../note";
import type { IniFile } from "./ini";
import { readSmall } from "./number";
import type { SubSection } from "./objects";

/** Sub-indexes whose object is not described, and parts of modules (CiA 306-1, clause 4.7): nothing of them is taken, and that is said. */
export function noteOrphans(
  ini: IniFile,
  subs: ReadonlyMap<number, readonly SubSection[]>,
  notes: LineNote[],
): void {
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
export function noteUnlisted(ini: IniFile, notes: LineNote[]): void {
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
