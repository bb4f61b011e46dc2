import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { buildSet } from "@/core/set";
import { rill } from "@/families/testing";
import { keepFromFile } from "@/server/ledger";
import { couldReplace, fittedDrive } from "@/server/plant";
import { connectAndRead, FRESH, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { addDrive, findDrive, lifeOf, moveDrive, noteOnDrive } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const RILL = "fennimore-rill-4";
const drive = async (serial: string) => (await findDrive(plant.app.db, 1, RILL, serial))!;
const texts = async (serial: string) =>
  (await lifeOf(plant.app.db, await drive(serial))).map((each) => `${each.kind}: ${each.text}`);

test("a drive's life: fitted, recorded, failed, taken out for another, put in store, and what it could replace", async () => {
  const { db } = plant.app;
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await noteOnDrive(
    db,
    plant.person,
    await drive("FR-OLD-77"),
    "failed",
    "Smoke at the supply terminals.",
    new Date(),
  );
  await plant.app.bench.letGo(first);
  plant.swap(FRESH);
  const second = plant.app.bench.find(await connectAndRead(plant))!;
  await plant.app.bench.record(plant.person, second, plant.positionId, true);
  expect((await fittedDrive(db, plant.positionId))!.serial).toBe("FR-NEW-01");
  const old = await texts("FR-OLD-77");
  expect(old).toEqual(
    expect.arrayContaining([
      "removed: FR-NEW-01 is fitted at KL-03 in its place.",
      "failed: Smoke at the supply terminals.",
      "record: Recorded at KL-03 as record 1",
      "fitted: Found fitted at KL-03.",
    ]),
  );
  expect(old).toHaveLength(4);
  // A file that names it is told as what it is.
  await keepFromFile(db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, new Map([["1r", 111]])),
    identity: { serial: "FR-OLD-77", ratingName: "", supply: "", firmware: "" },
    takenAt: new Date("2020-01-01T00:00:00Z"),
    source: { name: "old.csv", hash: "h", broughtAt: "2026-01-01T00:00:00Z", dateGiven: null, leftOut: 0 },
  });
  expect((await texts("FR-OLD-77")).at(-1)).toMatch(
    /^record: A file names it: record \d+, partial, of KL-03, from old\.csv$/,
  );
  const moved = await moveDrive(
    db,
    plant.person,
    (await drive("FR-OLD-77")).id,
    "store",
    "shelf 4",
    "Repaired.",
    new Date(),
  );
  expect(moved).toMatchObject({ ok: true });
  expect(await drive("FR-OLD-77")).toMatchObject({
    whereabouts: "store",
    place: "shelf 4",
    positionId: null,
  });
  expect(await couldReplace(db, 1, await drive("FR-OLD-77"))).toMatchObject([{ tag: "KL-03" }]);
});

test("a drive in store is added by its plate, once; one that is fitted leaves its position when it is moved", async () => {
  const { db } = plant.app;
  const given = {
    definitionId: RILL,
    serial: "FR-STORE-1",
    rating: "R-055",
    firmware: "4.4",
    place: "shelf 2",
  };
  expect(await addDrive(db, plant.person, 1, given, new Date())).toMatchObject({ ok: true });
  expect(await addDrive(db, plant.person, 1, given, new Date())).toMatchObject({ ok: false });
  expect(await couldReplace(db, 1, await drive("FR-STORE-1"))).toEqual([]);
  const fitted = (await fittedDrive(db, plant.positionId))!;
  await moveDrive(db, plant.person, fitted.id, "scrapped", "", "Burnt.", new Date());
  expect(await fittedDrive(db, plant.positionId)).toBeUndefined();
  expect(await moveDrive(db, plant.person, 9999, "store", "", "Nobody.", new Date())).toMatchObject({
    ok: false,
  });
});
