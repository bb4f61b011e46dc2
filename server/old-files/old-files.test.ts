import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import type { OldFileChoices } from "@/core/contract";
import { definitionFor, type Definition } from "@/core/definition";
import { buildSet, factorySet, recordHashes, valuesByCode, type ParameterSet } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import { definitions, hollin, plover, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { filesOf } from "@/server/files";
import {
  keepFromFile,
  keepReading,
  loadSet,
  newerThan,
  newestReading,
  recordByNumber,
  type RecordRow,
} from "@/server/ledger";
import { createPosition, findPosition, plantLines } from "@/server/plant";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, WORDS } from "@/server/testing/samples";
import { recordFile, takeOldFile, type RecordFormat } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const PLANT = 1;
const NOW = new Date("2026-03-14T16:20:00Z");
const take = (content: string | Uint8Array, choices: OldFileChoices) =>
  takeOldFile(
    plant.app.db,
    plant.app.shelf,
    plant.person,
    PLANT,
    typeof content === "string" ? new TextEncoder().encode(content) : content,
    choices,
    NOW,
  );
async function newPosition(tag: string, definitionId: string): Promise<number> {
  const words = { ...WORDS, tag, title: tag, definitionId };
  const made = await createPosition(plant.app.db, plant.person, PLANT, words, NOW);
  if (!made.ok) throw new Error(made.trouble.text);
  return (await findPosition(plant.app.db, PLANT, tag))!.id;
}

/** A drive's values: the factory's, with a change, and something in every value that the drive finds out itself. */
function someSet(definition: Definition): ParameterSet {
  const values = valuesByCode(factorySet(definition, undefined));
  for (const each of definition.parameters)
    if (!values.has(each.code) && each.type === "u16") values.set(each.code, 7);
  return buildSet(definition, values);
}

async function recorded(positionId: number, definition: Definition): Promise<RecordRow> {
  const kept = await keepReading(plant.app.db, definition, plant.person, {
    positionId,
    set: someSet(definition),
    identity: {
      vendor: definition.file.vendor,
      family: definition.file.family,
      definitionId: definition.id,
      rating: definition.file.ratings[0]?.id,
      ratingName: "one",
      supply: "3 × 400 V",
      firmware: definition.fitting.firmware,
      serial: `S-${positionId}`,
      axes: definition.axes.length || undefined,
      options: definition.fitting.options.map((id) => ({ id, name: id })),
    },
    state: { ...AT_REST, permission: undefined },
    linkName: "Kiln",
    unit: 3,
    origin: "read",
    takenAt: new Date("2026-01-01T10:00:00Z"),
  });
  return kept.record;
}

describe("a record goes out as a file and comes back with the same hash", () => {
  const rack = definitionFor(plover, { ...plover.fitting, axes: 4 });
  const cases = [...definitions, rack].flatMap((definition, i) =>
    (["json", "csv", "xlsx", "dcf"] as RecordFormat[])
      .filter((format) => format !== "dcf" || definition.protocol === "canopen")
      .map((format): [string, RecordFormat, Definition, number] => [
        definition.axes.length > 1 ? "a rack" : definition.title,
        format,
        definition,
        i,
      ]),
  );
  test.each(cases)("%s as %s", async (_title, format, definition, i) => {
    const from = await newPosition(`OUT-${format}-${i}`, definition.id);
    const to = await newPosition(`IN-${format}-${i}`, definition.id);
    const row = await recorded(from, definition);
    const made = await recordFile("OUT", row, await loadSet(plant.app.db, row), definition, format, 0);
    if (!made.ok) throw new Error(made.trouble.text);
    const kept = await take(made.value, {
      path: `share/x.${format}`,
      position: `IN-${format}-${i}`,
      keep: true,
    });
    expect(kept).toMatchObject({
      ok: true,
      value: { values: { noteCount: 0 }, kept: { number: 1, known: false } },
    });
    const back = (await recordByNumber(plant.app.db, to, 1))!;
    // What only a drive tells is missing in a reading, and not in a file.
    const measured = row.missing.filter((code) => NOT_SETTINGS.has(definition.byCode.get(code)!.kind));
    expect(measured.length).toBeGreaterThan(0);
    expect(back).toMatchObject({
      origin: "file",
      hashAll: row.hashAll,
      hashSettings: row.hashSettings,
      present: row.present,
      expected: row.expected - measured.length,
      serial: row.serial,
      rating: row.rating,
      firmware: row.firmware,
      takenAt: row.takenAt,
      driveId: null,
    });
  });
  test("registers cannot be a device configuration file, and it says so", async () => {
    const row = await recorded(await newPosition("NO-DCF", rill.id), rill);
    expect(await recordFile("NO-DCF", row, await loadSet(plant.app.db, row), rill, "dcf", 0)).toMatchObject({
      ok: false,
      trouble: { text: expect.stringContaining("registers, no objects") as unknown },
    });
  });
});

const LIST = "Code;Value\n1r;25,0\n4r;18,0\nzz9;1\n";

