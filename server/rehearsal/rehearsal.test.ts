import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { plover } from "@/families/testing";
import { tables } from "@/server/database";
import { beginDraft, changeDraft } from "@/server/drafts";
import { findPosition } from "@/server/plant";
import { lookThrough } from "@/server/testing/look-through";
import { connectAndRead, recordsOf, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { findRehearsal, listRehearsals, makeRehearsal } from ".";

let plant: TestPlant;
let recordId: number;
let job: number;

beforeAll(async () => {
  plant = await testPlant({ "1r": 250, "4r": 180, "3m": 340 });
  const first = await connectAndRead(plant);
  recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap({ rating: "R-030", firmware: "4.4", serial: "FR-NEW", values: { "4r": 181 } });
  const connectionId = await connectAndRead(plant);
  const begun = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  job = begun.value.id;
  await plant.app.restores.settled(job);
  await lookThrough(plant, job);
});
afterAll(() => plant.close());

const position = async () => (await findPosition(plant.app.db, 1, "KL-03"))!;
const rehearseIt = async (wanted: { restore?: number; record?: number; draft?: number }) =>
  makeRehearsal(plant.app, plant.person, 1, await position(), wanted, new Date());
async function kept(wanted: { restore?: number; record?: number; draft?: number }) {
  const made = await rehearseIt(wanted);
  if (!made.ok) throw new Error(made.trouble.text);
  return (await findRehearsal(plant.app.db, 1, made.value))!.content;
}

describe("a restore is rehearsed while it is looked through", () => {
  test("with the values that were read and what was chosen; the drive, the ledger and the restore stay as they are", async () => {
    const before = await recordsOf(plant);
    let written = 0;
    plant.line.fault = (_, { kind }) => {
      if (kind !== "read") written += 1;
      return undefined;
    };
    const content = await kept({ restore: job });
    expect(content).toMatchObject({
      record: 1,
      madeOf: "read",
      drive: { serial: "FR-NEW" },
      verified: true,
      permanent: "yes",
      waits: ["permission"],
      paceTold: true,
    });
    const plan = (await plant.app.restores.shown.detail(job))!.plan!;
    expect(content.results.map((each) => [each.code, each.from, each.to])).toEqual(
      plan.writes.map((each) => [each.code, each.from, each.to]),
    );
    expect(content.results.find((each) => each.code === "4r")).toMatchObject({ from: 181, readBack: 180 });
    expect(await recordsOf(plant)).toHaveLength(before.length);
    expect(written).toBe(0);
    expect(plant.drive.valueOf("1r")).not.toBe(250);
    expect((await plant.app.restores.shown.detail(job))!.place.stage).toBe("review");
  });
  test("of another position's restore, or one that does not wait any more, nothing is rehearsed", async () => {
    expect(await rehearseIt({ restore: 9999 })).toMatchObject({ trouble: { kind: "not-found" } });
    expect(await rehearseIt({})).toMatchObject({ trouble: { kind: "not-found" } });
    expect(await rehearseIt({ record: 77 })).toMatchObject({ trouble: { kind: "not-found" } });
    const other = { ...(await position()), id: plant.positionId + 1 };
    expect(
      await makeRehearsal(plant.app, plant.person, 1, other, { restore: job }, new Date()),
    ).toMatchObject({ trouble: { kind: "not-found" } });
  });
});

test("a record is rehearsed onto one straight from the factory, with no drive at hand", async () => {
  const content = await kept({ record: 1 });
  expect(content).toMatchObject({ record: 1, madeOf: "factory", verified: true });
  expect(content.results.map((each) => each.code).sort()).toEqual(["1r", "3m", "4r"]);
});

test("what a draft holds that its family refuses is named before anybody stands at a cabinet", async () => {
  const { app, person } = plant;
  const id = await beginDraft(
    app.db,
    person,
    await position(),
    { record: { id: recordId, number: 1 } },
    "Try",
    new Date(),
  );
  const parts = { db: app.db, shelf: app.shelf, events: app.events, now: app.now };
  const wish = { code: "3m", typed: "11 A", reason: "a test", expected: 340, although: true };
  expect((await changeDraft(parts, person, 1, id, wish)).ok).toBe(true);
  const content = await kept({ draft: id });
  expect(content).toMatchObject({ draft: id, draftTitle: "Try", verified: false });
  expect(content.results.find((each) => each.code === "3m")).toMatchObject({ verdict: "refused" });
});

test("what was rehearsed is only added to, is listed with its position, and is none of another plant's", async () => {
  const { db } = plant.app;
  const [newest] = await listRehearsals(db, plant.positionId);
  expect(newest).toMatchObject({ byName: "Ines Varga" });
  expect(await findRehearsal(db, 2, newest!.id)).toBeUndefined();
  await expect(
    db.update(tables.rehearsal).set({ byName: "Nobody" }).where(eq(tables.rehearsal.id, newest!.id)),
  ).rejects.toThrow();
});

test("behind a gateway the pace is what was measured when a drive there was last read, and said to be that", async () => {
  const other = await testPlant(
    {},
    { family: plover, make: { rating: "P-02", firmware: "2.4", serial: "AP-1" }, line: "canopen" },
  );
  try {
    await recordStanding(other, await connectAndRead(other));
    const at = (await findPosition(other.app.db, 1, "KL-03"))!;
    const made = await makeRehearsal(other.app, other.person, 1, at, { record: 1 }, new Date());
    if (!made.ok) throw new Error(made.trouble.text);
    const { content } = (await findRehearsal(other.app.db, 1, made.value))!;
    expect(content.paceTold).toBe(true);
    expect(content.way).toMatch(/CANopen through a gateway, \d+\.\d ms an object, as measured there last/);
    expect(content.ms.read).toBeGreaterThan(0);
  } finally {
    await other.close();
  }
}, 30_000);
