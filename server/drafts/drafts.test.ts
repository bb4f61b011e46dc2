import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { loadDefinition } from "@/core/definition";
import { changesOf } from "@/core/draft";
import type { Result } from "@/core/drive";
import { valuesByCode } from "@/core/set";
import type { SheetRow } from "@/core/sheet";
import { tables } from "@/server/database";
import { readJournal } from "@/server/journal";
import { loadSet, newestReading, notesOf, raiseStanding, recordByNumber } from "@/server/ledger";
import { addPerson, type Person } from "@/server/people";
import { retirePosition } from "@/server/plant";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import {
  beginBulk,
  beginDraft,
  changeDraft,
  changeSeveral,
  draftNews,
  draftSheet,
  enterDraft,
  giveUpDraft,
  loadDraft,
  lookAtBulk,
  lookAtMerge,
  lookAtSeveral,
  mergeDraft,
  newerList,
  openDrafts,
  plateOf,
  storedPlates,
  takeBack,
  type DraftParts,
  type Wish,
} from ".";

let plant: TestPlant;
let parts: DraftParts;
let marta: Person;
beforeAll(async () => {
  plant = await testPlant();
  const { db, shelf, now } = plant.app;
  parts = { db, shelf, now };
  const account = { name: "Marta Okoye", email: "marta@example.test", password: "for tests only" };
  marta = { id: await addPerson(db, account), name: account.name, sessionId: "session-2" };
  await recordStanding(plant, await connectAndRead(plant));
});
afterAll(() => plant.close());

const place = () => ({ id: plant.positionId, plantId: 1, tag: "KL-03" });
async function begin(title = "Gentler start"): Promise<number> {
  const record = (await newestReading(plant.app.db, plant.positionId))!;
  return beginDraft(plant.app.db, plant.person, place(), { record }, title, new Date());
}
const draftOf = async (id: number) => (await loadDraft(parts.db, parts.shelf, 1, id))!;
/** Changes a value as it stands on the page of whoever asks. */
async function change(
  id: number,
  who: Person,
  code: string,
  typed: string | undefined,
  more: Partial<Wish> = {},
): Promise<Result<undefined>> {
  const { values } = await draftOf(id);
  return changeDraft(parts, who, 1, id, { code, typed, reason: "", expected: values.get(code), ...more });
}
const kind = (result: Result<unknown>): string => (result.ok ? "done" : result.trouble.kind);

test("where nothing is installed any more no record is made of a draft; its values stay, and with the position brought back it goes on", async () => {
  const { db, now } = plant.app;
  const id = await begin("For the scrapped one");
  expect(kind(await change(id, marta, "1r", "5 s"))).toBe("done");
  expect(kind(await retirePosition(db, marta, 1, plant.positionId, "scrapped", now()))).toBe("done");
  expect((await draftOf(id)).retiredAt).toEqual(expect.any(Date));
  expect(await enterDraft(parts, marta, 1, id, "")).toMatchObject({
    ok: false,
    trouble: { kind: "not-now", text: "KL-03 is retired: no drive is installed there any more." },
  });
  expect((await draftOf(id)).values.get("1r")).toBe(500);
  expect(kind(await retirePosition(db, marta, 1, plant.positionId, undefined, now()))).toBe("done");
  expect((await draftOf(id)).retiredAt).toBeNull();
  expect(kind(await giveUpDraft(parts, marta, 1, id))).toBe("done");
});

