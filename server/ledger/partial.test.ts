import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { findDrive, lifeOf } from "@/server/drives";
import { readJournal } from "@/server/journal";
import { keepReading, raiseStanding } from "@/server/ledger";
import { recordFile } from "@/server/old-files";
import { listInventory } from "@/server/plant";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

test("a partial record says so wherever it is named: journal, life, inventory, files", async () => {
  const { db, shelf } = plant.app;
  // Of what changes by itself there is no factory default.
  const set = buildSet(rill, valuesByCode(factorySet(rill, "R-030")));
  const { record } = await keepReading(db, rill, plant.person, {
    positionId: plant.positionId,
    set,
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date("2026-03-14T10:00:00Z"),
  });
  const position = { id: plant.positionId, tag: "KL-03", plantId: 1 };
  await raiseStanding(db, plant.person, position, record.id, "The best there is.", new Date());
  expect((await readJournal(db, 1)).slice(0, 2).map((each) => each.text)).toEqual([
    "Raised record 1, partial, of KL-03 to the standing record: The best there is.",
    "Recorded KL-03 as record 1, partial, drive A.",
  ]);
  const drive = (await findDrive(db, 1, rill.id, "A"))!;
  expect((await lifeOf(db, drive)).map((each) => each.text)).toContain(
    "Recorded at KL-03 as record 1, partial",
  );
  expect(await listInventory(db, shelf, 1)).toMatchObject([{ record: 1, partial: true }]);
  const csv = await recordFile("KL-03", record, set, rill, "csv", 0);
  expect(csv).toMatchObject({
    value: expect.stringContaining(`Partial,${record.present} of 198 parameters\r\n`) as unknown,
  });
});
