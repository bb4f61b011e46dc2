import { afterEach, expect, test } from "@jest/globals";
import { layOutFile } from "@/core/definition";
import { plover } from "@/families/testing";
import { cutDown } from "@/server/testing/cut-down";
import { connectAndRead, recordsOf, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";

const rack = layOutFile({ ...plover.file, modules: { ...plover.file.modules!, slots: 3 } });
let plant: TestPlant;
afterEach(() => plant.close());

test("an exchanged module is told until it is recorded, also where every setting is as it was", async () => {
  plant = await testPlant(
    {},
    {
      family: cutDown(rack, ["5F30.03"]),
      make: { rating: "P-06", firmware: "2.4", serial: "AP-1", axes: 2, modules: [1, 3, 3] },
      line: "canopen",
    },
  );
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  const { bench } = plant.app;
  expect(bench.find(first)!.view().modulesChanged).toBeUndefined();
  await bench.letGo(first);
  plant.drive.powerOff();
  expect(plant.drive.exchangeModule(2)).toBeUndefined();
  plant.drive.powerOn();

  const connection = bench.find(await connectAndRead(plant))!;
  expect(connection.view()).toMatchObject({
    modulesChanged: [
      { words: expect.stringContaining("Slot 3, Axis module 6 A (axis 2): another one"), axis: 2 },
    ],
  });
  const kept = await bench.record(plant.person, connection, plant.positionId);
  expect(kept.ok && kept.value.unchanged).toBe(false);
  const newest = (await recordsOf(plant)).find((each) => each.number === 2)!;
  expect(newest.facts.modules!.map((each) => each.serial)).toEqual(["AP-1-1", "AP-1-2", "AP-1-3N0"]);
  // Recorded once it is known: nothing more is told, and nothing more is added.
  await bench.letGo(connection.id);
  const again = bench.find(await connectAndRead(plant))!;
  expect(again.view().modulesChanged).toBeUndefined();
  const same = await bench.record(plant.person, again, plant.positionId);
  expect(same.ok && same.value.unchanged).toBe(true);
}, 60_000);