test("a draft is changed by what is typed, taken back by each for themselves, and entered as a record that no drive was read for", async () => {
  const { db } = plant.app;
  const id = await begin();
  expect(await openDrafts(db, plant.positionId)).toMatchObject([{ id, title: "Gentler start" }]);
  expect(kind(await change(id, plant.person, "1r", "5,5 s", { reason: "the belt slipped" }))).toBe("done");
  expect(kind(await change(id, marta, "13r", "0"))).toBe("done");
  expect(kind(await change(id, plant.person, "4r", "2.4"))).toBe("done");
  expect(kind(await takeBack(parts, plant.person, 1, id, "undo"))).toBe("done");
  expect(kind(await takeBack(parts, marta, 1, id, "redo"))).toBe("not-now");
  const { base, steps, values } = await draftOf(id);
  expect(changesOf(base, steps).map(({ code, from, to, step }) => [code, from, to, step.byName])).toEqual([
    ["1r", 250, 550, "Ines Varga"],
    ["13r", 1, 0, "Marta Okoye"],
  ]);
  const entered = await enterDraft(parts, marta, 1, id, "For the new belt.");
  expect(entered).toMatchObject({ ok: true, value: { tag: "KL-03", number: 2, known: false } });
  const record = (await recordByNumber(db, plant.positionId, 2))!;
  expect(record).toMatchObject({
    origin: "draft",
    driveId: null,
    rating: "R-030",
    takenByName: "Marta Okoye",
  });
  expect(valuesByCode(await loadSet(db, record))).toEqual(values);
  expect((await notesOf(db, [record.id]))[0]!.text).toBe("For the new belt.\n1r: the belt slipped");
  // It is neither the newest that was read, nor standing by itself, and readiness knows once somebody raises it.
  expect((await newestReading(db, plant.positionId))!.number).toBe(1);
  await raiseStanding(db, marta, place(), record.id, "for the new belt", new Date());
  const [line] = (await plant.app.overviews.window(1, {}, 0, 1)).lines;
  expect(line!.reasons.map((each) => each.code)).toContain("drifted");
  expect(line!.reasons.find((each) => each.code === "drifted")!.text).toContain("which the drive never had");
  expect((await readJournal(db, 1)).map((each) => each.text)).toContain(
    "Entered the draft “Gentler start” as record 2 of KL-03.",
  );
  expect(await openDrafts(db, plant.positionId)).toEqual([]);
  expect(kind(await change(id, marta, "1r", "3"))).toBe("not-now");
});

test("what somebody else changed meanwhile is told with both values; of two who type at once one is told", async () => {
  const id = await begin("Two at once");
  const typing = (who: Person, typed: string) =>
    changeDraft(parts, who, 1, id, { code: "1r", typed, reason: "", expected: 250 });
  const both = await Promise.all([typing(plant.person, "3"), typing(marta, "4")]);
  expect(both.map(kind).sort()).toEqual(["changed-meanwhile", "done"]);
  const told = both.find((each) => !each.ok) as { trouble: { text: string } };
  expect(told.trouble.text).toMatch(/has changed 1r to (3|4)\.00 s meanwhile; you want (3|4)\.00 s/);
  // Of one's own last change nobody is told: who types on quickly does not see it on their page yet.
  const winner = both[0]!.ok ? plant.person : marta;
  const loser = winner === marta ? plant.person : marta;
  expect(kind(await typing(winner, "3.3"))).toBe("done");
  expect(kind(await typing(loser, "3.4"))).toBe("changed-meanwhile");
  // The same value twice is no contradiction, and adds nothing.
  const { values, steps } = await draftOf(id);
  const same = String(Number(values.get("1r")) / 100);
  expect(kind(await typing(marta, same))).toBe("done");
  expect((await draftOf(id)).steps).toHaveLength(steps.length);
});

test("what is outside of its range or against a rule is asked about, and kept on purpose only with a reason", async () => {
  const id = await begin("On purpose");
  // The lowest speed above the highest: each alone would be fine.
  expect(kind(await change(id, marta, "3f", "65"))).toBe("ask-first");
  expect(kind(await change(id, marta, "3f", "65", { although: true, reason: "  " }))).toBe("ask-first");
  expect(kind(await change(id, marta, "3f", "65", { although: true, reason: "only for the test" }))).toBe(
    "done",
  );
  for (const [code, typed] of [
    ["1r", "quick"],
    ["1r", "3 kW"],
    ["13r", "99"],
    ["1y", "3"],
    ["zz", "3"],
  ])
    expect([code, typed, kind(await change(id, marta, code!, typed))]).toEqual([code, typed, "bad-request"]);
  expect((await draftOf(id)).steps).toHaveLength(1);
  // Taken back to what the record has, without undoing anybody.
  expect(kind(await change(id, plant.person, "3f", undefined))).toBe("done");
  const { base, steps } = await draftOf(id);
  expect(changesOf(base, steps)).toEqual([]);
  expect(await enterDraft(parts, marta, 1, id, "")).toMatchObject({
    ok: false,
    trouble: { kind: "not-now" },
  });
  expect(kind(await giveUpDraft(parts, marta, 1, id))).toBe("done");
  expect(kind(await giveUpDraft(parts, marta, 1, id))).toBe("not-now");
});

