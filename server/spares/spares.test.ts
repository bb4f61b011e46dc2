import { afterEach, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { buildSet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { tables } from "@/server/database";
import { moveDrive } from "@/server/drives";
import { keepReading, loadSet, raiseStanding, recordById } from "@/server/ledger";
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
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import { alsoRightFor, preparedSpares, sparesFor } from ".";

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

test("while a spare is prepared for a position, nobody is kept from restoring there; the spare itself is one person's", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  const { restores } = plant.app;
  const request = { positionId: plant.positionId, recordId, connectionId, spare: true, although: true };
  const preparing = await restores.start(plant.person, 1, request);
  if (!preparing.ok) throw new Error(preparing.trouble.text);
  await restores.settled(preparing.value.id);
  expect(await restores.start(plant.person, 1, request)).toMatchObject({
    ok: false,
    trouble: { kind: "busy", text: expect.stringContaining("is at this drive") },
  });
  // The position could be replaced as before: nothing is open there.
  expect(await reasons()).not.toContain("open-restore");
  await letGo();
  plant.swap({ rating: "R-030", firmware: "4.4", serial: "FR-NIGHT" });
  const other = { ...request, connectionId: await connectAndRead(plant), spare: false };
  const atNight = await restores.start(plant.person, 1, other);
  expect(atNight.ok).toBe(true);
  expect(await restores.start(plant.person, 1, other)).toMatchObject({
    ok: false,
    trouble: { kind: "busy" },
  });
}, 60_000);

/** A twin of the position whose standing record is that of KL-03 with these values otherwise. */
async function twinOf(recordId: number, values: Record<string, RawValue>): Promise<number> {
  const { db } = plant.app;
  await db.update(tables.position).set({ twinGroup: "rollers" });
  const about = { plantId: 1, tag: "KL-04", title: "Roller drive 4", areaId: 1, jobNumber: "" };
  const [twin] = await db
    .insert(tables.position)
    .values({ ...about, definitionId: rill.id, twinGroup: "rollers" })
    .returning();
  const row = (await recordById(db, recordId))!;
  const set = valuesByCode(await loadSet(db, row));
  for (const [code, raw] of Object.entries(values)) set.set(code, raw);
  const { record } = await keepReading(db, rill, plant.person, {
    positionId: twin!.id,
    set: buildSet(rill, set),
    identity: { ...RILL_PLATE, serial: "FR-TWIN" },
    state: AT_REST,
    linkName: "Kiln",
    unit: 2,
    origin: "read",
    takenAt: new Date(),
  });
  const position = { id: twin!.id, plantId: 1, tag: "KL-04" };
  await raiseStanding(db, plant.person, position, record.id, "As it runs.", new Date());
  return twin!.id;
}

test("a spare does for a twin too where only what belongs to the place is otherwise, and that is named; not where a setting is", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  const twin = await twinOf(recordId, { "1a": "Roller 4" });
  await restore(recordId, connectionId, true);
  const { db, shelf } = plant.app;
  const [spare] = await preparedSpares(db, 1);
  expect(await alsoRightFor(db, shelf, spare!)).toEqual([
    { tag: "KL-04", otherwise: { place: ["1a"], tuning: [], settings: [] } },
  ]);
  expect(await sparesFor(db, shelf, 1, twin)).toMatchObject([
    { serial: "FR-SPARE", tag: "KL-03", otherwise: { place: ["1a"] } },
  ]);
  expect(await sparesFor(db, shelf, 1, plant.positionId)).toMatchObject([
    { serial: "FR-SPARE", tag: "KL-03" },
  ]);
  // The twin is set otherwise from now on: its own standing record decides.
  await db.update(tables.position).set({ twinGroup: null }).where(eq(tables.position.id, twin));
  expect(await alsoRightFor(db, shelf, spare!)).toEqual([]);
}, 60_000);

test("where a twin has another setting, or no standing record, a spare of the other is not offered for it", async () => {
  const { recordId, connectionId } = await onTheWorkbench();
  const twin = await twinOf(recordId, { "1a": "Roller 4", "1r": 400 });
  await restore(recordId, connectionId, true);
  const { db, shelf } = plant.app;
  const [spare] = await preparedSpares(db, 1);
  expect(await alsoRightFor(db, shelf, spare!)).toEqual([]);
  expect(await sparesFor(db, shelf, 1, twin)).toEqual([]);
}, 60_000);
