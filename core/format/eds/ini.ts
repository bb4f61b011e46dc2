import type { LineNote } from "../note";

/** One `name=value` with the line it stands on. */
export interface Entry {
  line: number;
  value: string;
}

export interface Section {
  name: string;
  line: number;
  /** By name in lower case. */
  entries: Map<string, Entry>;
}

export interface IniFile {
  /** By name in lower case. */
  sections: Map<string, Section>;
  notes: LineNote[];
}

const LONGEST_LINE = 1024;

/**
 * Reads the sections of an electronic data sheet (CiA 306-1, clause 4.3): `[section]`, `name=value`, lines that begin with a semicolon are comments.
 * Nothing is thrown away unseen: duplicates, lines that are neither and lines before the first section are reported. The first of two wins.
 */
export function readIni(text: string): IniFile {
  const sections = new Map<string, Section>();
  const notes: LineNote[] = [];
  let open: Section | undefined;
  let ignored = false;
  let line = 0;
  for (const each of text.split(/\r\n|\n|\r/)) {
    line += 1;
    const trimmed = each.trim();
    if (trimmed === "" || trimmed.startsWith(";")) continue;
    const leaveOut = (reason: string, remedy: string): void => {
      notes.push({ line, verdict: "left-out", what: trimmed.slice(0, 80), reason, remedy });
    };
    if (trimmed.length > LONGEST_LINE) {
      leaveOut(
        `The line has ${trimmed.length} characters; ${LONGEST_LINE} are the most that make sense.`,
        "Look whether the file is damaged here.",
      );
      continue;
    }
    const head = /^\[(.*)\]$/.exec(trimmed);
    if (head) {
      const name = head[1]!.trim();
      const before = sections.get(name.toLowerCase());
      ignored = before !== undefined;
      if (before)
        leaveOut(
          `The section [${name}] stands already on line ${before.line}.`,
          "The first one is taken. Remove one of the two.",
        );
      else sections.set(name.toLowerCase(), (open = { name, line, entries: new Map() }));
      continue;
    }
    const at = trimmed.indexOf("=");
    if (at < 1) {
      leaveOut("This is neither a section nor name=value.", "Correct or remove the line.");
    } else if (!open) {
      leaveOut("It stands before the first section.", "Put it under the section it belongs to.");
    } else if (!ignored) {
      const name = trimmed.slice(0, at).trim().toLowerCase();
      const before = open.entries.get(name);
      if (before)
        leaveOut(
          `${trimmed.slice(0, at).trim()} stands already on line ${before.line} of this section.`,
          "The first one is taken.",
        );
      else open.entries.set(name, { line, value: trimmed.slice(at + 1).trim() });
    }
  }
  return { sections, notes };
}

/** What an entry of a section says; empty where it is not there. */
export function textOf(section: Section | undefined, name: string): string {
  return section?.entries.get(name)?.value ?? "";
}
