import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import type { Result } from "@/core/drive";
import { tables } from "@/server/database";
import { readJournal } from "@/server/journal";
import { connectAndRead, testPlant, type TestPlant } from "@/server/testing/plant";
import {
  changePosition,
  createPosition,
  findPosition,
  linkLines,
  listPlaces,
  plantList,
  plantListCsv,
  plantListWorkbook,
  positionOfFormerTag,
  retirePosition,
  takePlantList,
  wordsOf,
  type PositionWords,
} from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const NOW = new Date("2026-03-14T10:00:00Z");
const WORDS: PositionWords = {
  tag: "SO-01",
  title: "Stacker",
  area: "Sorting",
  definitionId: "",
  machine: "Stacker 1",
  criticality: "line",
  twinGroup: "",
  jobNumber: "",
  link: "",
  address: null,
  beforeWork: "Lock the gate.",
  notes: "",
};
const valueOf = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.trouble.text);
  return result.value;
};
const make = (words: Partial<PositionWords>) =>
  createPosition(plant.app.db, plant.person, 1, { ...WORDS, ...words }, NOW);
const change = (id: number, revision: number, words: Partial<PositionWords>) =>
  changePosition(plant.app.db, plant.person, 1, id, revision, { ...WORDS, ...words }, NOW);

describe("positions", () => {
  test("are made with their area, once for each tag", async () => {
    const { id } = valueOf(await make({}));
    expect(await wordsOf(plant.app.db, id)).toEqual({ revision: 1, words: WORDS });
    const twice = await Promise.all([make({ tag: "SO-02" }), make({ tag: "SO-02" })]);
    expect(twice.map((each) => each.ok).sort()).toEqual([false, true]);
    expect(await make({})).toMatchObject({
      trouble: { text: expect.stringContaining("SO-01 is Stacker") as unknown },
    });
    for (const wrong of [{ tag: "" }, { tag: "a/b" }, { title: " " }, { area: "" }])
      expect((await make({ tag: "SO-09", ...wrong })).ok).toBe(false);
    const areas = await plant.app.db.select().from(tables.area);
    expect(areas.filter((each) => each.name === "Sorting")).toHaveLength(1);
  });

  test("of two who change one at once the second is told both versions, and nothing is lost", async () => {
    const { id } = valueOf(await make({ tag: "SO-03" }));
    valueOf(await change(id, 1, { tag: "SO-03", title: "Stacker, left" }));
    const second = await change(id, 1, { tag: "SO-03", title: "Stacker, right" });
    expect(second).toMatchObject({ trouble: { kind: "changed-meanwhile" } });
    const { text } = (second as { trouble: { text: string } }).trouble;
    expect(text).toContain('"Stacker, left"');
    expect(text).toContain('"Stacker, right"');
    expect((await wordsOf(plant.app.db, id))!.words.title).toBe("Stacker, left");
  });

  test("keep what leads to them when they get another tag", async () => {
    const { db } = plant.app;
    const { id } = valueOf(await make({ tag: "SO-04" }));
    valueOf(await change(id, 1, { tag: "SO-40" }));
    expect(await findPosition(db, 1, "SO-04")).toBeUndefined();
    expect(await positionOfFormerTag(db, 1, "SO-04")).toEqual({ tag: "SO-40" });
    expect(await change(id, 2, { tag: "SO-01" })).toMatchObject({ ok: false });
    const [line] = await readJournal(db, 1, 1, { tag: "SO-40", kind: "position" });
    expect(line!.text).toBe("Changed SO-40: tag: SO-04 → SO-40.");
  });

  test("leave the plant and come back, with their records; their address and drive are free then", async () => {
    const { db } = plant.app;
    const connection = await connectAndRead(plant);
    valueOf(await plant.app.bench.record(plant.person, plant.app.bench.find(connection)!, plant.positionId));
    valueOf(await retirePosition(db, plant.person, 1, plant.positionId, "The line was taken down.", NOW));
    const retired = await plant.app.overviews.window(1, { retired: true }, 0, 10);
    expect(retired.lines.map((each) => each.tag)).toEqual(["KL-03"]);
    const [drive] = await db.select().from(tables.drive).where(eq(tables.drive.serial, "FR-OLD-77"));
    expect(drive).toMatchObject({ whereabouts: "removed", positionId: null });
    expect(await findPosition(db, 1, "KL-03")).toMatchObject({
      linkId: null,
      retiredWhy: "The line was taken down.",
    });
    valueOf(await retirePosition(db, plant.person, 1, plant.positionId, undefined, NOW));
    expect((await plant.app.overviews.window(1, { retired: true }, 0, 10)).total).toBe(0);
  });

  test("whose family nobody knew are of the first drive that is recorded there", async () => {
    const { id } = valueOf(await make({ tag: "SO-05", area: "Kiln" }));
    const connection = plant.app.bench.find(await connectAndRead(plant))!;
    valueOf(await plant.app.bench.record(plant.person, connection, id, true));
    expect((await wordsOf(plant.app.db, id))!.words.definitionId).toBe("fennimore-rill-4");
  });
});