describe("a list of another program", () => {
  test("is placed by its way, dated by its name, and tells what did not fit; nothing is kept before somebody says so", async () => {
    const id = await newPosition("GL-07", rill.id);
    const looked = await take(LIST, { path: "share/Glazing/gl 7/2024-11-05.csv" });
    expect(looked).toMatchObject({
      ok: true,
      value: {
        position: "GL-07",
        values: {
          family: rill.id,
          of: 3,
          taken: 2,
          dateGiven: "2024-11-05",
          notes: [{ line: 4, verdict: "left-out" }],
        },
      },
    });
    expect(await newestReading(plant.app.db, id)).toBeUndefined();
    expect(await recordByNumber(plant.app.db, id, 1)).toBeUndefined();
  });
  test("becomes a partial record with its file beside it, never standing; the same file again adds nothing", async () => {
    const choices = { path: "share/Glazing/gl 7/2024-11-05.csv", keep: true, rating: "R-030" };
    expect(await take(LIST, choices)).toMatchObject({
      ok: true,
      value: { kept: { number: 1, known: false } },
    });
    const position = (await findPosition(plant.app.db, PLANT, "GL-07"))!;
    const row = (await recordByNumber(plant.app.db, position.id, 1))!;
    expect(row).toMatchObject({
      present: 2,
      rating: "R-030",
      supply: "3 × 400 V",
      firmware: "",
      serial: "",
      source: { name: choices.path, leftOut: 1, dateGiven: "2024-11-05" },
    });
    expect(row.takenAt).toEqual(new Date(2024, 10, 5));
    expect(await filesOf(plant.app.db, PLANT, { positionId: position.id })).toMatchObject([
      { name: "2024-11-05.csv", of: "record 1" },
    ]);
    expect(await plant.app.db.$count(tables.standing, eq(tables.standing.positionId, position.id))).toBe(0);
    expect(await take(LIST, { path: "other.csv", position: "GL-07" })).toMatchObject({
      value: { values: { same: 1 } },
    });
    expect(await take(LIST, { path: "elsewhere.csv" })).toMatchObject({
      ok: true,
      value: { before: { tag: "GL-07", number: 1 } },
    });
    expect(await take(LIST, { ...choices, path: "again.csv", position: "GL-07" })).toMatchObject({
      ok: true,
      value: { kept: { number: 1, known: true } },
    });
    const { lines } = await plantLines(plant.app.db, plant.app.shelf, PLANT, NOW.getTime());
    expect(lines.find((each) => each.tag === "GL-07")).toMatchObject({
      verdict: "no",
      reasons: [{ code: "no-standing" }],
    });
  });
  test("does not stand before what was read from the drive, and the next reading is compared with the reading before", async () => {
    const id = await newPosition("GL-08", rill.id);
    const first = await recorded(id, rill);
    await take(LIST, { path: "gl-08.csv", position: "GL-08", keep: true });
    expect((await newestReading(plant.app.db, id))!.number).toBe(first.number);
    const { lines } = await plantLines(plant.app.db, plant.app.shelf, PLANT, NOW.getTime());
    expect(lines.find((each) => each.tag === "GL-08")!.newest).toMatchObject({ number: 1 });
    const again = await recorded(id, rill);
    expect(again.id).toBe(first.id);
  });
  test("says before a restore what was read since the file's own date, whatever their numbers", async () => {
    const id = await newPosition("GL-09", rill.id);
    const { db } = plant.app;
    const reading = await recorded(id, rill);
    const values = valuesByCode(await loadSet(db, reading));
    values.set("1r", 777);
    const kept = async (takenAt: string) =>
      keepFromFile(db, rill, plant.person, {
        positionId: id,
        set: buildSet(rill, values.set("4r", takenAt.length + (Number(takenAt.slice(0, 4)) % 100))),
        identity: { serial: "", ratingName: "", supply: "", firmware: "" },
        takenAt: new Date(takenAt),
        source: { name: "x", hash: takenAt, broughtAt: NOW.toISOString(), dateGiven: takenAt, leftOut: 0 },
      });
    const { record: old } = await kept("2019-05-01");
    expect(old.number).toBeGreaterThan(reading.number);
    const since = await newerThan(db, rill, old, await loadSet(db, old));
    expect(since).toMatchObject({ number: reading.number });
    expect(since!.changed.some((each) => each.startsWith("1r "))).toBe(true);
    const { record: late } = await kept("2026-02-01");
    expect(await newerThan(db, rill, late, await loadSet(db, late))).toBeUndefined();
  });
  test("of another family than the position's asks first", async () => {
    await newPosition("HO-01", hollin.id);
    const choices = { path: "x.csv", position: "HO-01", keep: true };
    expect(await take(LIST, choices)).toMatchObject({
      ok: false,
      trouble: { kind: "ask-first", text: expect.stringContaining("Hollin") as unknown },
    });
    expect(await take(LIST, { ...choices, although: true })).toMatchObject({
      ok: true,
      value: { kept: { number: 1 } },
    });
  });
  test.each<[string, string | Uint8Array, Partial<OldFileChoices>, RegExp]>([
    ["no position", LIST, {}, /of which position/],
    ["a position that is not there", LIST, { position: "NO-01" }, /of which position/],
    [
      "a closed format",
      Uint8Array.from({ length: 3000 }, (_, i) => (i * 37) % 256),
      { position: "GL-07" },
      /holds no values/,
    ],
    ["nothing that fits", "Code;Value\nq1;5\nq2;6\n", { position: "GL-07" }, /holds no values/],
    [
      "a family that knows none of it",
      "Code;Value\nq1;5\nq2;6\n",
      { position: "GL-07", family: rill.id },
      /Not one value/,
    ],
  ])("%s is refused in words, and nothing is kept", async (_what, content, choices, reason) => {
    const before = await plant.app.db.$count(tables.record);
    const taken = await take(content, { path: "x.csv", keep: true, ...choices });
    expect(!taken.ok && taken.trouble.text).toMatch(reason);
    expect(await plant.app.db.$count(tables.record)).toBe(before);
  });
  test("that lies with one position and names the drive of another is left to a person", async () => {
    const text = `Serial number;${(await newestReading(plant.app.db, (await findPosition(plant.app.db, PLANT, "GL-08"))!.id))!.serial}\n\n${LIST}`;
    const looked = await take(text, { path: "GL-07/x.csv" });
    expect(looked).toMatchObject({ ok: true, value: { between: ["GL-08", "GL-07"] } });
    expect(looked.ok && looked.value.position).toBeUndefined();
  });
  test("a date of the future is not believed", async () => {
    const looked = await take(LIST, { path: "GL-07/2031-01-01.csv" });
    expect(looked.ok && looked.value.values?.dateGiven).toBeUndefined();
  });
});