test("a draft of another plant is none; entering is all of it or nothing", async () => {
  const id = await begin("Not yours");
  await change(id, marta, "1r", "7");
  expect(
    kind(await changeDraft(parts, marta, 2, id, { code: "1r", typed: "3", reason: "", expected: 700 })),
  ).toBe("not-found");
  const both = await Promise.all([1, 2].map(() => enterDraft(parts, marta, 1, id, "twice")));
  expect(both.map(kind).sort()).toEqual(["done", "not-now"]);
  const drafted = await parts.db.select().from(tables.record).where(eq(tables.record.origin, "draft"));
  expect(drafted).toHaveLength(2);
});

/** Looks at several values, and changes them as they were seen. */
async function several(id: number, wish: Parameters<typeof lookAtSeveral>[3], reason = "", although = false) {
  const seen = await lookAtSeveral(parts, 1, id, wish);
  if (!seen.ok) throw new Error(seen.trouble.text);
  const done = await changeSeveral(parts, plant.person, 1, id, wish, {
    seal: seen.value.seal,
    reason,
    although,
  });
  return { lines: seen.value.lines, done };
}

test("a preset: the whole list first, then exactly that; a second time nothing is left to change", async () => {
  const id = await begin("Wiring");
  const { lines, done } = await several(id, { what: "preset", preset: "by-network" }, "the line took over");
  expect(kind(done)).toBe("done");
  expect(lines.map(({ code, to }) => [code, to])).toEqual(
    expect.arrayContaining([
      ["13c", "2 · Network"],
      ["1f", "3 · Network"],
    ]),
  );
  const { values, base, steps } = await draftOf(id);
  expect(steps.map((each) => each.code).toSorted()).toEqual(lines.map((each) => each.code).toSorted());
  expect([...values].filter(([code, raw]) => base.get(code) !== raw)).toHaveLength(lines.length);
  expect((await several(id, { what: "preset", preset: "by-network" })).lines).toEqual([]);
});

test("what somebody changes between looking and agreeing is told, and nothing is done", async () => {
  const id = await begin("Both at once");
  const wish = { what: "default" as const, group: "r1" };
  const seen = await lookAtSeveral(parts, 1, id, wish);
  if (!seen.ok) throw new Error(seen.trouble.text);
  expect(seen.value.lines.map((each) => each.code)).toEqual(["1r", "4r"]);
  await change(id, marta, "1r", "7 s");
  const before = (await draftOf(id)).steps.length;
  const { seal } = seen.value;
  expect(kind(await changeSeveral(parts, plant.person, 1, id, wish, { seal, reason: "" }))).toBe(
    "changed-meanwhile",
  );
  expect((await draftOf(id)).steps).toHaveLength(before);
});

test("a rule that two changes break together is asked about, and kept on purpose only with a reason", async () => {
  const id = await begin("A rule between two");
  // Each by itself is fine: the lowest frequency at 40 Hz, and the highest back to 50 Hz.
  expect(kind(await change(id, plant.person, "4f", "100 Hz"))).toBe("done");
  expect(kind(await change(id, plant.person, "3f", "80 Hz"))).toBe("done");
  const wish = { what: "default" as const, codes: ["4f"] };
  expect(kind((await several(id, wish)).done)).toBe("ask-first");
  expect(kind((await several(id, wish, "", true)).done)).toBe("ask-first");
  expect(kind((await several(id, wish, "for the trial", true)).done)).toBe("done");
  expect((await several(id, { what: "record" })).lines.map((each) => each.code).toSorted()).toEqual([
    "3f",
    "4f",
  ]);
});