describe("where a drive answers", () => {
  const LINK = "Modbus TCP 10.4.2.31:502";
  test("can be said before anybody was there: the link is kept, and the bench offers it", async () => {
    const { db } = plant.app;
    const { id } = valueOf(await make({ tag: "SO-20", link: "10.4.2.31", address: 7 }));
    valueOf(await make({ tag: "SO-21", link: LINK, address: 8 }));
    expect((await wordsOf(db, id))!.words).toMatchObject({ link: LINK, address: 7 });
    const offered = (await listPlaces(db, 1)).filter((each) => each.tag.startsWith("SO-2"));
    expect(offered.map(({ tag, unit, tried }) => [tag, unit, tried])).toEqual([
      ["SO-20", 7, false],
      ["SO-21", 8, false],
    ]);
    expect(offered[0]!.linkId).toBe(offered[1]!.linkId);
    expect(await linkLines(db, 1)).toContain(LINK);
    valueOf(await change(id, 1, { tag: "SO-20", link: "", address: null }));
    expect((await wordsOf(db, id))!.words).toMatchObject({ link: "", address: null });
    const told = await readJournal(db, 1, 1, { tag: "SO-20" });
    expect(told[0]!.text).toBe(`Changed SO-20: link: ${LINK} → nothing; address: 7 → nothing.`);
  });

  test("is the same however it is written, and a link on which drives answered is not made to speak otherwise", async () => {
    const { db } = plant.app;
    const { id } = valueOf(await make({ tag: "SO-25", link: LINK, address: 7 }));
    valueOf(await change(id, 1, { tag: "SO-25", link: "10.4.2.31", address: 7 }));
    expect((await wordsOf(db, id))!.revision).toBe(1);
    const serial = { tag: "SO-26", link: "COM9, RTU 9600 8E1", address: 1 };
    valueOf(await make(serial));
    // Nobody has answered there yet: what is said last holds.
    valueOf(await make({ ...serial, tag: "SO-27", link: "COM9, RTU 19200 8E1" }));
    await db.update(tables.link).set({ lastSuccess: NOW }).where(eq(tables.link.key, "serial COM9"));
    expect(await make({ ...serial, tag: "SO-28" })).toMatchObject({
      trouble: { text: expect.stringContaining("as: COM9, RTU 19200 8E1.") as unknown },
    });
    const csv = 'Position,Area,Title,Link,Address\nSO-29,Sorting,Gauge,"COM9, RTU 9600 8E1",3\n';
    const file = { name: "a.csv", bytes: new TextEncoder().encode(csv) };
    const looked = valueOf(await takePlantList(db, plant.app.shelf, plant.person, 1, file, false, NOW));
    expect(looked).toMatchObject([
      { verdict: "wrong", says: [expect.stringContaining("as: COM9, RTU 19200 8E1.")] },
    ]);
  });

  test("counts as tried once somebody answers there", async () => {
    const { db } = plant.app;
    const link = `Modbus TCP 127.0.0.1:${plant.port}`;
    const { id } = valueOf(await make({ tag: "SO-24", link, address: 9 }));
    const tried = async () => (await listPlaces(db, 1)).find((each) => each.tag === "SO-24")?.tried;
    expect(await tried()).toBe(false);
    valueOf(await change(id, 1, { tag: "SO-24", link, address: 1 }));
    // Whoever is connected there already was there before it was noted.
    await plant.app.bench.letGo(await connectAndRead(plant));
    await plant.app.bench.letGo(await connectAndRead(plant));
    expect(await tried()).toBe(true);
  });

  test.each([
    [{ link: "COM7", address: 1 }, "how it is spoken on COM7 is missing"],
    [{ link: LINK, address: null }, "no address at which its drive answers"],
    [{ link: "", address: 4 }, "no link on which it answers"],
  ])("%j is refused", async (way, why) => {
    expect(await make({ tag: "SO-22", ...way })).toMatchObject({
      trouble: { text: expect.stringContaining(why) as unknown },
    });
  });

  test("is not said in a practice plant: its positions lead to its stand-ins", async () => {
    const { db } = plant.app;
    await db.update(tables.plant).set({ practice: true });
    const made = await make({ tag: "SO-23", link: LINK, address: 9 });
    const without = await make({ tag: "SO-23" });
    await db.update(tables.plant).set({ practice: false });
    expect(made).toMatchObject({ trouble: { text: expect.stringContaining("own stand-ins") as unknown } });
    expect(without.ok).toBe(true);
  });
});

