import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { tables } from "@/server/database";
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

async function position(tag: string, given: Partial<typeof tables.position.$inferInsert> = {}) {
  const [row] = await plant.app.db
    .insert(tables.position)
    .values({ plantId: 1, tag, title: tag, areaId: 1, definitionId: "fennimore-rill-4", ...given })
    .returning();
  return row!.id;
}
const drives = async () =>
  (await plant.app.db.select().from(tables.drive)).map((each) => [
    each.serial,
    each.whereabouts,
    each.positionId,
  ]);
const connected = (id: string) => plant.app.bench.find(id)!;

describe("a drive at a position where it does not seem to belong", () => {
  test("the ledger has it elsewhere: it is asked what follows, nothing is kept; agreed to, the other position lacks its drive", async () => {
    const id = await connectAndRead(plant);
    await recordStanding(plant, id);
    const other = await position("KL-04");
    const asked = await plant.app.bench.record(plant.person, connected(id), other);
    expect(asked).toMatchObject({
      ok: false,
      trouble: {
        kind: "ask-first",
        text: "The ledger has this drive fitted at KL-03 Roller drive 3. Once it is recorded at KL-04, KL-03 counts as without a drive.",
      },
    });
    expect(await drives()).toEqual([["FR-OLD-77", "fitted", plant.positionId]]);
    expect(await plant.app.bench.placeAt(connected(id), other)).toMatchObject({ ok: false });
    expect(connected(id).position?.tag).toBe("KL-03");
    expect(await plant.app.bench.placeAt(connected(id), other, true)).toMatchObject({ ok: true });
    // Said once: recording does not ask again.
    expect(await plant.app.bench.record(plant.person, connected(id), other)).toMatchObject({ ok: true });
    expect(await drives()).toEqual([["FR-OLD-77", "fitted", other]]);
  });

  test("moved away and back with nothing changed: the ledger follows, although no record is added", async () => {
    const id = await connectAndRead(plant);
    await recordStanding(plant, id);
    const other = await position("KL-04");
    await plant.app.bench.record(plant.person, connected(id), other, true);
    const back = await plant.app.bench.record(plant.person, connected(id), plant.positionId, true);
    expect(back).toMatchObject({ ok: true, value: { unchanged: true } });
    expect(await drives()).toEqual([["FR-OLD-77", "fitted", plant.positionId]]);
  });

  test("the ledger does not know it, and it answers where another position is noted: it is asked; at that one it is not", async () => {
    const [own] = await plant.app.db
      .select()
      .from(tables.position)
      .where(eq(tables.position.id, plant.positionId));
    const first = await connectAndRead(plant);
    await recordStanding(plant, first);
    await plant.app.bench.letGo(first);
    plant.swap(FRESH);
    const id = await connectAndRead(plant);
    const other = await position("KL-04");
    const asked = await plant.app.bench.record(plant.person, connected(id), other);
    expect(asked).toMatchObject({
      trouble: {
        kind: "ask-first",
        text: "The ledger does not know this drive, and it answers where KL-03 Roller drive 3 is noted.",
      },
    });
    expect(await plant.app.bench.record(plant.person, connected(id), own!.id)).toMatchObject({ ok: true });
  });

  test("another family's position is refused until a person agrees", async () => {
    const id = await connectAndRead(plant);
    const other = await position("MX-01", { definitionId: "oakhanger-hollin-5" });
    expect(await plant.app.bench.record(plant.person, connected(id), other)).toMatchObject({
      ok: false,
      trouble: { kind: "ask-first", text: expect.stringContaining("MX-01 is noted for") as unknown },
    });
    expect(await plant.app.db.select().from(tables.record)).toEqual([]);
  });

  test("it answers at another position's address: both are named, and the ledger's own stays until a person says", async () => {
    const first = await connectAndRead(plant);
    await recordStanding(plant, first);
    const [way] = await plant.app.db
      .select()
      .from(tables.position)
      .where(eq(tables.position.id, plant.positionId));
    await plant.app.db.update(tables.position).set({ unitAddress: 9 }).where(eq(tables.position.id, way!.id));
    await position("KL-04", { linkId: way!.linkId, unitAddress: 1 });
    await plant.app.bench.letGo(first);
    const id = await connectAndRead(plant);
    expect(connected(id).view()).toMatchObject({
      position: { tag: "KL-03" },
      answersAt: { tag: "KL-04" },
      notedOtherwise: "address 9",
    });
  });
});

