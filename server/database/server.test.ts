import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { desc, eq, sql } from "drizzle-orm";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { definitions, rill } from "@/families/testing";
import { createApplication } from "@/server/application";
import { writeCopy } from "@/server/backup";
import { openServer, tables, type OpenDatabase } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { addNote, keepReading, listRecords, loadSet, raiseStanding, standingOf } from "@/server/ledger";
import { findReceipt, signOffSafety } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import { expectOnlyAddedTo } from "@/server/testing/only-added-to";
import { connectAndRead, FRESH, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { startPostgres } from "@/server/testing/postgres";
import { RILL_PLATE } from "@/server/testing/samples";

let postgres: Awaited<ReturnType<typeof startPostgres>>;
let database: OpenDatabase;
let plant: TestPlant;
beforeAll(async () => {
  postgres = await startPostgres();
  database = await openServer(postgres.url);
  plant = await testPlant(undefined, undefined, database);
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
    identity: { ...RILL_PLATE, serial },
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
  const detail = (await plant.app.restores.shown.detail(id))!;
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
  const [held] = await db.select().from(tables.content).where(eq(tables.content.hash, newest!.hashAll));
  expect(held!.pieces.length % 32).toBe(0);
  expect((await loadSet(db, newest!)).pieces).toHaveLength(held!.pieces.length / 32);
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

test("a change that is committed late is seen in the plant's list, whatever was committed before it", async () => {
  const { db, overviews } = plant.app;
  const titleNow = async () => (await overviews.window(1, {}, 0, 1)).lines[0]!.title;
  const line = (text: string) => ({
    at: new Date(),
    plantId: 1,
    by: plant.person.id,
    byName: plant.person.name,
    kind: "position" as const,
    text,
  });
  const former = await titleNow();
  let commit = (): void => undefined;
  let begun = (): void => undefined;
  const toBeCommitted = new Promise<void>((resolve) => (commit = resolve));
  const written = new Promise<void>((resolve) => (begun = resolve));
  const late = db.transaction(async (tx) => {
    await tx.update(tables.position).set({ title: "Late" }).where(eq(tables.position.id, plant.positionId));
    await writeJournal(tx, line("Renamed."));
    begun();
    await toBeCommitted;
  });
  await written;
  expect(await titleNow()).toBe(former);
  await writeJournal(db, line("Something else."));
  expect(await titleNow()).toBe(former);
  commit();
  await late;
  expect(await titleNow()).toBe("Late");
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

test("a second process on the same server leaves a restore under way to the one that is at it; when that one is gone, it is halted and says so", async () => {
  const { app, person, positionId } = plant;
  const [connection] = app.bench.list();
  const record = (await listRecords(app.db, positionId)).find((each) => each.present === each.expected)!;
  // Its permission is gone after a power-off; something is to be written.
  plant.drive.setAtKeypad("2b", 900);
  plant.drive.powerOff();
  plant.drive.powerOn();
  const { id: connectionId } = connection!;
  const begun = await app.restores.start(person, 1, { positionId, recordId: record.id, connectionId });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await app.restores.settled(id);
  const waits = new Promise<void>((resolve) => {
    const leave = app.events.subscribe((event) => {
      if (event.type !== "job" || event.view.place.waitsFor !== "permission") return;
      leave();
      resolve();
    });
  });
  expect(await app.restores.confirm(id, person, await lookThrough(plant, id))).toMatchObject({ ok: true });
  await waits;
  const second = await openServer(postgres.url);
  const options = {
    definitions,
    secret: "a secret only tests know, 32 chars!",
    baseUrl: "http://127.0.0.1:4310",
  };
  const other = await createApplication({ ...options, database: second });
  expect((await other.restores.shown.detail(id))!.place).toMatchObject({
    stage: "write",
    waitsFor: "permission",
  });
  // The first one dies: its connection is cut by the server.
  const lost = new Promise<string>((resolve) => (database.onEnded = resolve));
  await second.db.execute(
    sql`select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'calm-ledger owner' and pid in
      (select pid from pg_locks where locktype = 'advisory' and granted and ((classid::bigint << 32) | objid::bigint) = hashtextextended(${database.owner.id}, 0))`,
  );
  expect(await lost).toContain("Nothing more is sent to any drive");
  await other.restores.recover();
  expect((await other.restores.shown.detail(id))!.place).toMatchObject({
    waitsFor: "person",
    why: expect.stringContaining("The program was restarted") as unknown,
  });
  await other.close();
});

test("a program that stood still for longer than its sign of life may take is not taken for cut off; one that is cut off ends", async () => {
  const own = await openServer(postgres.url);
  const ended = new Promise<string>((resolve) => (own.onEnded = resolve));
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 2100);
  // Its timers are late by now: the first of them runs, and what the server has answered since.
  const standing = Symbol("still there");
  for (let n = 0; n < 3; n++) {
    await own.db.execute(sql`select pg_sleep(0.25)`);
    expect(await Promise.race([ended, Promise.resolve(standing)])).toBe(standing);
  }
  await own.db.execute(
    sql`select pg_terminate_backend(pid) from pg_locks where locktype = 'advisory' and granted and
      ((classid::bigint << 32) | objid::bigint) = hashtextextended(${own.owner.id}, 0)`,
  );
  expect(await ended).toContain("Nothing more is sent to any drive");
});

test("a role that may work with the tables and not change them works, when another brings them up to date", async () => {
  const { db } = plant.app;
  await db.execute(sql`create role worker login`);
  await db.execute(sql`grant usage on schema public to worker`);
  await db.execute(sql`grant select, insert, update, delete on all tables in schema public to worker`);
  const asWorker = postgres.url.replace("ledger@", "worker@");
  await expect(openServer(asWorker)).rejects.toThrow();
  const opened = await openServer(asWorker, postgres.url);
  const before = await opened.db.select().from(tables.journal);
  await addNote(
    opened.db,
    plant.person,
    (await listRecords(opened.db, plant.positionId))[0]!.id,
    "by the worker",
    new Date(),
  );
  expect(before.length).toBeGreaterThan(0);
  await expect(opened.db.execute(sql`drop table journal`)).rejects.toThrow();
  const folder = mkdtempSync(join(tmpdir(), "calm-ledger-worker-"));
  const copy = await writeCopy(opened.db, join(folder, "copy.zip"), new Date(), true);
  expect(copy.tables.find((each) => each.name === "journal")!.rows).toBeGreaterThan(0);
  rmSync(folder, { recursive: true });
  await opened.close();
});
