import { afterEach, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { tables } from "@/server/database";
import { moveDrive } from "@/server/drives";
import { raiseStanding } from "@/server/ledger";
import { plantLines } from "@/server/plant";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  recordsOf,
  recordStanding,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";
import { preparedSpares } from ".";

let plant: TestPlant;
afterEach(() => plant.close());

/** A drive stands at the position; another lies on the workbench, connected over the same cable. */
async function onTheWorkbench(): Promise<{ recordId: number; connectionId: string }> {
  plant = await testPlant();
  const recordId = await recordStanding(plant, await connectAndRead(plant));
  await letGo();
  plant.swap({ rating: "R-030", firmware: "4.4", serial: "FR-SPARE" });
  plant.drive.givePermission();
  return { recordId, connectionId: await connectAndRead(plant) };
}

async function letGo(): Promise<void> {
  for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
}

async function restore(recordId: number, connectionId: string, spare: boolean): Promise<number> {
  const request = { positionId: plant.positionId, recordId, connectionId, spare, although: true };
  const begun = await plant.app.restores.start(plant.person, 1, request);
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await plant.app.restores.settled(id);
  const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await plant.app.restores.settled(id);
  return id;
}

const reasons = async () => {
  const { db, shelf } = plant.app;
  const { lines } = await plantLines(db, shelf, 1, Date.now());
  return lines[0]!.reasons.map((each) => each.code);
};

const fitted = () =>
  plant.app.db
    .select({ serial: tables.drive.serial, whereabouts: tables.drive.whereabouts })
    .from(tables.drive)
    .orderBy(tables.drive.serial);

test("prepared for a position: it holds the record, and the ledger keeps the drive that stands there", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  const before = await reasons();
  await restore(recordId, connectionId, true);
  expect(plant.drive.valueOf("1r", "permanent")).toBe(250);
  expect(await fitted()).toEqual([
    { serial: "FR-OLD-77", whereabouts: "fitted" },
    { serial: "FR-SPARE", whereabouts: "store" },
  ]);
  expect(await preparedSpares(plant.app.db, 1)).toMatchObject([
    { serial: "FR-SPARE", tag: "KL-03", record: 1, stale: false },
  ]);
  expect((await recordsOf(plant)).map((each) => each.origin)).toEqual([
    "read",
    "before-spare",
    "after-spare",
  ]);
  // What was read of the spare says nothing of what stands there; and a spare of its rating is in store now.
  expect(before).toContain("no-spare");
  expect(await reasons()).toEqual(before.filter((each) => each !== "no-spare"));
}, 60_000);

test("what a spare held before is put back: it is prepared for nothing then, and still fitted nowhere", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  const id = await restore(recordId, connectionId, true);
  const back = await plant.app.restores.putBack(id, plant.person);
  if (!back.ok) throw new Error(back.trouble.text);
  await plant.app.restores.settled(back.value.id);
  plant.drive.givePermission();
  const confirmed = await plant.app.restores.confirm(
    back.value.id,
    plant.person,
    await lookThrough(plant, back.value.id),
  );
  expect(confirmed.ok).toBe(true);
  await plant.app.restores.settled(back.value.id);
  expect(await preparedSpares(plant.app.db, 1)).toEqual([]);
  expect(await fitted()).toEqual([
    { serial: "FR-OLD-77", whereabouts: "fitted" },
    { serial: "FR-SPARE", whereabouts: "store" },
  ]);
}, 60_000);

test("it goes stale when another record stands, and is none once something else was done with it or it left the store", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  await restore(recordId, connectionId, true);
  const { db } = plant.app;
  const [after] = await db.select().from(tables.record).where(eq(tables.record.origin, "before-spare"));
  const position = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  await raiseStanding(db, plant.person, position, after!.id, "As it runs since.", new Date());
  expect(await preparedSpares(db, 1)).toMatchObject([{ stale: true }]);
  expect(await reasons()).toContain("stale-spare");
  await raiseStanding(db, plant.person, position, recordId, "Back as it was.", new Date());
  expect(await preparedSpares(db, 1)).toMatchObject([{ stale: false }]);
  const [spare] = await db.select().from(tables.drive).where(eq(tables.drive.serial, "FR-SPARE"));
  await moveDrive(db, plant.person, spare!.id, "lent", "To the other works.", "Lent for a week.", new Date());
  expect(await preparedSpares(db, 1)).toEqual([]);
}, 60_000);

test("fitted at night it is the drive of the position, as recorded; one that stands somewhere is no spare", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  await restore(recordId, connectionId, true);
  await letGo();
  const again = await connectAndRead(plant, Number(plant.drive.address));
  const connection = plant.app.bench.find(again)!;
  const kept = await plant.app.bench.record(plant.person, connection, plant.positionId, true);
  expect(kept.ok && kept.value.record.origin).toBe("read");
  await until(plant, () => connection.position?.tag === "KL-03");
  expect(connection.view().drift).toMatchObject({ record: 1, changed: 0 });
  expect(await preparedSpares(plant.app.db, 1)).toEqual([]);
  expect(await fitted()).toEqual([
    { serial: "FR-OLD-77", whereabouts: "removed" },
    { serial: "FR-SPARE", whereabouts: "fitted" },
  ]);
  const request = { positionId: plant.positionId, recordId, connectionId: again, spare: true };
  expect(await plant.app.restores.start(plant.person, 1, request)).toMatchObject({
    ok: false,
    trouble: { kind: "not-now", text: expect.stringContaining("fitted at KL-03: it is no spare") },
  });
}, 60_000);
