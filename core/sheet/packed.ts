import type { Cell, SheetRow } from "./row";
import type { SheetData, SheetGroup } from "./rows";

/**
 * A sheet as one text, for its way to the browser. What sends pages walks through every field of every row, on both sides; a text goes as it is, and the same
 * text tells that nothing has changed. What most rows have alike is left out of it.
 */
export type PackedSheet = string & { readonly packed: "sheet" };

/** Something as it mostly is, all fields named: what is copied from it and then set keeps one shape, which makes thousands of them quick to walk. */
type Usual<T> = { [K in keyof Required<T>]: T[K] };

const CELL: Usual<Cell> = {
  text: "",
  unit: "",
  meaning: "",
  missing: undefined,
  odd: undefined,
  words: undefined,
  volatile: undefined,
};
const ROW: Usual<SheetRow> = {
  code: "",
  name: "",
  help: "",
  kind: "setting",
  base: undefined,
  set: undefined,
  choices: undefined,
  notDefault: false,
  differs: false,
  moving: false,
  readOnly: false,
  by: undefined,
  verdict: undefined,
  outside: undefined,
  rated: undefined,
  untold: undefined,
  cells: [],
};
/** The order in which fields are packed. Those that are told most often come first. */
const CELL_FIELDS = fieldsOf(CELL);
const ROW_FIELDS = fieldsOf(ROW).filter((each) => each !== "cells");

const CELL_USUAL = CELL_FIELDS.map((each) => CELL[each]);
const ROW_USUAL = ROW_FIELDS.map((each) => ROW[each]);

function fieldsOf<T extends object>(usual: T): Array<keyof T> {
  return Object.keys(usual) as Array<keyof T>;
}

type Packed = unknown[];
/** A cell that is the very one before it. */
const SAME = 0;
type PackedRow = [Array<Packed | typeof SAME>, ...Packed];

/** Packs a sheet. */
export function packSheet({ groups, ...rest }: SheetData): PackedSheet {
  const packed = groups.map(({ rows, ...group }) => ({
    ...group,
    rows: rows.map((row) => [
      row.cells.map((each, i) =>
        i > 0 && each === row.cells[i - 1] ? SAME : pack(CELL_FIELDS, CELL_USUAL, each),
      ),
      ...pack(ROW_FIELDS, ROW_USUAL, row),
    ]),
  }));
  return JSON.stringify({ ...rest, groups: packed }) as PackedSheet;
}

/** The sheet that was packed; one that is not packed as it is. */
export function unpackSheet(sheet: SheetData | PackedSheet): SheetData {
  if (typeof sheet !== "string") return sheet;
  const { groups, ...rest } = JSON.parse(sheet) as Omit<SheetData, "groups"> & {
    groups: Array<Omit<SheetGroup, "rows"> & { rows: PackedRow[] }>;
  };
  return {
    ...rest,
    groups: groups.map(({ rows, ...group }) => ({
      ...group,
      rows: rows.map(unpackRow),
    })),
  };
}

/** The fields in their order, null for what is as usual; without the usual ones at the end. */
function pack<T>(fields: ReadonlyArray<keyof T>, usual: readonly unknown[], of: T): Packed {
  const packed: Packed = [];
  for (let at = 0; at < fields.length; at++) {
    const value = of[fields[at]!];
    if (value === usual[at]) continue;
    while (packed.length < at) packed.push(null);
    packed.push(value);
  }
  return packed;
}

function unpackRow([cells, ...packed]: PackedRow): SheetRow {
  const row = unpack(ROW_FIELDS, ROW, packed);
  const made: Cell[] = [];
  for (const each of cells) made.push(each === SAME ? made.at(-1)! : unpack(CELL_FIELDS, CELL, each));
  row.cells = made;
  return row;
}

/** What is as usual is copied as a whole, and only what is told is set. */
function unpack<T extends object>(fields: ReadonlyArray<keyof T>, usual: T, packed: Packed): T {
  const of = { ...usual };
  for (let at = 0; at < packed.length; at++) {
    const value = packed[at];
    if (value !== null) of[fields[at]!] = value as T[keyof T];
  }
  return of;
}
