import { afterEach, expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { listLinks } from "@/server/bench";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  linkTo,
  recordStanding,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
afterEach(() => plant.close());

/** A whole restore onto the connected drive, looked through and verified. */
async function restoreOnto(connectionId: string, recordId: number): Promise<void> {
  const begun = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await plant.app.restores.settled(id);
  await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  await plant.app.restores.settled(id);
  expect(await plant.app.restores.shown.detail(id)).toMatchObject({
    place: { stage: "receipt", over: "done" },
  });
  const { receiptId } = (await plant.app.restores.shown.detail(id))!;
  expect((await findReceipt(plant.app.db, 1, receiptId!))!.content.outcome).toBe("verified");
}

test("a speed and an address that were written hold once it has restarted: the restore finds it there, and as it speaks then", async () => {
  const make = { rating: "R-030", firmware: "4.4", serial: "FR-OLD" };
  plant = await testPlant(
    { "1n": 7, "2n": 2, "1r": 250 },
    { family: cutDown(rill, ["1r"]), make, line: "serial" },
  );
  const first = await connectAndRead(plant, 7);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);

  const fresh = plant.swap({ ...make, serial: "FR-NEW" });
  fresh.givePermission();
  const factory = linkTo("serial", plant.port, plant.line.settings.path) as { baud: number };
  const connected = await plant.app.bench.connect(plant.person, 1, {
    link: { ...factory, baud: 9600 } as ReturnType<typeof linkTo>,
    unit: 1,
  });
  if (!connected.ok) throw new Error(connected.trouble.text);
  const live = plant.app.bench.find(connected.value.id)!;
  await until(plant, () => live.reading?.phase === "done");
  await restoreOnto(live.id, recordId);
  expect(live.phase).toBe("connected");
  expect(live.unit).toBe(7);
  expect(live.address.link).toEqual({ ...factory, baud: 19_200 });
  const [kept] = await listLinks(plant.app.db, 1);
  expect(kept!.settings).toMatchObject({ baud: 19_200 });
  expect(kept!.seen.map((each) => [each.unit, each.identity?.serial])).toContainEqual([7, "FR-NEW"]);
  expect(live.view().notedOtherwise).toBeUndefined();
}, 90_000);

test("where the address alone changes, the drive is noted there as well, and the way that was noted is said to be another", async () => {
  const make = { rating: "R-030", firmware: "4.4", serial: "FR-OLD" };
  plant = await testPlant({ "1n": 7, "1r": 250 }, { family: cutDown(rill, ["1r"]), make, line: "tcp" });
  const first = await connectAndRead(plant, 7);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  const fresh = plant.swap({ ...make, serial: "FR-NEW" });
  fresh.givePermission();
  const live = plant.app.bench.find(await connectAndRead(plant, 1))!;
  await restoreOnto(live.id, recordId);
  expect([live.unit, live.phase]).toEqual([7, "connected"]);
  const [link] = await listLinks(plant.app.db, 1);
  expect(link!.seen.map((each) => [each.unit, each.identity?.serial])).toContainEqual([7, "FR-NEW"]);
}, 60_000);
