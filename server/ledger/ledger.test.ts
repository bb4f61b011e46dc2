import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { tables } from "@/server/database";
import { readJournal } from "@/server/journal";
import {
  addNote,
  keepReading,
  listRecords,
  loadSet,
  notesOf,
  raiseStanding,
  standingOf,
} from "@/server/ledger";
import { signOffSafety } from "@/server/restore";
import { expectOnlyAddedTo } from "@/server/testing/only-added-to";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { RILL_PLATE } from "@/server/testing/samples";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const state: DriveState = {
  running: false,
  tripped: true,
  trip: { number: 3, name: "DC bus too low" },
  warnings: ["Heat sink warm"],
  volatile: true,
  permission: false,
};

function keep(
  values: Record<string, number | string>,
  who: Partial<DriveIdentity> = {},
  how: Partial<DriveState> = {},
) {
  const all = valuesByCode(factorySet(rill, "R-030"));
  for (const [code, raw] of Object.entries(values)) all.set(code, raw);
  return keepReading(plant.app.db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, all),
    identity: { ...RILL_PLATE, ...who },
    state: { ...state, ...how },
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date(),
  });
}

describe("records", () => {
  test("carry who, when, drive, trips and completeness, and come back as they were read", async () => {
    const { record, unchanged } = await keep({ "1r": 250 });
    expect(unchanged).toBe(false);
    expect(record).toMatchObject({
      number: 1,
      takenByName: "Ines Varga",
      serial: "A",
      trip: "3: DC bus too low",
      warnings: ["Heat sink warm"],
      volatile: true,
      jobNumber: "W26-0417",
      linkName: "Kiln",
      expected: 198,
    });
    // Measured values have no factory default, so this reading is partial and says which are missing.
    expect(record.present).toBeLessThan(record.expected);
    expect(record.missing).toContain("1y");
    const values = valuesByCode(await loadSet(plant.app.db, record));
    expect(values.get("1r")).toBe(250);
    expect(values.get("1a")).toBe("Untitled");
    expect(values.size).toBe(record.present);
  });
  test("a reading that equals the last one is recognised, not stored again; a counter that moved does not make it new", async () => {
    const again = await keep({ "1r": 250 });
    expect(again).toMatchObject({ unchanged: true, record: { number: 1 } });
    expect((await readJournal(plant.app.db, 1))[0]!.text).toContain("nothing has changed since record 1");
  });
  test("the same settings, permanent now, are a new record: the former one would say for ever that they are not", async () => {
    const { record } = await keep({ "1r": 250 }, {}, { volatile: false });
    expect([record.number, record.volatile]).toEqual([2, false]);
    expect(await keep({ "1r": 250 }, {}, { volatile: false })).toMatchObject({ unchanged: true });
    expect(await keep({ "1r": 250 })).toMatchObject({ record: { number: 3, volatile: true } });
  });
  test("the same settings on another drive are a new record", async () => {
    expect(await keep({ "1r": 250 }, { serial: "B" })).toMatchObject({
      unchanged: false,
      record: { number: 4 },
    });
    const drives = await plant.app.db.select().from(tables.drive);
    expect(Object.fromEntries(drives.map((each) => [each.serial, each.whereabouts]))).toEqual({
      A: "removed",
      B: "fitted",
    });
  });
  test("contents are stored once: a record in which one group changed adds one piece", async () => {
    const count = async () => (await plant.app.db.select().from(tables.piece)).length;
    const before = await count();
    await keep({ "1r": 300 }, { serial: "B" });
    expect(await count()).toBe(before + 1);
  });
  test("two people recording at once both get a number of their own", async () => {
    const both = await Promise.all([
      keep({ "1r": 311 }, { serial: "B" }),
      keep({ "1r": 322 }, { serial: "B" }),
    ]);
    const numbers = both.map((each) => each.record.number);
    expect(new Set(numbers).size).toBe(2);
    const all = await listRecords(plant.app.db, plant.positionId);
    expect(all.map((each) => each.number)).toEqual([...all.keys()].map((i) => all.length - i));
  });
});

test("the standing record is the last one raised, and only of its own position", async () => {
  const records = await listRecords(plant.app.db, plant.positionId);
  const position = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  const now = new Date();
  await raiseStanding(plant.app.db, plant.person, position, records[0]!.id, "newest", now);
  await raiseStanding(plant.app.db, plant.person, position, records[1]!.id, "the newest was wrong", now);
  expect(await standingOf(plant.app.db, plant.positionId)).toMatchObject({
    recordId: records[1]!.id,
    reason: "the newest was wrong",
    byName: "Ines Varga",
  });
  await expect(
    raiseStanding(
      plant.app.db,
      plant.person,
      { ...position, id: plant.positionId + 1 },
      records[0]!.id,
      "no",
      now,
    ),
  ).rejects.toThrow("not one of this position's");
});

test("a note is added to a record and leaves it as it was", async () => {
  const [record] = await listRecords(plant.app.db, plant.positionId);
  await addNote(plant.app.db, plant.person, record!.id, "Belt slipped.", new Date());
  expect(await notesOf(plant.app.db, [record!.id])).toMatchObject([
    { text: "Belt slipped.", byName: "Ines Varga" },
  ]);
});

test("five raise records at once: the standing record is one of them, with its reason, and each is in the journal", async () => {
  const { db } = plant.app;
  const before = (await readJournal(db, 1)).length;
  const records = await listRecords(db, plant.positionId);
  const position = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  await Promise.all(
    [0, 1, 0, 1, 0].map((at, n) =>
      raiseStanding(db, plant.person, position, records[at]!.id, `reason ${n}`, new Date()),
    ),
  );
  const standing = await standingOf(db, plant.positionId);
  const [current] = await db.select().from(tables.current).where(eq(tables.current.which, "standing"));
  expect(current!.recordId).toBe(standing!.recordId);
  expect((await readJournal(db, 1)).length).toBe(before + 5);
});

test("the database itself refuses to change or to empty what is only added to", async () => {
  const { db, now } = plant.app;
  const [job] = await db
    .insert(tables.job)
    .values({
      plantId: 1,
      kind: "restore",
      open: false,
      phase: "done",
      by: plant.person.id,
      byName: plant.person.name,
      startedAt: now(),
      driveKey: "some drive",
      detail: {},
    })
    .returning();
  await db.insert(tables.receipt).values({
    id: 1,
    plantId: 1,
    jobId: job!.id,
    positionId: plant.positionId,
    at: now(),
    by: plant.person.id,
    byName: plant.person.name,
    content: {},
  });
  await signOffSafety(
    db,
    plant.person,
    { id: 1, plantId: 1, positionId: plant.positionId },
    { how: "by the vendor's tool", checkSum: "9F3A", functionTest: "door opened, it coasted" },
    now(),
  );
  await expectOnlyAddedTo(db);
});
