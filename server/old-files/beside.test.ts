import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { comparedColumns, leftWords, sideBySide } from "@/app/_lib/compare-columns";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill, runnel } from "@/families/testing";
import { tables } from "@/server/database";
import { keepReading, loadSet, recordByNumber } from "@/server/ledger";
import { compareTable } from "@/server/paper";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import { FilesBeside, recordFile } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
/** A file that holds values, or a failure of the test. */
async function put(name: string, text: string | Uint8Array, beside = plant.app.beside) {
  const file = await beside.put(1, name, typeof text === "string" ? bytes(text) : text);
  if ("reason" in file) throw new Error(file.reason);
  return file;
}

describe("a file beside others", () => {
  test("a list of the same family stands by its codes; its lines that do not fit are named; nothing of it is kept", async () => {
    const file = await put("share.csv", "code,value\n1r,2.50\n4r,3.00\nno such,1\n");
    expect(file.definition.id).toBe(rill.id);
    expect([...file.values]).toEqual([
      ["1r", 250],
      ["4r", 300],
    ]);
    expect(file.notes).toEqual([
      expect.objectContaining({ line: 4, what: expect.stringContaining("no such") }),
    ]);
    const live = valuesByCode(factorySet(rill, "R-030"));
    const { record } = await keepReading(plant.app.db, rill, plant.person, {
      positionId: plant.positionId,
      set: buildSet(rill, live),
      identity: RILL_PLATE,
      state: AT_REST,
      linkName: "Bench",
      unit: 3,
      origin: "read",
      takenAt: plant.app.now(),
    });
    const compared = await comparedColumns(plant.app, 1, [`KL-03:${record.number}`, `file:${file.id}`]);
    const beside = sideBySide(compared, "code");
    expect(beside?.by === "code" && beside.sheet.columns.map((each) => each.source)).toEqual([
      "record",
      "file",
    ]);
    expect(leftWords(compared, "code")).toEqual([]);
    expect(await recordByNumber(plant.app.db, plant.positionId, record.number + 1)).toBeUndefined();
  });

  test("one of another family is named as such, and is compared by what its values mean", async () => {
    const mine = await put("a.csv", "code,value\n1r,2.50\n4r,3.00\n3m,3.4\n");
    const values = factorySet(runnel, runnel.file.ratings[0]!.id);
    const codes = [...valuesByCode(values)].slice(0, 30);
    const other = await put(
      "b.csv",
      `code,raw\n${codes.map(([code, raw]) => `${code},${raw}`).join("\n")}\n`,
    );
    const compared = await comparedColumns(plant.app, 1, [`file:${mine.id}`, `file:${other.id}`]);
    expect(compared.otherLists).toEqual([expect.stringContaining("File b.csv")]);
    expect(sideBySide(compared, "meaning")).toMatchObject({
      by: "meaning",
      titles: ["File a.csv", "File b.csv"],
    });
  });

  test.each([
    ["empty.csv", ""],
    ["letter.txt", "Dear all,\nplease find attached nothing.\n"],
    ["binary.xlsx", "\u0000\u0001PK"],
  ])("%s holds no values: it is said why, with a remedy", async (name, text) => {
    const file = await plant.app.beside.put(1, name, bytes(text));
    expect(file).toMatchObject({ reason: expect.stringMatching(/\w/), remedy: expect.stringMatching(/\w/) });
  });

  test("it belongs to its plant, and the one shown longest ago is forgotten first", async () => {
    const beside = new FilesBeside(plant.app.db, plant.app.shelf, plant.app.now, 2);
    const first = await put("first.csv", "code,value\n1r,2.50\n", beside);
    const second = await put("second.csv", "code,value\n1r,2.60\n", beside);
    expect(beside.find(2, first.id)).toBeUndefined();
    expect(beside.find(1, first.id)?.name).toBe("first.csv");
    await put("third.csv", "code,value\n1r,2.70\n", beside);
    expect(beside.find(1, second.id)).toBeUndefined();
    expect(beside.find(1, first.id)?.name).toBe("first.csv");
  });
});

test("a record's own file stands beside the record and differs in nothing", async () => {
  const row = (await recordByNumber(plant.app.db, plant.positionId, 1))!;
  for (const format of ["json", "csv"] as const) {
    const made = await recordFile("KL-03", row, await loadSet(plant.app.db, row), rill, format, 0);
    if (!made.ok) throw new Error(made.trouble.text);
    const file = await put(`record.${format}`, made.value);
    const compared = await comparedColumns(plant.app, 1, ["KL-03:1", `file:${file.id}`]);
    const beside = sideBySide(compared, "code");
    if (beside?.by !== "code") throw new Error("not by code");
    const differing = beside.sheet.groups.flatMap((each) => each.rows).filter((each) => each.differs);
    expect(differing).toEqual([]);
  }
});

test("what a comparison gave as a file comes back to it: one record's column, found by its tag", async () => {
  const compared = await comparedColumns(plant.app, 1, ["KL-03:1"]);
  const table = await compareTable(sideBySide(compared, "code")!, "all", "csv");
  const file = await put("compared.csv", table);
  const { values } = compared.found[0]!.column;
  // An empty text says nothing in a file: whether there was one cannot be told.
  expect(file.notes).toMatchObject([{ what: "20m", reason: "There is no value." }]);
  expect([...file.values].filter(([code, raw]) => values.get(code) !== raw)).toEqual([]);
  expect(file.values.size).toBe([...values.values()].filter((raw) => raw !== "").length);
});

test("one record is compared with the factory default beside it; beside two, the default is there to be read", async () => {
  const differing = async (tokens: string[]): Promise<string[]> => {
    const beside = sideBySide(await comparedColumns(plant.app, 1, tokens), "code");
    if (beside?.by !== "code") throw new Error("not by code");
    return beside.sheet.groups.flatMap(({ rows }) =>
      rows.filter((each) => each.differs).map((each) => each.code),
    );
  };
  const changed = valuesByCode(factorySet(rill, "R-030")).set("1r", 250).set("4r", 300);
  const { record } = await keepReading(plant.app.db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, changed),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Bench",
    unit: 3,
    origin: "read",
    takenAt: plant.app.now(),
  });
  const kept = `KL-03:${record.number}`;
  for (const tokens of [
    [kept, "KL-03:default"],
    ["KL-03:default", kept],
  ])
    expect(await differing(tokens)).toEqual(["1r", "4r"]);
  expect(await differing([kept, kept, "KL-03:default"])).toEqual([]);
});

test("a position with a colon in its tag is not taken for another one's record", async () => {
  const { db } = plant.app;
  const tag = "KL-03:1";
  const [neighbour] = await db.select().from(tables.position);
  const [position] = await db
    .insert(tables.position)
    .values({ plantId: 1, tag, title: "Its cooler", areaId: neighbour!.areaId, definitionId: rill.id })
    .returning();
  const none = await comparedColumns(plant.app, 1, [`${tag}:1`, "KL-03:1"]);
  expect(none.missing).toEqual([`${tag}:1`]);
  expect(none.found.map(({ of }) => of?.tag)).toEqual(["KL-03"]);
  await keepReading(db, rill, plant.person, {
    positionId: position!.id,
    set: buildSet(rill, valuesByCode(factorySet(rill, "R-030"))),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Bench",
    unit: 4,
    origin: "read",
    takenAt: plant.app.now(),
  });
  const both = await comparedColumns(plant.app, 1, [`${tag}:1`, `${tag}:default`]);
  expect(both.missing).toEqual([]);
  expect(both.found.map(({ column }) => column.at)).toEqual([tag, undefined]);
});
