import { checkParameter, type ModbusLink, type ParameterSpec } from "@/core/definition";
import { parseRational, rawBounds, registerCount } from "@/core/value";
import { asCommand } from "../as-command";
import { frameOf, groupBy, MOST_PARAMETERS, type ImportAbout, type Imported } from "../imported";
import type { LineNote } from "../note";
import { readAccess, readAddress, readChoices, readDecimal, readRange, readType } from "./cells";
import type { Field, Mapping } from "./columns";

const LIMIT_WORDS = { default: "the default", min: "the least", max: "the most" } as const;

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
  for (const row of rows.slice(options.headRow + 1)) {
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
    const made = parameterOf(row, options, notes);
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

function parameterOf(
  row: ListRow,
  { mapping, base }: ListOptions,
  notes: LineNote[],
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
  const place = readAddress(cell("address"), base);
  if (!place)
    return say(
      "left-out",
      cell("address") === ""
        ? "There is no register in this row."
        : `"${cell("address")}" is no register: 0 to 65535, 0x0000 to 0xFFFF, or 40001 and up.`,
      "A heading needs nothing; otherwise correct the register or the choice of columns.",
    );
  const typed = cell("type") === "" ? { type: "u16" as const } : readType(cell("type"));
  if (!typed)
    return say(
      "left-out",
      `"${cell("type")}" is no type that is known.`,
      "Write u16, i16, u32, i32, u64, i64, float32, bits16 or text.",
    );
  const choices = readChoices(cell("choices") || (readRange(cell("range")) ? "" : cell("range")));
  const code =
    (cell("code") || `A${place.address}`)
      .replace(/\s+/g, "")
      .replace(/[^A-Za-z0-9._-]/g, "-")
      .replace(/^[^A-Za-z0-9]+/, "")
      .slice(0, 24) || `A${place.address}`;
  const spec: ParameterSpec = { code, name: cell("name") || code, address: place.address, type: typed.type };
  if (cell("help") && cell("help") !== spec.name) spec.help = cell("help");
  if (spec.type === "text")
    spec.length = Math.min(120, Math.max(1, typed.length ?? readDecimal(cell("length")) ?? 16));
  const scale =
    spec.type === "text" || spec.type === "float32" || spec.type.startsWith("bits")
      ? undefined
      : scaleOf(cell);
  if (scale === "wrong")
    say(
      "changed",
      `"${cell("scale") || cell("divisor") || cell("decimals")}" is no step, divisor or number of decimals.`,
      "The raw value is taken as it is.",
    );
  else if (scale !== undefined && scale !== 1 && scale !== "1/1") spec.scale = scale;
  if (cell("unit")) spec.unit = cell("unit");
  if (choices.length > 0 && !spec.type.startsWith("bits") && spec.type !== "float32" && spec.type !== "text")
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
  if (access === "ro" || place.input) {
    spec.readOnly = true;
    spec.kind = "measured";
  } else {
    limits(spec, cell, say);
    const command = asCommand(spec, row.line);
    if (command) notes.push(command);
  }
  return {
    group:
      cell("group") ||
      `Registers ${Math.floor(place.address / 100) * 100} to ${Math.floor(place.address / 100) * 100 + 99}`,
    spec,
  };
}

function scaleOf(cell: (field: Field) => string): number | string | undefined | "wrong" {
  if (cell("scale")) {
    const fraction = /^\s*(\d+(?:[.,]\d+)?)\s*[/:]\s*(\d+(?:[.,]\d+)?)\s*$/.exec(cell("scale"));
    if (fraction) return `${fraction[1]!.replace(",", ".")}/${fraction[2]!.replace(",", ".")}`;
    const number = readDecimal(cell("scale").replace(/^[x×*]/i, ""));
    return number !== undefined && number > 0 && parseRational(String(number)) ? number : "wrong";
  }
  if (cell("divisor")) {
    const number = readDecimal(cell("divisor"));
    return number !== undefined && number > 0 ? `1/${number}` : "wrong";
  }
  if (cell("decimals")) {
    const number = readDecimal(cell("decimals"));
    if (number === undefined || !Number.isInteger(number) || number < 0 || number > 9) return "wrong";
    return number === 0 ? 1 : `1/${10 ** number}`;
  }
  return undefined;
}

function limits(
  spec: ParameterSpec,
  cell: (field: Field) => string,
  say: (verdict: LineNote["verdict"], reason: string, remedy: string) => undefined,
): void {
  const range = readRange(cell("range"));
  const number = (field: "min" | "max" | "default"): number | undefined => {
    const text = cell(field);
    if (text === "") return undefined;
    const value = readDecimal(text) ?? (/^0x[\da-f]+$/i.test(text) ? Number(text) : undefined);
    if (value === undefined)
      say("changed", `"${text}" is no number for ${LIMIT_WORDS[field]}.`, "It is taken without it.");
    return value;
  };
  if (spec.type === "text") {
    if (cell("default")) spec.default = cell("default");
    return;
  }
  const chosen = spec.choices?.find((each) => each.text.toLowerCase() === cell("default").toLowerCase());
  const standard = chosen ? chosen.value : number("default");
  if (standard !== undefined) spec.default = standard;
  if (spec.choices || (rawBounds(spec.type) === undefined && spec.type !== "float32")) return;
  const min = number("min") ?? range?.min;
  const max = number("max") ?? range?.max;
  if (min !== undefined) spec.min = min;
  if (max !== undefined) spec.max = max;
}
