import { afterEach, beforeEach, expect, test } from "@jest/globals";
import type { LiveEvent } from "@/core/contract";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  FRESH,
  RECORDED,
  recordStanding,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
beforeEach(async () => {
  plant = await testPlant();
});
afterEach(() => plant.close());

/** A restore whose plan waits to be looked through, onto a drive that may be written. */
async function inReview(): Promise<number> {
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap(FRESH);
  const connectionId = await connectAndRead(plant);
  const { positionId } = plant;
  const started = await plant.app.restores.start(plant.person, 1, { positionId, recordId, connectionId });
  if (!started.ok) throw new Error(started.trouble.text);
  await plant.app.restores.settled(started.value.id);
  plant.drive.givePermission();
  return started.value.id;
}

/** Goes on until the drive is as recorded; whatever the disk did before. */
async function expectVerified(id: number): Promise<void> {
  let detail = (await plant.app.restores.shown.detail(id))!;
  if (detail.place.stage === "review")
    expect(await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id))).toMatchObject({
      ok: true,
    });
  else if (!detail.place.over) {
    expect(detail.place).toMatchObject({ waitsFor: "person" });
    expect(await plant.app.restores.goOn(id, plant.person)).toMatchObject({ ok: true });
  }
  await plant.app.restores.settled(id);
  detail = (await plant.app.restores.shown.detail(id))!;
  expect(detail).toMatchObject({ place: { stage: "receipt", over: "done" }, permanent: "yes" });
  expect((await findReceipt(plant.app.db, 1, detail.receiptId!))!.content.outcome).toBe("verified");
  for (const [code, raw] of Object.entries(RECORDED))
    expect([code, plant.drive.valueOf(code, "permanent")]).toEqual([code, raw]);
}

/** How many times a restore writes into the database, from the confirmation to the receipt; more than is enough. */
const WRITES = 70;
/** The long run goes through all of them. */
const STEP = process.env.TEST_LONG ? 1 : 6;
const AT = Array.from({ length: Math.ceil(WRITES / STEP) }, (_, i) => i * STEP);

test.each(AT)(
  "the disk is full from write %i on, then has room again: nothing is lost, and it goes on",
  async (at) => {
    const id = await inReview();
    const told: LiveEvent[] = [];
    plant.app.events.subscribe((event) => told.push(event));
    let writes = 0;
    const seen = await lookThrough(plant, id);
    plant.diskFull = () => writes++ >= at;
    const confirmed = await plant.app.restores.confirm(id, plant.person, seen).then(
      (result) => result.ok,
      () => false,
    );
    await plant.app.restores.settled(id);
    const last = told.findLast((event) => event.type === "job");
    if (confirmed && writes > at && last?.view.place.over) {
      // What was still to be put away after the receipt is none of the restore's trouble.
      const { place, receiptId } = (await plant.app.restores.shown.detail(id))!;
      expect([last.view.place, place]).toEqual(Array(2).fill({ stage: "receipt", over: "done" }));
      expect(await findReceipt(plant.app.db, 1, receiptId!)).toBeDefined();
    } else if (confirmed && writes > at) {
      // Nobody looks at a page that says that work goes on.
      expect(last).toMatchObject({
        view: { place: { waitsFor: "person", why: expect.stringContaining("full") } },
      });
      await expect(plant.app.restores.shown.detail(id)).rejects.toThrow(/update|No space/);
    }
    plant.diskFull = undefined;
    await expectVerified(id);
  },
);

test("a full disk while a drive is read is said in words, and the drive is read again when there is room", async () => {
  const connection = plant.app.bench.find(await connectAndRead(plant))!;
  await new Promise(setImmediate);
  plant.drive.setAtKeypad("2b", 900);
  plant.diskFull = () => true;
  expect(plant.app.bench.startReading(plant.person, connection)).toBe(true);
  await until(plant, () => connection.reading?.phase === "stopped");
  expect(connection.view().reading!.trouble).toMatchObject({
    kind: "no-space",
    text: expect.stringContaining("is full"),
  });
  plant.diskFull = undefined;
  await new Promise(setImmediate);
  expect(plant.app.bench.startReading(plant.person, connection)).toBe(true);
  await until(plant, () => connection.reading?.phase === "done");
  expect(connection.values.get("2b")).toBe(900);
});