test("where a person put it although the ledger has it elsewhere, it stays when its way is noted", async () => {
  const id = await connectAndRead(plant);
  await recordStanding(plant, id);
  const other = await position("KL-04");
  await plant.app.bench.placeAt(connected(id), other, true);
  expect(await plant.app.bench.noteWay(connected(id))).toBe(true);
  expect(connected(id).position?.tag).toBe("KL-04");
  expect(connected(id).placeAgreed).toBe(true);
});

test("a restore at a position where the drive does not seem to belong asks first: until then the ledger has it where it was", async () => {
  const id = await connectAndRead(plant);
  const recordId = await recordStanding(plant, id);
  const other = await position("KL-04");
  const [record] = await plant.app.db.select().from(tables.record).where(eq(tables.record.id, recordId));
  const kept = await plant.app.bench.record(plant.person, connected(id), other, true);
  if (!kept.ok) throw new Error(kept.trouble.text);
  // Now it is fitted at KL-04; somebody begins at KL-03.
  const request = { positionId: plant.positionId, recordId: record!.id, connectionId: id };
  expect(await plant.app.restores.start(plant.person, 1, request)).toMatchObject({
    ok: false,
    trouble: { kind: "ask-first" },
  });
  expect(await drives()).toEqual([["FR-OLD-77", "fitted", other]]);
  const begun = await plant.app.restores.start(plant.person, 1, { ...request, although: true });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  expect(await drives()).toEqual([["FR-OLD-77", "fitted", plant.positionId]]);
});

test("the way noted for a position changes when a person says so, not by recording", async () => {
  const id = await connectAndRead(plant);
  await recordStanding(plant, id);
  const noted = async () =>
    (await plant.app.db.select().from(tables.position).where(eq(tables.position.id, plant.positionId)))[0]!
      .unitAddress;
  expect(await noted()).toBe(1);
  await plant.app.db
    .update(tables.position)
    .set({ unitAddress: 5 })
    .where(eq(tables.position.id, plant.positionId));
  await plant.app.bench.record(plant.person, connected(id), plant.positionId);
  expect(await noted()).toBe(5);
  expect(connected(id).view().notedOtherwise).toBe("address 5");
  expect(await plant.app.bench.noteWay(connected(id))).toBe(true);
  expect(await noted()).toBe(1);
  expect(connected(id).view().notedOtherwise).toBeUndefined();
});

test("a drive straight from the factory at no known address: positions of its family and rating are suggested, those with a connected drive are not", async () => {
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  await plant.app.db
    .update(tables.position)
    .set({ unitAddress: 5 })
    .where(eq(tables.position.id, plant.positionId));
  await position("MX-01", { definitionId: "oakhanger-hollin-5" });
  await position("KL-09");
  plant.swap(FRESH);
  const id = await connectAndRead(plant);
  expect(connected(id).view()).toMatchObject({
    suggested: [
      {
        tag: "KL-03",
        why: "its drive FR-OLD-77 had this family and rating; it was at address 5 of this link",
      },
      { tag: "KL-09", why: "no drive is noted there" },
    ],
  });
});

test("a drive that died while it was connected: its position is suggested first for the one in its place, and it is not asked which of the two is meant", async () => {
  await plant.close();
  plant = await testPlant({ ...RECORDED, "1n": 11 });
  const died = await connectAndRead(plant, 11);
  const recordId = await recordStanding(plant, died);
  await position("AA-01");
  plant.swap(FRESH);
  await until(plant, () => connected(died).phase === "lost");
  const connectionId = await connectAndRead(plant, 1);
  expect(connected(connectionId).view()).toMatchObject({
    suggested: [
      {
        tag: "KL-03",
        why: "its drive FR-OLD-77 had this family and rating; it was at address 11 of this link; what was connected there does not answer any more",
      },
      { tag: "AA-01" },
    ],
  });
  const begun = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  const { checks } = (await plant.app.restores.shown.detail(begun.value.id))!;
  expect(checks.find((each) => each.id === "right-drive")?.verdict).toBe("fine");
});

test("another rating than recorded is said as soon as the drive is read, before anybody restores", async () => {
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap({ rating: "R-055", firmware: "4.4", serial: "FR-BIG-01" });
  const id = await connectAndRead(plant);
  await until(plant, () => connected(id).view().unfit !== undefined);
  expect(connected(id).view().unfit).toMatchObject({
    record: 1,
    why: [{ found: expect.stringContaining("this is a") as unknown }],
  });
});