describe("a list of several drives beside each other", () => {
  const list = [
    "Serial number;;FR-A;;FR-C",
    "Code;Name;ZA-01;ZA-02 (was ZA-09);drive ZA-03;Unit",
    "1r;Acceleration time;2,50;3,00;3,50;s",
    "4r;Deceleration time;1,80;;soon;s",
  ].join("\n");
  const only = { code: 0, name: 1, unit: 5, head: 1, sheet: 0 };
  beforeAll(async () => {
    for (const tag of ["ZA-01", "ZA-02", "ZA-03"]) await newPosition(tag, rill.id);
  });
  test("says which column is whose, and takes none of them by guess", async () => {
    const looked = await take(list, { path: "rollers.csv", keep: false });
    expect(looked).toMatchObject({
      value: {
        several: {
          ...only,
          drives: [
            { column: 2, tag: "ZA-01" },
            { column: 3, tag: "ZA-02" },
            { column: 4, tag: "ZA-03" },
          ],
        },
        closed: { reason: expect.stringContaining("ZA-01, ZA-02, ZA-03") as unknown },
      },
    });
  });
  test("each column becomes a record of its own, with its own serial number, though the file is the same", async () => {
    const bring = (column: number, tag: string) =>
      take(list, { path: `rollers.csv (${tag})`, ...only, value: column, position: tag, keep: true });
    expect(await bring(2, "ZA-01")).toMatchObject({
      value: { values: { taken: 2, serial: "FR-A" }, kept: { tag: "ZA-01", number: 1, known: false } },
    });
    // Nobody's serial number stands above it: the neighbour's is not taken.
    const second = await take(list, { path: "rollers.csv (ZA-02)", ...only, value: 3, position: "ZA-02" });
    expect(second).toMatchObject({ value: { before: undefined, values: { taken: 1, serial: "" } } });
    expect(await bring(4, "ZA-03")).toMatchObject({
      value: { values: { taken: 1, serial: "FR-C", noteCount: 1 }, kept: { number: 1 } },
    });
    expect(await take(list, { path: "a", ...only, value: 2, position: "ZA-01" })).toMatchObject({
      value: { before: { tag: "ZA-01", number: 1 } },
    });
    const at = (await findPosition(plant.app.db, PLANT, "ZA-03"))!;
    const row = (await recordByNumber(plant.app.db, at.id, 1))!;
    expect(valuesByCode(await loadSet(plant.app.db, row)).get("1r")).toBe(350);
  });
  test("a tag above two columns names neither, and one drive alone is no list of several", async () => {
    const twice = await take("Code;ZA-01;ZA-01;ZA-02\n1r;2,5;3;4", { path: "a.csv" });
    expect((twice as { value: object }).value).toMatchObject({ several: undefined });
  });
});

test("two who bring the same file in at once make one record of it", async () => {
  const positionId = await newPosition("TW-01", rill.id);
  const set = someSet(rill);
  const source = { name: "x", hash: "h", broughtAt: NOW.toISOString(), dateGiven: null, leftOut: 0 };
  const identity = { serial: "", ratingName: "", supply: "", firmware: "" };
  const both = await Promise.all(
    [1, 2].map(() =>
      keepFromFile(plant.app.db, rill, plant.person, { positionId, set, identity, takenAt: NOW, source }),
    ),
  );
  expect(both.map((each) => each.known).sort()).toEqual([false, true]);
  expect(both[0]!.record.hashAll).toBe(recordHashes(rill, set).all);
});
