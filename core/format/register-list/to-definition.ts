import { checkParameter, type ModbusLink, type ParameterSpec } from "@/core/definition";
import { isFloat, registerCount } from "@/core/value";
import { asCommand } from "../as-command";
import { frameOf, groupBy, MOST_PARAMETERS, type ImportAbout, type Imported } from "../imported";
import type { LineNote } from "../note";
import { readAccess, readAddress, readBits, readChoices, readDecimal, readRange, readType } from "./cells";
import type { Field, Mapping } from "./columns";
import { guessNotation, type Notation } from "./notation";
import { kindOf, limits, scaleOf, unitWithin, untold } from "./row-parts";

/** A list as rows of cells; `line` is where a row stands in the file. */
export interface ListRow {
  line: number;
  cells: readonly string[];
}

export interface ListOptions {
  mapping: Mapping;
  /** Row (from 0) that holds the headings; rows up to it are passed over. */
  headRow: number;
  /** Whether the list counts registers from 0, as the wire does, or from 1. */
  base: 0 | 1;
  /** How registers and limits are written; found out from the list where a person has not said. */
  numbering?: Notation["numbering"];
  radix?: Notation["radix"];
  limits?: Notation["limits"];
}

const EMPTY = /^[-–—.]*$/;

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

function parameterOf(
  row: ListRow,
  { mapping, base, ...notation }: ListOptions & Notation,
  notes: LineNote[],
  chapter: string | undefined,
): { group: string; spec: ParameterSpec } | undefined {
  const cell = (field: Field): string => {
    const at = mapping[field];
    const text = at === undefined ? "" : (row.cells[at] ?? "").trim();
    return EMPTY.test(text) ? "" : text;
  };
  const what =
    [cell("code"), cell("name")].filter(Boolean).join(" ").slice(0, 60) ||
    row.cells.join(" ").trim().slice(0, 60);
  const say = (verdict: LineNote["verdict"], reason: string, remedy: string): undefined => {
    notes.push({ line: row.line, verdict, what, reason, remedy });
  };
  const place = readAddress(cell("address"), { base, ...notation });
  if (!place)
    return say(
      "left-out",
      cell("address") === ""
        ? "There is no register in this row."
        : `"${cell("address")}" is no register: 0 to 65535, 0x0000 to 0xFFFF, or 40001 and up.`,
      "A heading needs nothing; otherwise correct the register or the choice of columns.",
    );
  const typed: ReturnType<typeof readType> =
    cell("type") === "" ? { type: untold(place, cell) } : readType(cell("type"));
  if (!typed)
    return say(
      "left-out",
      `"${cell("type")}" is no type that is known.`,
      "Write u16, i16, u32, i32, u64, i64, float32, float64, bits16 or text.",
    );
  const registers = registerCount(typed.type, typed.length ?? 16);
  if (place.count !== undefined && typed.type !== "text" && place.count !== registers)
    return say(
      "left-out",
      `It stands in ${place.count} registers, and a ${typed.type} takes ${registers}.`,
      "Correct the type or the registers.",
    );
  const choices = readChoices(cell("choices") || (readRange(cell("range")) ? "" : cell("range")));
  const code =
    (cell("code") || `A${place.address}`)
      .replace(/\s+/g, "")
      .replace(/[^A-Za-z0-9._-]/g, "-")
      .replace(/^[^A-Za-z0-9]+/, "")
      .slice(0, 24) || `A${place.address}`;
  const { name, unit } = unitWithin(cell("name") || code, cell("unit"), cell("range"));
  const spec: ParameterSpec = { code, name, address: place.address, type: typed.type };
  if (typed.wordOrder) spec.wordOrder = typed.wordOrder;
  if (cell("help") && cell("help") !== spec.name) spec.help = cell("help");
  if (spec.type === "text")
    spec.length = Math.min(120, Math.max(1, typed.length ?? readDecimal(cell("length")) ?? 16));
  const scale =
    spec.type === "text" || isFloat(spec.type) || spec.type.startsWith("bits")
      ? undefined
      : scaleOf(cell, notation.scales);
  if (scale === "wrong")
    say(
      "changed",
      `"${cell("scale") || cell("divisor") || cell("decimals")}" is no step, divisor or number of decimals.`,
      "The raw value is taken as it is.",
    );
  else if (scale !== undefined && scale !== 1 && scale !== "1/1") spec.scale = scale;
  if (unit) spec.unit = unit;
  const bits = readBits(cell("choices") || cell("help"));
  if (bits.length > 1 && (spec.type === "u16" || spec.type === "u32")) {
    say(
      "note",
      "Its choices are bits, each by itself.",
      "It is taken as a word of bits; look whether that is right.",
    );
    spec.type = spec.type === "u16" ? "bits16" : "bits32";
    delete spec.scale;
    spec.bits = bits;
  }
  if (choices.length > 0 && !spec.type.startsWith("bits") && !isFloat(spec.type) && spec.type !== "text")
    spec.choices = choices;
  if (choices.length > 0 && spec.type.startsWith("bits"))
    spec.bits = choices
      .filter((each) => each.value >= 0 && each.value < 32)
      .map((each) => ({ bit: each.value, text: each.text }));
  const access = readAccess(cell("access"));
  if (access === "wo")
    return say(
      "left-out",
      "It can only be written, so there is nothing to record or compare.",
      "Commands are named in the definition on their own.",
    );
  const unknown = access === undefined && cell("access") !== "";
  if (unknown)
    say(
      "changed",
      `"${cell("access")}" does not tell whether it may be written.`,
      "It is taken as read-only: recorded and compared, not restored. Write RO or RW.",
    );
  const kind = kindOf(cell("kind"), say);
  if (access === "ro" || place.input || unknown) {
    spec.readOnly = true;
    spec.kind = kind ?? "measured";
  } else {
    limits(spec, cell, notation.limits, say);
    const command = kind ? undefined : asCommand(spec, row.line);
    if (kind && kind !== "setting") spec.kind = kind;
    if (command) notes.push(command);
  }
  return {
    group:
      cell("group") ||
      chapter ||
      `Registers ${Math.floor(place.address / 100) * 100} to ${Math.floor(place.address / 100) * 100 + 99}`,
    spec,
  };
}
