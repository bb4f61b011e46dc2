/** Why a text is not looked through. */
export interface TooMuch {
  reason: string;
  remedy: string;
}

/** Far more than any list, data sheet or definition of a drive has; what goes beyond would hold up those who are working. */
export const MOST = {
  rows: 20_000,
  columns: 300,
  /** Characters of one line. */
  line: 100_000,
  lines: 200_000,
  /** Objects and lists within each other, and how many in all, of a definition. */
  depth: 40,
  objects: 40_000,
  /** Sections of a data sheet. */
  sections: 60_000,
} as const;

const NEWLINE = 10;
const RETURN = 13;
const SEPARATORS = [",", ";", "\t", "|"].map((each) => each.charCodeAt(0));
const [QUOTE, BACKSLASH, CURLY, SQUARE, CURLY_END, SQUARE_END] = ['"', "\\", "{", "[", "}", "]"].map((each) =>
  each.charCodeAt(0),
) as [number, number, number, number, number, number];

/**
 * Looks at a text once, in time that grows with its length alone, before anything tries to understand it. Gives the reason when there is more of
 * something than a parser should be given; undefined when it may be read.
 */
export function tooMuch(text: string): TooMuch | undefined {
  return /^\s*(\{|\[\s*[[{"])/.test(text) ? nestedTooMuch(text) : linesTooMuch(text);
}

function linesTooMuch(text: string): TooMuch | undefined {
  let lines = 1;
  let start = 0;
  let sections = 0;
  let counts = [0, 0, 0, 0];
  for (let i = 0; i < text.length; i++) {
    const char = text.charCodeAt(i);
    if (char === NEWLINE || char === RETURN) {
      lines += char === NEWLINE || text.charCodeAt(i + 1) !== NEWLINE ? 1 : 0;
      start = i + 1;
      counts = [0, 0, 0, 0];
    } else if (char === SQUARE && i === start) sections += 1;
    else {
      const which = SEPARATORS.indexOf(char);
      if (which >= 0) counts[which]! += 1;
    }
    const place = `Line ${lines}`;
    if (i - start > MOST.line) return far(`${place} has more than ${MOST.line} characters.`);
    if (Math.max(...counts) >= MOST.columns) return far(`${place} has more than ${MOST.columns} columns.`);
    if (lines > MOST.lines) return far(`The file has more than ${MOST.lines} lines.`);
    if (sections > MOST.sections) return far(`The file has more than ${MOST.sections} sections.`);
  }
  return undefined;
}

function nestedTooMuch(text: string): TooMuch | undefined {
  let depth = 0;
  let objects = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const char = text.charCodeAt(i);
    if (quoted) {
      if (char === BACKSLASH) i += 1;
      else if (char === QUOTE) quoted = false;
    } else if (char === QUOTE) quoted = true;
    else if (char === CURLY || char === SQUARE) {
      depth += 1;
      objects += 1;
      if (depth > MOST.depth) return far(`It is nested more than ${MOST.depth} deep.`);
      if (objects > MOST.objects) return far(`It has more than ${MOST.objects} objects and lists.`);
    } else if (char === CURLY_END || char === SQUARE_END) depth -= 1;
  }
  return undefined;
}

const far = (reason: string): TooMuch => ({
  reason: `${reason} No drive's list does.`,
  remedy: "Look whether it is the right file; take out what is no parameter.",
});