describe("the list as a file", () => {
  const take = (name: string, bytes: Uint8Array, keep: boolean) =>
    takePlantList(plant.app.db, plant.app.shelf, plant.person, 1, { name, bytes }, keep, NOW);
  test("is taken in again without a change, as CSV and as a spreadsheet", async () => {
    const lines = (await plantList(plant.app.db, plant.app.shelf, 1)).map((each) => each.listed);
    expect(lines.length).toBeGreaterThan(3);
    for (const [name, bytes] of [
      ["list.csv", new TextEncoder().encode(plantListCsv(lines))],
      ["list.xlsx", await plantListWorkbook(lines)],
    ] as const) {
      const taken = valueOf(await take(name, bytes, true));
      expect([name, ...new Set(taken.map((each) => each.verdict))]).toEqual([name, "same"]);
    }
  });
  test("takes what fits and leaves what is wrong; looked through alone it changes nothing", async () => {
    const csv = "Position;Area;Title\nSO-60;Sorting;Gauge\nSO-01;Sorting;Stacker, new\nSO-61;;Nowhere\n";
    const bytes = new TextEncoder().encode(csv);
    expect(valueOf(await take("a.csv", bytes, false)).map((each) => each.verdict)).toEqual([
      "new",
      "changed",
      "wrong",
    ]);
    expect(await findPosition(plant.app.db, 1, "SO-60")).toBeUndefined();
    valueOf(await take("a.csv", bytes, true));
    expect(await findPosition(plant.app.db, 1, "SO-60")).toMatchObject({ title: "Gauge" });
    expect(await findPosition(plant.app.db, 1, "SO-01")).toMatchObject({
      title: "Stacker, new",
      machine: "Stacker 1",
    });
    expect(await findPosition(plant.app.db, 1, "SO-61")).toBeUndefined();
  });
  test("that is none is refused in words", async () => {
    expect(await take("x.xlsx", new Uint8Array([1, 2, 3]), true)).toMatchObject({
      trouble: { kind: "bad-file" },
    });
  });
});
