import { checkParameter, type ModbusLink, type ParameterSpec } from "@/core/definition";
import { registerCount } from "@/core/value";
import { frameOf, groupBy, MOST_PARAMETERS, type ImportAbout, type Imported } from "../imported";
import type { LineNote } from "../note";
import { guessNotation, type Notation } from "./notation";
import type { ListOptions, ListRow } from "./options";
import { parameterOf } from "./parameter-of";

/** Makes a definition of a register list. Each row that does not fit is in the notes, with what to do; the others are taken. */
export function definitionFromList(
  rows: readonly ListRow[],
  options: ListOptions,
  about: ImportAbout,
  link: ModbusLink,
): Imported {
  const notes: LineNote[] = [];
  const taken: Array<{ group: string; spec: ParameterSpec; line: number }> = [];
  const codes = new Map<string, number>();
  const owners = new Map<number, { code: string; line: number }>();
  const body = rows.slice(options.headRow + 1);
  const told = notationOf(rows, body, options, notes);
  let chapter: string | undefined;
  for (const row of body) {
    const alone = row.cells.filter((each) => each.trim() !== "");
    // A line by itself is the heading of a chapter.
    if (alone.length === 1 && options.mapping.group === undefined && !/^\d/.test(alone[0]!.trim())) {
      chapter = alone[0]!.trim();
      continue;
    }
    if (row.cells.every((each) => each.trim() === "")) continue;
    if (taken.length >= MOST_PARAMETERS) {
      notes.push({
        line: row.line,
        verdict: "left-out",
        what: "this and all further rows",
        reason: `A definition has at most ${MOST_PARAMETERS} parameters.`,
        remedy: "Is this the right list? Take out what is no parameter.",
      });
      break;
    }
    const made = parameterOf(row, { ...options, ...told }, notes, chapter);
    if (!made) continue;
    const { spec } = made;
    const leaveOut = (reason: string, remedy: string): void => {
      notes.push({ line: row.line, verdict: "left-out", what: `${spec.code} ${spec.name}`, reason, remedy });
    };
    const before = codes.get(spec.code);
    if (before !== undefined) {
      leaveOut(
        `The code ${spec.code} stands already on line ${before}.`,
        "Rename one of the two, or choose another column for the code.",
      );
      continue;
    }
    const span = Array.from(
      { length: registerCount(spec.type, spec.length) },
      (_, i) => Number(spec.address) + i,
    );
    const rival = span.map((each) => owners.get(each)).find(Boolean);
    if (rival) {
      leaveOut(
        `Register ${span[0]} belongs to ${rival.code} already (line ${rival.line}).`,
        "Check both registers and types: a 32-bit value takes two.",
      );
      continue;
    }
    codes.set(spec.code, row.line);
    for (const each of span) owners.set(each, { code: spec.code, line: row.line });
    taken.push({ ...made, line: row.line });
  }
  const file = frameOf(about, groupBy(taken), { modbus: link });
  return {
    file: withoutFaults(file, taken, notes),
    notes: notes.sort((a, b) => a.line - b.line),
    taken: taken.length,
  };
}

/** Takes defaults and limits back where the whole does not hold together, and says so; the definition then loads. */
function withoutFaults(
  file: Imported["file"],
  taken: ReadonlyArray<{ spec: ParameterSpec; line: number }>,
  notes: LineNote[],
): Imported["file"] {
  for (const { spec, line } of taken) {
    if (!fits(file, spec)) {
      notes.push({
        line,
        verdict: "changed",
        what: `${spec.code} ${spec.name}`,
        reason: `Default ${spec.default ?? "none"}, least ${spec.min ?? "none"} and most ${spec.max ?? "none"} do not fit each other, the type ${spec.type} or the step ${spec.scale ?? 1}.`,
        remedy: "It is taken without them. Correct them in the list.",
      });
      delete spec.default;
      delete spec.min;
      delete spec.max;
    }
  }
  return file;
}

/** Whether default and limits hold together. */
function fits(file: Imported["file"], spec: ParameterSpec): boolean {
  return (
    (spec.default === undefined && spec.min === undefined && spec.max === undefined) ||
    checkParameter(file, spec).length === 0
  );
}

/** How the list writes its numbers: as a person said, else as found out; what it does not tell is asked. */
function notationOf(
  rows: readonly ListRow[],
  body: readonly ListRow[],
  { mapping, headRow, numbering, radix, limits }: ListOptions,
  notes: LineNote[],
): Notation {
  const heading = mapping.address === undefined ? "" : (rows[headRow]?.cells[mapping.address] ?? "");
  const { notation, questions } = guessNotation(body, mapping, heading);
  const answered = [...(numbering || radix ? ["Registers"] : []), ...(limits ? ["Limits and defaults"] : [])];
  notes.push(...questions.filter((each) => !answered.includes(each.what)));
  return {
    numbering: numbering ?? notation.numbering,
    radix: radix ?? notation.radix,
    limits: limits ?? notation.limits,
    scales: notation.scales,
  };
}
