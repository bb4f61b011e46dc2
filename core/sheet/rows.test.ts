import { describe, expect, test } from "@jest/globals";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { hollin, rill } from "@/families/testing";
import { buildHead, buildSheet, type SheetData } from "./rows";

const factory = () => valuesByCode(factorySet(rill, "R-030"));
const column = (source: Column["source"], changed: Record<string, RawValue> = {}): Column => ({
  id: source,
  title: source,
  source,
  values: new Map([...factory(), ...Object.entries(changed)]),
});
const row = (sheet: SheetData, code: string) =>
  sheet.groups.flatMap((each) => each.rows).find((each) => each.code === code)!;

describe("a sheet", () => {
  test("beside a default: what is not default is marked, nothing differs, and the difference is counted from the default", () => {
    const sheet = buildSheet(rill, "R-030", [column("record", { "1r": 250 }), column("default")]);
    expect(sheet.compares).toBe(false);
    expect(row(sheet, "1r")).toMatchObject({ notDefault: true, differs: false, by: "-2.5 s" });
    expect(row(sheet, "4r")).toMatchObject({ notDefault: false, differs: false });
    expect("by" in row(sheet, "4r")).toBe(false);
  });
  test("drive beside record: differences and one verdict in words", () => {
    const sheet = buildSheet(rill, "R-030", [
      column("live", { "4r": 99 }),
      column("record", { "1r": 250, "4r": 180 }),
    ]);
    expect(row(sheet, "1r")).toMatchObject({ differs: true, verdict: "back to default" });
    expect(row(sheet, "4r")).toMatchObject({ differs: true, verdict: "changed on the drive" });
    expect(row(sheet, "5r")).toMatchObject({ differs: false });
    expect("verdict" in row(sheet, "5r")).toBe(false);
  });
  test("between two that somebody holds, a difference is told with its share of the first; of 0 there is none", () => {
    const sheet = buildSheet(rill, "R-030", [
      column("record", { "4r": 180, "1r": 200, "10f": 0 }),
      column("record", { "4r": 120, "1r": 300, "10f": 1200 }),
    ]);
    expect(row(sheet, "4r").by).toBe("-0.6 s (-33 %)");
    expect(row(sheet, "1r").by).toBe("+1 s (+50 %)");
    expect(row(sheet, "10f").by).toBe("+12 Hz");
  });
  test("a draft is told by how far it is from the record it stands on, whatever the default is", () => {
    const sheet = buildSheet(rill, "R-030", [
      column("draft", { "4r": 200 }),
      column("record", { "4r": 180 }),
      column("default"),
    ]);
    expect(row(sheet, "4r").by).toBe("+0.2 s (+11 %)");
    expect(row(sheet, "1r").by).toBeUndefined();
  });
  test("defaults alone show what a family has: parameters without a default too; beside a record they are left out where it has none", () => {
    const defaults = buildSheet(rill, "R-030", [column("default")]);
    expect(defaults.groups.flatMap((each) => each.rows)).toHaveLength(rill.parameters.length);
    expect(row(defaults, "5y").cells[0]).toMatchObject({ missing: true });
    const record = buildSheet(rill, "R-030", [column("record"), column("default")]);
    expect(row(record, "5y")).toBeUndefined();
  });
  test("sets and axes are groups of their own, in their order", () => {
    const sheet = buildSheet(hollin, "H-090", [
      { ...column("default"), values: valuesByCode(factorySet(hollin, "H-090")) },
    ]);
    expect(sheet.groups.slice(0, 4).map((each) => [each.id, each.title])).toEqual([
      ["mot/1", "Motor plate, set 1"],
      ["mot/2", "Motor plate, set 2"],
      ["mot/3", "Motor plate, set 3"],
      ["ide/1", "Motor identified, set 1"],
    ]);
  });
  test("among twins the odd one is ringed, and none when there is no majority", () => {
    const twins = (values: number[]) =>
      buildSheet(
        rill,
        "R-030",
        values.map((raw) => column("record", { "4r": raw })),
      );
    expect(row(twins([180, 180, 120, 180]), "4r").cells.map((each) => each.odd ?? false)).toEqual([
      false,
      false,
      true,
      false,
    ]);
    expect(row(twins([1, 1, 2, 2]), "4r").cells.some((each) => each.odd)).toBe(false);
  });
  test("what was not read is no difference, and says so; a sheet that stopped half-way does not count the rest", () => {
    const half = column("live", { "4r": 99 });
    const values = new Map([...half.values].filter(([code]) => code !== "5r" && code !== "6r"));
    const sheet = buildSheet(rill, "R-030", [{ ...half, values }, column("record", { "5r": 7 })]);
    expect(row(sheet, "5r")).toMatchObject({ differs: false, verdict: "not read" });
    const differing = sheet.groups.flatMap((each) => each.rows).filter((each) => each.differs);
    expect(differing.map((each) => each.code)).toEqual(["4r"]);
  });
  test("among several positions a name is each one's own; within one it is a setting like others", () => {
    const named = (at: string, text: string): Column => ({ ...column("record", { "1a": text }), at });
    const twins = buildSheet(rill, "R-030", [named("KL-03", "Roller 3"), named("KL-04", "Roller 4")]);
    expect(row(twins, "1a")).toMatchObject({ differs: false, verdict: "each its own" });
    const same = buildSheet(rill, "R-030", [named("KL-03", "Roller 3"), named("KL-03", "Roller 4")]);
    expect(row(same, "1a").differs).toBe(true);
  });
  test("a value not known to be permanent is marked alone, not all of them", () => {
    const live = { ...column("live", { "4r": 99 }), volatile: new Set(["4r"]) };
    const sheet = buildSheet(rill, "R-030", [live, column("record")]);
    expect(row(sheet, "4r").cells.map((each) => each.volatile ?? false)).toEqual([true, false]);
    expect(row(sheet, "5r").cells[0]!.volatile).toBeUndefined();
  });
  test("what one drive has and the other has nothing for is a difference, and said; what was not read is none", () => {
    const without = (code: string, lacks?: ReadonlySet<string>): Column => {
      const all = column("live");
      return {
        ...all,
        title: "GL-06",
        lacks,
        values: new Map([...all.values].filter(([each]) => each !== code)),
      };
    };
    const told = row(buildSheet(rill, "R-030", [column("record"), without("1r", new Set(["1r"]))]), "1r");
    expect(told).toMatchObject({ differs: true, verdict: "not in GL-06" });
    expect(told.cells[1]).toEqual({ text: "", unit: "", meaning: "has none", missing: true });
    const unread = row(buildSheet(rill, "R-030", [column("record"), without("1r")]), "1r");
    expect(unread).toMatchObject({ differs: false, cells: [{}, { meaning: "" }] });
  });
  test("what moves by itself neither differs nor counts as not default", () => {
    const sheet = buildSheet(rill, "R-030", [column("live", { "1y": 4000 }), column("record", { "1y": 0 })]);
    expect(row(sheet, "1y")).toMatchObject({ moving: true, differs: false, notDefault: false });
  });
});

describe("the head of a sheet", () => {
  const columns = [column("record"), column("record", { "1r": 250, "4r": 180, "14r": 1, "1y": 4000 })];

  test("is the first rows that differ, as the whole sheet has them, and says that the rest is coming", () => {
    const whole = buildSheet(rill, "R-030", columns);
    const differing = whole.groups.flatMap((each) => each.rows).filter((each) => each.differs);
    const head = buildHead(rill, "R-030", columns, 2)!;
    expect(head).toMatchObject({ coming: true, columns: whole.columns, compares: true });
    expect(head.groups.flatMap((each) => each.rows)).toEqual(differing.slice(0, 2));
    const all = buildHead(rill, "R-030", columns, 60)!;
    expect(all.groups.flatMap((each) => each.rows)).toEqual(differing);
    expect(whole.coming).toBeUndefined();
  });
  test("is none where nothing differs", () => {
    expect(
      buildHead(rill, "R-030", [column("record"), column("record", { "1y": 4000 })], 60),
    ).toBeUndefined();
  });
});