test("values of another record of the family are taken, those that it has; of no other plant, and no other family", async () => {
  const id = await begin("As it was");
  await change(id, plant.person, "1r", "9 s");
  const wish = { what: "values-of" as const, tag: "KL-03", number: 1, codes: ["1r", "zz"] };
  const { lines, done } = await several(id, wish);
  expect(kind(done)).toBe("done");
  expect(lines.map(({ code, to }) => [code, to])).toEqual([["1r", "2.50 s"]]);
  expect(kind(await lookAtSeveral(parts, 1, id, { ...wish, number: 99 }))).toBe("not-found");
  expect(kind(await lookAtSeveral(parts, 2, id, wish))).toBe("not-found");
});

test("brought up to date with a newer record: what only that changed is taken over, the rest as it was decided", async () => {
  const { db } = plant.app;
  const id = await begin("Behind");
  expect(kind(await lookAtMerge(parts, 1, id))).toBe("not-now");
  // What a replacement held before it was restored is no news of this machine.
  const [row] = await db
    .select()
    .from(tables.record)
    .where(eq(tables.record.id, (await newestReading(db, plant.positionId))!.id));
  const { id: _id, uid: _uid, ...held } = row!;
  await db.insert(tables.record).values({ ...held, number: 500, origin: "before-restore" });
  // Nor is what a spare on the workbench holds.
  await db.insert(tables.record).values({ ...held, number: 501, origin: "after-spare" });
  expect(kind(await lookAtMerge(parts, 1, id))).toBe("not-now");
  const from = (await draftOf(id)).record;
  await change(id, plant.person, "1r", "3 s", { reason: "softer" });
  await change(id, plant.person, "13r", "0");
  await change(id, plant.person, "5r", "9 s");
  // Changed and taken back: the draft has nothing of its own there.
  await change(id, plant.person, "6r", "9 s");
  await change(id, plant.person, "6r", undefined);
  // Meanwhile somebody changes the drive itself, and it is recorded.
  const write = (code: string, raw: number) => plant.drive.setAtKeypad(code, raw);
  write("1r", 400);
  write("6r", 777);
  write("4r", 190);
  await plant.app.bench.letGo((await plant.app.bench.list())[0]!.id);
  await recordStanding(plant, await connectAndRead(plant));
  const looked = await lookAtMerge(parts, 1, id);
  if (!looked.ok) throw new Error(looked.trouble.text);
  const settings = looked.value.lines.filter(({ code }) => /r$/.test(code));
  expect(settings.map(({ code, is }) => [code, is])).toEqual([
    ["1r", "conflict"],
    ["4r", "newer"],
    ["5r", "draft"],
    ["6r", "newer"],
    ["13r", "draft"],
  ]);
  const { seal, record } = looked.value;
  expect(record).toBeGreaterThan(from!);
  expect(
    kind(await mergeDraft(parts, plant.person, 1, id, { mine: ["1r"], seal: "another", reason: "" })),
  ).toBe("changed-meanwhile");
  expect(kind(await mergeDraft(parts, plant.person, 1, id, { mine: ["1r"], seal, reason: "" }))).toBe("done");
  const merged = await draftOf(id);
  expect(merged.record).toBe(record);
  expect(["1r", "4r", "5r", "6r", "13r"].map((code) => merged.values.get(code))).toEqual([
    300, 190, 900, 777, 0,
  ]);
  // Who drafted it, and why, is still said; against the newer record only the draft's own changes are left.
  const changes = changesOf(merged.base, merged.steps);
  expect(changes.map(({ code, step }) => [code, step.reason])).toEqual([
    ["1r", "softer"],
    ["13r", ""],
    ["5r", ""],
  ]);
  expect(kind(await lookAtMerge(parts, 1, id))).toBe("not-now");
  // An older record than the newest reading is no reason to merge: the draft entered is no reading.
  expect((await newestReading(db, plant.positionId))!.number).toBe(record);
});

