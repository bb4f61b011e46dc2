import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { tables } from "@/server/database";
import { recordById, standingOf } from "@/server/ledger";
import { lookThrough } from "@/server/testing/look-through";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { findReceipt, settle, unsettledOf } from ".";

let plant: TestPlant;

beforeAll(async () => {
  plant = await testPlant({ "1r": 250 });
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
});
afterAll(() => plant.close());

/** Restores a record onto the drive that stands there, and gives the receipt. */
async function restored(recordId: number, connectionId: string) {
  const { restores, db } = plant.app;
  const begun = await restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await restores.settled(id);
  plant.drive.givePermission();
  const confirmed = await restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await restores.settled(id);
  return (await findReceipt(db, 1, (await restores.shown.detail(id))!.receiptId!))!;
}
const standing = async () => {
  const choice = (await standingOf(plant.app.db, plant.positionId))!;
  return (await recordById(plant.app.db, choice.recordId))!;
};

test("after one of the same kind there is nothing to settle", async () => {
  const connectionId = await connectAndRead(plant);
  const receipt = await restored((await standing()).id, connectionId);
  expect(await unsettledOf(plant.app, receipt)).toBeUndefined();
  expect((await settle(plant.app, plant.person, receipt, new Date())).ok).toBe(false);
  await plant.app.bench.letGo(connectionId);
});

test("after one of another kind the record read of it stands, its family is noted, once, and only after the newest restore", async () => {
  const { app, person, positionId } = plant;
  plant.swap({ rating: "R-055", firmware: "4.4", serial: "FR-55", values: { "1r": 300 } });
  const connectionId = await connectAndRead(plant);
  const kept = await app.bench.record(person, app.bench.find(connectionId)!, positionId, true);
  if (!kept.ok) throw new Error(kept.trouble.text);
  const former = await standing();
  const earlier = await restored(kept.value.record.id, connectionId);
  const receipt = await restored(kept.value.record.id, connectionId);
  await app.db.update(tables.position).set({ definitionId: "fennimore-runnel-1" });
  expect(await unsettledOf(app, earlier)).toBeUndefined();
  const open = (await unsettledOf(app, receipt))!;
  expect(open).toMatchObject({
    standing: former.number,
    record: receipt.content.afterRecord,
    family: { noted: "Fennimore Runnel", now: "Fennimore Rill" },
  });
  const both = await Promise.all([1, 2].map(() => settle(app, person, receipt, new Date())));
  expect(both.some((each) => each.ok)).toBe(true);
  expect((await standing()).number).toBe(open.record);
  expect((await standing()).rating).toBe("R-055");
  const [place] = await app.db.select().from(tables.position).where(eq(tables.position.id, positionId));
  expect(place!.definitionId).toBe("fennimore-rill-4");
  expect(await unsettledOf(app, receipt)).toBeUndefined();
});
