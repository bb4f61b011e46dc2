import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "@jest/globals";
import { loadDefinition } from "@/core/definition";
import { floatOf, isFloat, NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import type { LineNote } from "../note";
import { about, link } from "./testing";
import { definitionFromList, guessColumns } from "./index";

const FOLDER = join("core", "format", "register-list", "lists");
/** What a question about the whole list leaves open. */
const LEFT_OPEN: Record<string, Array<keyof Meant>> = {
  Registers: ["address"],
  Steps: ["step", "least", "most", "standard"],
  "Limits and defaults": ["least", "most", "standard"],
  Types: ["type", "step", "least", "most"],
  Access: ["access"],
  "Input registers": ["address"],
};

/** A row as whoever wrote the list means it. */
interface Meant {
  code: string;
  address: string;
  type: string;
  step: string;
  /** Raw; or the choices with their words. */
  least: string;
  most: string;
  standard: string;
  access: string;
  unit: string;
}

function meantBy(line: string): Meant {
  const cells = line.split(" ");
  const words = cells[4]!.includes("=");
  const [code, address, type, step, least] = cells as [string, string, string, string, string];
  const [most, standard, access, unit] = words ? ["-", ...cells.slice(5)] : cells.slice(5);
  return { code, address, type, step, least, most, standard, access, unit: unit ?? "" } as Meant;
}

/** The same of a parameter that was made. */
function takenAs(parameter: Parameter, meant: Meant): Meant {
  const { code, address, type, scale, choices, readOnly, kind, unit = "" } = parameter;
  const raw = (value: RawValue | undefined): string => {
    if (value === undefined) return "-";
    return String(isFloat(type) ? Number(floatOf(type, value).toPrecision(6)) : value).replace(/ /g, "_");
  };
  let access = "rw";
  if (readOnly) access = "ro";
  else if (NOT_SETTINGS.has(kind)) access = kind;
  // What somebody only reads has no limits, and where none are meant the type's own do no harm.
  const told = (limit: string, value: RawValue | undefined): string => (limit === "-" ? "-" : raw(value));
  return {
    code,
    address: String(address),
    type,
    step: String(Number(scale.num) / Number(scale.den)),
    least: choices
      ? choices.map((each) => `${each.value}=${raw(each.text)}`).join()
      : told(meant.least, parameter.rawMin),
    most: told(meant.most, parameter.rawMax),
    standard: readOnly ? "-" : raw(parameter.rawDefault),
    access,
    unit,
  };
}

/** The lists in the folder: one as an engineer wrote it, and below what each of its rows means. What is not told there is to be left out. */
function readList(name: string) {
  const [list, told] = readFileSync(join(FOLDER, name), "utf8").split("==\n") as [string, string];
  const rows = list
    .trimEnd()
    .split("\n")
    .map((each, i) => ({ line: i + 1, cells: each.split("|").map((cell) => cell.trim()) }));
  const options = { ...guessColumns(rows.map((each) => each.cells)), base: 0 as const };
  const made = definitionFromList(rows, options, about, link);
  const { byCode, parameters } = loadDefinition(JSON.stringify(made.file), name);
  const { code: codeAt, address: addressAt } = options.mapping;
  const lineOf = (code: string): number | undefined =>
    rows.find(({ cells }) => (codeAt === undefined ? `A${cells[addressAt!]}` : cells[codeAt]) === code)?.line;
  const meant = told.trim().split("\n").map(meantBy);
  const silent: string[] = [];
  let right = 0;
  const said = (code: string): LineNote[] => made.notes.filter((each) => each.line === lineOf(code));
  for (const each of meant) {
    const parameter = byCode.get(each.code);
    const wrong = parameter
      ? (Object.keys(each) as Array<keyof Meant>).filter((key) => takenAs(parameter, each)[key] !== each[key])
      : ["left out" as const];
    if (wrong.length === 0) right += 1;
    const open = made.notes.flatMap((note) => (note.line === 0 ? (LEFT_OPEN[note.what] ?? []) : []));
    if (wrong.some((key) => !open.includes(key as keyof Meant)) && said(each.code).length === 0)
      silent.push(
        `${name} ${each.code}: ${wrong.join(", ")}; meant ${JSON.stringify(each)}, taken ${parameter ? JSON.stringify(takenAs(parameter, each)) : "not"}`,
      );
  }
  const known = new Set(meant.map((each) => each.code));
  for (const { code } of parameters)
    if (!known.has(code) && said(code).length === 0) silent.push(`${name} ${code}: taken, and is none`);
  return { rows: meant.length, right, silent };
}

describe("lists as engineers write them", () => {
  const all = readdirSync(FOLDER).map(readList);

  test("no row is taken for something else without a word", () => {
    expect(all.flatMap((each) => each.silent)).toEqual([]);
  });
  test("four of five rows are right at the first guess", () => {
    const [right, rows] = [all, all].map((each, i) =>
      each.reduce((sum, { right, rows }) => sum + (i === 0 ? right : rows), 0),
    ) as [number, number];
    expect(right / rows).toBeGreaterThan(0.8);
  });
});
