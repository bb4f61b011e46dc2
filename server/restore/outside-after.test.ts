import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { lookThrough } from "@/server/testing/look-through";
import { connectAndRead, FRESH, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { findReceipt, outsideAfter } from ".";

let plant: TestPlant;
beforeEach(async () => {
  plant = await testPlant();
});
afterEach(() => plant.close());

/** The drive dies and its record is restored onto another, which has `held` already. */
async function restored(held: Record<string, number>) {
  const { app, drive, person, positionId } = plant;
  for (const [code, raw] of Object.entries(held)) drive.setAtKeypad(code, raw);
  const before = await connectAndRead(plant);
  const recordId = await recordStanding(plant, before);
  await app.bench.letGo(before);
  plant.swap(FRESH);
  for (const [code, raw] of Object.entries(held)) plant.drive.setAtKeypad(code, raw);
  plant.drive.givePermission();
  const connectionId = await connectAndRead(plant);
  const begun = await app.restores.start(person, 1, { positionId, recordId, connectionId, although: true });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await app.restores.settled(id);
  const confirmed = await app.restores.confirm(id, person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await app.restores.settled(id);
  return (await findReceipt(app.db, 1, (await app.restores.shown.detail(id))!.receiptId!))!;
}

test("a receipt says what the drive holds outside of what its family allows", async () => {
  const receipt = await restored({ "17r": 1500 });
  expect(receipt.content.outcome).toBe("verified");
  expect(await outsideAfter(plant.app, receipt)).toEqual(["17r must be at most 100.0 %."]);
});

test("nothing is said where nothing is, nor of a drive that was not read afterwards", async () => {
  const receipt = await restored({});
  expect(await outsideAfter(plant.app, receipt)).toEqual([]);
  const unread = { ...receipt, content: { ...receipt.content, afterRecord: undefined } };
  expect(await outsideAfter(plant.app, unread)).toEqual([]);
});