test("from a type plate: the factory default of the rating, firmware not known; entered as it is, or changed", async () => {
  const { db, shelf } = plant.app;
  const rill = shelf.get("fennimore-rill-4");
  const plate = plateOf(rill, { definition: rill.id, rating: "R-055" });
  if (!plate.ok) throw new Error(plate.trouble.text);
  expect(kind(plateOf(rill, { definition: rill.id, rating: "R-999" }))).toBe("bad-request");
  expect(kind(plateOf(rill, { definition: rill.id, rating: "R-055", axes: 3 }))).toBe("bad-request");
  const id = await beginDraft(
    db,
    plant.person,
    place(),
    { plate: plate.value },
    "For the new pump",
    new Date(),
  );
  expect(await draftOf(id)).toMatchObject({ record: undefined, rating: "R-055", identity: { firmware: "" } });
  expect((await draftOf(id)).values.get("3m")).not.toBe(340);
  await change(id, plant.person, "1r", "2 s");
  const entered = await enterDraft(parts, plant.person, 1, id, "");
  if (!entered.ok) throw new Error(entered.trouble.text);
  const record = (await recordByNumber(db, plant.positionId, entered.value.number))!;
  expect(record).toMatchObject({ origin: "draft", firmware: "", serial: "", rating: "R-055", driveId: null });
  expect(valuesByCode(await loadSet(db, record)).get("1r")).toBe(200);
  // Nothing of what a newer firmware brings is hidden where nobody knows the firmware.
  expect((await shelf.ofRecord(db, record))!.fitting.firmware).toBe(rill.fitting.firmware);
  await db.insert(tables.drive).values({
    plantId: 1,
    definitionId: rill.id,
    serial: "FR-SHELF-1",
    rating: "R-030",
    firmware: "4.4",
    whereabouts: "store",
    place: "shelf 3",
  });
  expect(await storedPlates(db, shelf, 1)).toEqual([
    { definition: rill.id, rating: "R-030", firmware: "4.4", serial: "FR-SHELF-1", place: "shelf 3" },
  ]);
});

test("a draft from a type plate is put onto the first reading of such a drive: firmware and what only the drive has are taken from it", async () => {
  const { db, shelf } = plant.app;
  const rill = shelf.get("fennimore-rill-4");
  const from = async (plate: { rating: string; serial?: string }) => {
    const made = plateOf(rill, { definition: rill.id, ...plate });
    if (!made.ok) throw new Error(made.trouble.text);
    return beginDraft(db, plant.person, place(), { plate: made.value }, "Commissioning", new Date());
  };
  const [id, otherRating, otherDrive] = [
    await from({ rating: "R-030" }),
    await from({ rating: "R-055" }),
    await from({ rating: "R-030", serial: "FR-ANOTHER" }),
  ];
  await change(id, plant.person, "1r", "3 s", { reason: "tiles slip" });
  // What was read before somebody began is of the drive before.
  expect(kind(await lookAtMerge(parts, 1, id))).toBe("not-now");
  plant.drive.setAtKeypad("6r", 654);
  for (const each of await plant.app.bench.list()) await plant.app.bench.letGo(each.id);
  await recordStanding(plant, await connectAndRead(plant));
  for (const each of [otherRating, otherDrive])
    expect(kind(await lookAtMerge(parts, 1, each))).toBe("not-now");
  const looked = await lookAtMerge(parts, 1, id);
  if (!looked.ok) throw new Error(looked.trouble.text);
  const is = new Map(looked.value.lines.map((each) => [each.code, each]));
  expect(is.get("6r")).toMatchObject({ is: "newer", newer: "6.54 s" });
  const mine = looked.value.lines.filter((each) => each.is === "conflict").map((each) => each.code);
  const done = await mergeDraft(parts, plant.person, 1, id, {
    mine,
    seal: looked.value.seal,
    reason: "",
    although: true,
  });
  expect(kind(done)).toBe("done");
  const { record, identity, values, base, steps } = await draftOf(id);
  expect(record).toBe(looked.value.record);
  expect(identity).toMatchObject({ firmware: "4.4", serial: "FR-OLD-77" });
  expect([values.get("1r"), values.get("6r")]).toEqual([300, 654]);
  expect(changesOf(base, steps).map(({ code, step }) => [code, step.reason])).toEqual([["1r", "tiles slip"]]);
});

