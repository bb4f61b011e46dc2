import type { Definition } from "@/core/definition";
import { valuesByCode, type ParameterSet } from "@/core/set";
import { formatValue, type RawValue } from "@/core/value";
import type { LineNote } from "../note";
import type { FileValue, ValuesAbout, ValuesFile } from "./model";

/** What a column of a list of values may hold. */
export const VALUE_FIELDS = ["code", "name", "value", "unit", "raw"] as const;
export type ValueField = (typeof VALUE_FIELDS)[number];
export type ValueColumns = Partial<Record<ValueField, number>>;

export const VALUE_FIELD_WORDS: Record<ValueField, string> = {
  code: "Code",
  name: "Name",
  value: "Value",
  unit: "Unit",
  raw: "Raw",
};

/** Headings in English, German and French. */
const WORDS: Record<ValueField, RegExp> = {
  raw: /^(raw|raw value|rohwert|valeur brute)$/i,
  code: /^(code|par(ameter|amètre|ametre)?\.?( ?(no|number|nr|id|n°))?|number|numéro|no|nr|n°|id|index|object)\.?$/i,
  name: /^(name|parameter name|title|designation|bezeichnung|label|description|beschreibung|nom|désignation)$/i,
  value:
    /^((actual|current|drive|set|present|my) ?)?(value|setting|wert|istwert|einstellung|valeur|réglage|parameter ?value)$/i,
  unit: /^(unit|units|einheit|unité)$/i,
};

/** What stands above the columns of a list of our own, one to a row. */
const ABOUT = {
  Definition: "definition",
  Position: "position",
  Record: "record",
  Taken: "takenAt",
  "Serial number": "serial",
  Rating: "rating",
  Supply: "supply",
  Firmware: "firmware",
  Axes: "axes",
  Options: "options",
  Partial: "partial",
  Hash: "hash",
} as const satisfies Record<string, keyof ValuesAbout>;

export type Row = { line: number; cells: string[] };
type Cell = string | number;

const LOOK_AT = 40;

/**
 * A record as rows of a list: what is known of it, then a line for each value. `Raw` is the value as the drive gave it, as JSON has it: the column from which the
 * very same record comes back.
 */
export function valueRows(definition: Definition, set: ParameterSet, about: ValuesAbout): Cell[][] {
  const values = valuesByCode(set);
  const rows: Cell[][] = Object.entries(ABOUT).flatMap(([heading, key]) => {
    const said = about[key];
    if (said === undefined) return [];
    return [[heading, Array.isArray(said) ? said.join(" ") : said]];
  });
  rows.push([], ["Code", "Group", "Name", "Value", "Unit", "Meaning", "Raw"]);
  for (const group of definition.groups)
    for (const parameter of group.parameters) {
      const raw = values.get(parameter.code);
      if (raw === undefined) continue;
      const { text, unit, meaning } = formatValue(parameter, raw);
      rows.push([
        parameter.code,
        group.trail.join(", "),
        parameter.name,
        printable(text),
        unit,
        meaning,
        asRaw(raw),
      ]);
    }
  return rows;
}

/** Without signs that no sheet can show; the raw value beside it has them. */
export const printable = (text: string): string => text.replace(/[\u0000-\u001f\u007f-\u009f]/g, "");

/** A number stands as it is; text in its quotation marks, so that no program takes it for a number. */
const asRaw = (raw: RawValue): Cell => (typeof raw === "number" ? raw : JSON.stringify(raw));

/** Finds the heading of a list of values and what its columns hold. */
export function guessValueColumns(rows: readonly Row[]): { headRow: number; columns: ValueColumns } {
  let best = { headRow: -1, columns: {} as ValueColumns };
  for (const [i, { cells }] of rows.slice(0, LOOK_AT).entries()) {
    const columns: ValueColumns = {};
    for (const field of ["raw", ...VALUE_FIELDS] as const) {
      const at = cells.findIndex(
        (cell, column) => WORDS[field].test(cell.trim()) && !Object.values(columns).includes(column),
      );
      if (at >= 0 && columns[field] === undefined) columns[field] = at;
    }
    if (Object.keys(columns).length > Object.keys(best.columns).length) best = { headRow: i, columns };
  }
  return best;
}

/**
 * Reads a list of values: the rows below its heading, and what stands above it, in the column `aboutIn`. Rows without a code say nothing and are left out.
 */
export function readValueRows(
  rows: readonly Row[],
  { headRow, columns, aboutIn = 1 }: { headRow: number; columns: ValueColumns; aboutIn?: number },
): ValuesFile {
  const notes: LineNote[] = [];
  const valueless: FileValue[] = [];
  const cell = ({ cells }: Row, field: ValueField): string => {
    const at = columns[field];
    return at === undefined ? "" : plain(cells[at] ?? "");
  };
  const values = rows.slice(headRow + 1).flatMap((row): FileValue[] => {
    const code = cell(row, "code");
    const name = cell(row, "name");
    if (code === "" && name === "") return [];
    const [value, unit, raw] = [cell(row, "value"), cell(row, "unit"), cell(row, "raw")];
    const said = columns.raw === undefined ? undefined : rawOf(raw);
    if (raw !== "" && said === undefined)
      notes.push({
        line: row.line,
        verdict: "left-out",
        what: `${code} ${raw}`.slice(0, 80),
        reason: "What stands under Raw is no number and no text in quotation marks.",
        remedy: "Clear that cell to take the value beside it.",
      });
    if (value === "" && said === undefined) {
      if (raw === "") valueless.push({ line: row.line, code, name });
      return [];
    }
    return [
      {
        line: row.line,
        code,
        name,
        ...(said === undefined ? {} : { raw: said }),
        ...(value === "" ? {} : { text: unit === "" ? value : `${value} ${unit}` }),
      },
    ];
  });
  return { about: aboutOf(rows.slice(0, Math.max(headRow, 0)), aboutIn), values, valueless, notes };
}

/** A cell without the sign that keeps spreadsheets from taking it for a formula. */
function plain(cell: string): string {
  const text = cell.trim();
  return /^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text;
}

function rawOf(cell: string): RawValue | undefined {
  if (/^-?\d{1,15}$/.test(cell)) return Number(cell);
  if (!/^".*"$/s.test(cell)) return undefined;
  try {
    const text: unknown = JSON.parse(cell);
    return typeof text === "string" ? text : undefined;
  } catch {
    return undefined;
  }
}

function aboutOf(rows: readonly Row[], column: number): ValuesAbout {
  const about: ValuesAbout = {};
  for (const { cells } of rows) {
    const key = ABOUT[(cells[0] ?? "").trim() as keyof typeof ABOUT];
    const said = plain(cells[column] ?? "");
    if (key === undefined || said === "") continue;
    if (key === "record" || key === "axes") about[key] = Number(said) || undefined;
    else if (key === "options") about.options = said.split(" ");
    else about[key] = said;
  }
  return about;
}
