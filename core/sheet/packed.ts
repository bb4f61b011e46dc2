import type { Cell, SheetData, SheetGroup, SheetRow } from "./rows";

/**
 * A sheet as one text, for its way to the browser. What sends pages walks through every field of every row, on both sides; a text goes as it is, and the same
 * text tells that nothing has changed. What most rows have alike is left out of it.
 */
export type PackedSheet = string & { readonly packed: "sheet" };

/** The fields of something in the order in which they are packed, each with what it mostly is; undefined where it mostly is absent. Those that are told most often come first. */
type Fields<T> = { [K in keyof T]-?: [usual: T[K]] };

const CELL: Fields<Cell> = {
  text: [""],
  unit: [""],
  meaning: [""],
  missing: [undefined],
  odd: [undefined],
  words: [undefined],
  volatile: [undefined],
};
const ROW: Fields<Omit<SheetRow, "cells">> = {
  code: [""],
  name: [""],
  help: [""],
  kind: ["setting"],
  base: [undefined],
  set: [undefined],
  choices: [undefined],
  notDefault: [false],
  differs: [false],
  moving: [false],
  readOnly: [false],
  by: [undefined],
  verdict: [undefined],
};

type Packed = unknown[];

/** Packs a sheet. */
export function packSheet({ groups, ...rest }: SheetData): PackedSheet {
  const packed = groups.map(({ rows, ...group }) => ({
    ...group,
    rows: rows.map(({ cells, ...row }) => [cells.map((each) => pack(CELL, each)), ...pack(ROW, row)]),
  }));
  return JSON.stringify({ ...rest, groups: packed }) as PackedSheet;
}

/** The sheet that was packed; one that is not packed as it is. */
export function unpackSheet(sheet: SheetData | PackedSheet): SheetData {
  if (typeof sheet !== "string") return sheet;
  const { groups, ...rest } = JSON.parse(sheet) as Omit<SheetData, "groups"> & {
    groups: Array<Omit<SheetGroup, "rows"> & { rows: Array<[Packed[], ...Packed]> }>;
  };
  return {
    ...rest,
    groups: groups.map(({ rows, ...group }) => ({
      ...group,
      rows: rows.map(([cells, ...row]) => ({
        ...unpack(ROW, row),
        cells: cells.map((each) => unpack(CELL, each)),
      })),
    })),
  };
}

/** The fields in their order, null for what is as usual; without the usual ones at the end. */
function pack<T>(fields: Fields<T>, of: T): Packed {
  const packed: Packed = [];
  let at = 0;
  for (const key in fields) {
    const value = of[key];
    if (value !== fields[key][0]) {
      while (packed.length < at) packed.push(null);
      packed.push(value);
    }
    at += 1;
  }
  return packed;
}

function unpack<T>(fields: Fields<T>, packed: Packed): T {
  const of: Partial<T> = {};
  let at = 0;
  for (const key in fields) {
    const value = (packed[at++] ?? fields[key][0]) as T[typeof key];
    if (value !== undefined) of[key] = value;
  }
  return of as T;
}