test("what is new in a draft: the changes as they are, and only the rows that were touched since", async () => {
  const id = await begin("Followed");
  const news = async (since: number) => draftNews(parts.db, await draftOf(id), since);
  expect(await news(0)).toMatchObject({ last: 0, closed: false, changes: [], rows: [], anew: false });
  await change(id, plant.person, "1r", "6 s");
  await change(id, marta, "4r", "6 s");
  const both = await news(0);
  expect(both.rows.map(({ code, cells, differs }) => [code, cells[0]!.text, differs])).toEqual([
    ["1r", "6.00", true],
    ["4r", "6.00", true],
  ]);
  await takeBack(parts, marta, 1, id, "undo");
  const since = await news(2);
  expect(since).toMatchObject({ last: 3, anew: false });
  expect(since.rows.map(({ code, differs }) => [code, differs])).toEqual([["4r", false]]);
  expect(since.changes.map((each) => each.code)).toEqual(["1r"]);
  // A row is the very one that the whole sheet has.
  const whole = draftSheet(await draftOf(id)).groups.flatMap((each) => each.rows);
  expect(since.rows[0]).toEqual(whole.find((each) => each.code === "4r"));
  await giveUpDraft(parts, plant.person, 1, id);
  expect(await news(3)).toMatchObject({ closed: true, rows: [] });
});

test("what is new in a draft: what a rule holds against a row that was touched is sent with it, as the whole sheet has it", async () => {
  const id = await begin("Against a rule");
  const news = async (since: number) => draftNews(parts.db, await draftOf(id), since);
  const outsideIn = (rows: readonly SheetRow[]) =>
    Object.fromEntries(rows.flatMap((row) => (row.outside === undefined ? [] : [[row.code, row.outside]])));
  const wide = { reason: "as measured", although: true };
  const upper = (await draftOf(id)).values.get("4f")!;
  const above = `${Number(upper) / 100 + 1} Hz`;
  await change(id, plant.person, "3f", above, wide);
  const broken = await news(0);
  const rule = "The lowest frequency must not be above the highest.";
  expect(outsideIn(broken.rows)).toEqual({
    "3f": expect.stringContaining(rule),
    "4f": expect.stringContaining(rule),
  });
  expect(broken.anew).toBe(false);
  const whole = draftSheet(await draftOf(id)).groups.flatMap((each) => each.rows);
  expect(broken.rows).toEqual(whole.filter((each) => ["3f", "4f"].includes(each.code)));
  await takeBack(parts, plant.person, 1, id, "undo");
  const mended = await news(1);
  expect(mended.rows.map((each) => each.code)).toEqual(["3f", "4f"]);
  expect(outsideIn(mended.rows)).toEqual({});
  await giveUpDraft(parts, plant.person, 1, id);
});

