import { describe, expect, test } from "@jest/globals";
import { gridOf } from "./grid";
import type { Cell, SheetRow } from "./row";
import type { SheetData } from "./rows";

const row = (code: string, name: string): SheetRow => ({
  code,
  name,
  help: "",
  kind: "setting",
  cells: [],
  notDefault: false,
  differs: false,
  moving: false,
  readOnly: false,
});
const sheet = (columns: SheetData["columns"], ...rows: SheetRow[]): SheetData => ({
  family: "none",
  essentials: [],
  columns,
  compares: false,
  groups: [{ id: "a", title: "A", trail: "", axis: 0, rows }],
});
const record = { title: "Record 1", source: "record" as const };
const factory = { title: "Factory default", source: "default" as const };

describe("the grid of a sheet", () => {
  test("in one hand: code, name and the first value, whatever stands beside", () => {
    expect(gridOf(sheet([record, factory, record], row("17r", "Stop by")), true)).toEqual({
      narrow: true,
      says: false,
      shown: 1,
      columns: "3rem 5.2rem minmax(5rem,1fr) minmax(7.5rem,9rem)",
    });
  });
  test("one column: margin, code, name, value", () => {
    expect(gridOf(sheet([record], row("17r", "Stop by"))).columns).toBe(
      "3rem 5.2rem minmax(9rem,1fr) minmax(11rem,14rem)",
    );
  });
  test("two columns say beside the values how a row differs; a default is narrower", () => {
    const grid = gridOf(sheet([record, factory], row("17r", "Stop by")));
    expect(grid).toMatchObject({ narrow: false, says: true, minWidth: undefined });
    expect(grid.columns).toBe(
      "3rem 5.2rem minmax(9rem,1fr) minmax(11rem,14rem) minmax(9.5rem,12rem) minmax(5rem,8rem)",
    );
  });
  test("the code's track is as wide as the longest code, the name's as the longest name, up to a limit", () => {
    const long = gridOf(
      sheet([record], row("4:6083.00", "Language at the keypad"), row("1", "x".repeat(90))),
    );
    expect(long.columns).toBe("3rem 6.16rem minmax(15rem,1fr) minmax(11rem,14rem)");
  });
  test("where there is room, the longest text of a choice has it, up to a limit; a text that is a value likewise", () => {
    const cell = (part: Partial<Cell>): Cell =>
      ({ raw: 1, text: "1", unit: "", meaning: "", ...part }) as Cell;
    const most = (part: Partial<Cell>, ...columns: SheetData["columns"]): string[] =>
      [
        ...gridOf(sheet(columns, { ...row("2a", "Load"), cells: [cell(part)] })).columns.matchAll(
          /,([\d.]+)rem/g,
        ),
      ].map(([, each]) => each!);
    // 11 figures of 0.54, 27 signs of 0.44, and 2.5.
    expect(most({ meaning: "Variable torque (fan, pump)" }, record)).toEqual(["20.32"]);
    expect(most({ meaning: "x".repeat(80) }, record)).toEqual(["22"]);
    expect(most({ text: "x".repeat(30), words: true }, record)).toEqual(["19.82"]);
    expect(most({ meaning: "x".repeat(80), missing: true }, record)).toEqual(["14"]);
    // Of many beside each other each is as narrow as it can be.
    expect(most({ meaning: "x".repeat(80) }, record, record, record, record)).toEqual([
      "12",
      "12",
      "12",
      "12",
    ]);
  });
  test("more than three columns are narrow, say nothing, and scroll sideways", () => {
    const grid = gridOf(sheet([record, record, record, record], row("1a", "Name")));
    expect(grid).toMatchObject({ narrow: true, says: false, minWidth: "55rem" });
    expect(grid.columns.split(" ")).toHaveLength(7);
  });
  test("three columns are narrow and still say how a row differs; six of them fit on a desk's screen", () => {
    const three = gridOf(sheet([record, record, factory], row("17r", "x".repeat(40))));
    expect(three).toMatchObject({ narrow: true, says: true, minWidth: undefined });
    const least = (columns: string): number =>
      [...columns.matchAll(/(?:minmax\()?([\d.]+)rem/g)]
        .filter(([all], i) => i < 2 || all.startsWith("minmax"))
        .reduce((sum, [, each]) => sum + Number(each), 0);
    // 1280 px without the jump strip's 112; beside a leaf of 288 px.
    expect(least(three.columns) * 16).toBeLessThanOrEqual(1280 - 112 - 288);
    const six = gridOf(
      sheet(
        Array.from({ length: 6 }, () => record),
        row("17r", "x".repeat(40)),
      ),
    );
    expect(least(six.columns) * 16).toBeLessThanOrEqual(1280 - 112);
  });
  test("a sheet without rows has a grid all the same", () => {
    expect(gridOf(sheet([record])).columns).toContain("5.2rem");
  });
});
