import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { asc, desc, eq } from "drizzle-orm";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { openServer, tables } from "@/server/database";
import { addNote, keepReading, listRecords, raiseStanding, standingOf } from "@/server/ledger";
import { findReceipt, signOffSafety } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import { expectOnlyAddedTo } from "@/server/testing/only-added-to";
import { connectAndRead, FRESH, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { startPostgres } from "@/server/testing/postgres";

let postgres: Awaited<ReturnType<typeof startPostgres>>;
let plant: TestPlant;
beforeAll(async () => {
  postgres = await startPostgres();
  plant = await testPlant(undefined, undefined, await openServer(postgres.url));
});
afterAll(async () => {
  await plant.close();
  await postgres.stop();
});

const keep = (value: number, serial: string) => {
  const values = valuesByCode(factorySet(rill, "R-030"));
  values.set("1r", value);
  return keepReading(plant.app.db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, values),
    identity: {
      vendor: "Fennimore",
      family: "Rill",
      definitionId: rill.id,
      rating: "R-030",
      ratingName: "Rill 3 kW",
      supply: "3 × 400 V",
      firmware: "4.4",
      serial,
    },
    state: {
      running: false,
      tripped: false,
      trip: undefined,
      warnings: [],
      volatile: false,
      permission: false,
    },
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date(),
  });
};

test("on a PostgreSQL server: recorded, exchanged, restored and verified", async () => {
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap(FRESH);
  const connectionId = await connectAndRead(plant);
  const { positionId, person } = plant;
  const started = await plant.app.restores.start(person, 1, { positionId, recordId, connectionId });
  if (!started.ok) throw new Error(started.trouble.text);
  const { id } = started.value;
  await plant.app.restores.settled(id);
  plant.drive.givePermission();
  expect(await plant.app.restores.confirm(id, person, await lookThrough(plant, id))).toMatchObject({
    ok: true,
  });
  await plant.app.restores.settled(id);
  const detail = (await plant.app.restores.detail(id))!;
  expect(detail).toMatchObject({ place: { stage: "receipt", over: "done" }, permanent: "yes" });
  expect((await findReceipt(plant.app.db, 1, detail.receiptId!))!.content.outcome).toBe("verified");
});

test("five record at one position at once: each gets a number, none is lost, the newest is the newest", async () => {
  const before = (await listRecords(plant.app.db, plant.positionId))[0]!.number;
  const kept = await Promise.all([1, 2, 3, 4, 5].map((n) => keep(400 + n, "RACE")));
  const numbers = kept.map((each) => each.record.number).sort((a, b) => a - b);
  expect(numbers).toEqual([1, 2, 3, 4, 5].map((n) => before + n));
  const { db } = plant.app;
  const [newest] = await db
    .select()
    .from(tables.record)
    .where(eq(tables.record.positionId, plant.positionId))
    .orderBy(desc(tables.record.number));
  const current = await db.select().from(tables.current).where(eq(tables.current.which, "newest"));
  expect(current).toEqual([{ positionId: plant.positionId, which: "newest", recordId: newest!.id }]);
  const pieces = (rows: Array<{ ordinal: number; hash: string }>) =>
    rows.map(({ ordinal, hash }) => [ordinal, hash]);
  const { recordPiece, currentPiece } = tables;
  expect(
    pieces(
      await db
        .select()
        .from(currentPiece)
        .where(eq(currentPiece.which, "newest"))
        .orderBy(asc(currentPiece.ordinal)),
    ),
  ).toEqual(
    pieces(
      await db
        .select()
        .from(recordPiece)
        .where(eq(recordPiece.recordId, newest!.id))
        .orderBy(asc(recordPiece.ordinal)),
    ),
  );
});

test("five raise records at one position at once: the standing record is the last one raised, everywhere", async () => {
  const { db } = plant.app;
  const records = (await listRecords(db, plant.positionId)).slice(0, 5);
  const position = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  for (let round = 0; round < 4; round++) {
    await Promise.all(
      records.map((each) => raiseStanding(db, plant.person, position, each.id, "at once", new Date())),
    );
    const last = await standingOf(db, plant.positionId);
    const [current] = await db.select().from(tables.current).where(eq(tables.current.which, "standing"));
    expect(current!.recordId).toBe(last!.recordId);
  }
});

test("what is only added to refuses on a server too", async () => {
  const [record] = await listRecords(plant.app.db, plant.positionId);
  await addNote(plant.app.db, plant.person, record!.id, "Belt slipped.", new Date());
  await signOffSafety(
    plant.app.db,
    plant.person,
    { id: 1, plantId: 1, positionId: plant.positionId },
    { how: "by the vendor's tool", checkSum: "9F3A", functionTest: "door opened, it coasted" },
    new Date(),
  );
  await expectOnlyAddedTo(plant.app.db);
});