test("the same change at several positions: what it would be and break at each first, then a draft at each, all or none", async () => {
  const { db } = plant.app;
  const record = (await newestReading(db, plant.positionId))!;
  const [bare] = await db
    .insert(tables.position)
    .values({
      plantId: 1,
      areaId: 1,
      tag: "KL-09",
      title: "Never recorded",
      definitionId: record.definitionId,
    })
    .returning();
  const wish = {
    definition: record.definitionId,
    code: "1r",
    typed: "3,5 s",
    tags: ["KL-03", "KL-09", "KL-99"],
  };
  const looked = await lookAtBulk(parts, 1, wish);
  if (!looked.ok) throw new Error(looked.trouble.text);
  expect(looked.value.lines).toEqual([
    {
      tag: "KL-03",
      record: expect.any(Number),
      from: expect.stringMatching(/ s$/),
      to: "3.50 s",
      faults: [],
    },
    { tag: "KL-09", faults: [], why: "It has no record of this family." },
    { tag: "KL-99", faults: [], why: "It has no record of this family." },
  ]);
  const { seal } = looked.value;
  const given = { title: "Gentler everywhere", reason: "tiles slid", seal };
  expect(kind(await beginBulk(parts, plant.person, 1, { ...wish, typed: "4 s" }, given))).toBe(
    "changed-meanwhile",
  );
  const before = (await openDrafts(db, plant.positionId)).length;
  const begun = await beginBulk(parts, plant.person, 1, wish, given);
  if (!begun.ok) throw new Error(begun.trouble.text);
  expect(begun.value.map((each) => each.tag)).toEqual(["KL-03"]);
  const made = await draftOf(begun.value[0]!.id);
  expect(changesOf(made.base, made.steps).map(({ code, to, step }) => [code, to, step.reason])).toEqual([
    ["1r", 350, "tiles slid"],
  ]);
  expect(await openDrafts(db, plant.positionId)).toHaveLength(before + 1);
  expect(await openDrafts(db, bare!.id)).toEqual([]);
  // Out of range at one of them: asked about first, and nothing is begun anywhere.
  const far = { ...wish, code: "3m", typed: "500 A" };
  const broken = await lookAtBulk(parts, 1, far);
  if (!broken.ok) throw new Error(broken.trouble.text);
  expect(broken.value.lines[0]!.faults.join(" ")).toMatch(/3m must be at most/);
  const ask = { ...given, seal: broken.value.seal };
  expect(kind(await beginBulk(parts, plant.person, 1, far, ask))).toBe("ask-first");
  expect(await openDrafts(db, plant.positionId)).toHaveLength(before + 1);
  // What cannot be typed so is said for each; another plant's positions are not there.
  const words = await lookAtBulk(parts, 1, { ...wish, typed: "quick" });
  expect(words.ok && words.value.lines[0]!.why).toBe('"quick" is not a number.');
  const elsewhere = await lookAtBulk(parts, 2, wish);
  expect(elsewhere.ok && elsewhere.value.lines[0]!.why).toBe("It has no record of this family.");
});

test("another version of the list that holds by now is told, with what of the draft does not fit there", async () => {
  const { db, shelf } = parts;
  const own = shelf.find("fennimore-rill-4")!;
  const id = await begin("Under the former list");
  await change(id, plant.person, "4r", "900", { reason: "long way" });
  await change(id, plant.person, "9a", "7", { reason: "the customer" });
  expect(kind(await change(id, plant.person, "1r", "4.5", { reason: "gentler" }))).toBe("done");
  expect(await newerList(db, shelf, await draftOf(id))).toBeUndefined();
  const groups = JSON.parse(JSON.stringify(own.file.groups)) as GroupOf[];
  const eachOf = (group: GroupOf): GroupOf => ({
    ...group,
    parameters: group.parameters
      ?.filter((one) => one.code !== "9a")
      .map((one) => (one.code === "4r" ? { ...one, max: 600 } : one))
      .map((one) => (one.code === "1r" ? { ...one, scale: 0.001, max: 3600 } : one)),
    groups: group.groups?.map(eachOf),
  });
  const file = { ...own.file, version: "1.8", groups: groups.map(eachOf) };
  shelf.put(loadDefinition(JSON.stringify(file), "newer.json"), undefined);
  expect(await newerList(db, shelf, await draftOf(id))).toEqual({
    from: own.version,
    version: "1.8",
    faults: expect.arrayContaining([
      expect.stringContaining("4r must be at most 600"),
      "Fennimore Rill has no parameter 9a.",
      expect.stringContaining("1r means something else there"),
    ]) as unknown,
  });
  shelf.put(own, undefined);
});

interface GroupOf {
  parameters?: Array<{ code: string }>;
  groups?: GroupOf[];
}
