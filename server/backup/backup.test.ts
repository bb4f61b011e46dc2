import { randomBytes } from "node:crypto";
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { sql } from "drizzle-orm";
import { openServer, tables, type OpenDatabase } from "@/server/database";
import { addDrive } from "@/server/drives";
import { attach, readFile, storeFile } from "@/server/files";
import { addNote, keepReading, listRecords, loadSet, recordAt, recordColumn } from "@/server/ledger";
import { createPosition } from "@/server/plant";
import { emptyDatabase } from "@/server/testing/database";
import { formerDatabase } from "@/server/testing/former";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { startPostgres } from "@/server/testing/postgres";
import { WORDS } from "@/server/testing/samples";
import { hashLines } from "./read";
import { copiedTables } from "./tables";
import { linesOf } from "./write";
import { checkCopy, Copies, lookForDamage, restoreCopy, writeCopy } from ".";

let plant: TestPlant;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-copies-"));
const path = join(folder, "ledger.zip");
const bytes = randomBytes(600_000);

beforeAll(async () => {
  plant = await testPlant();
  const { db } = plant.app;
  const id = await recordStanding(plant, await connectAndRead(plant));
  await addNote(db, plant.person, id, 'Belt slipped; Größe 1,5 ≤ 2 µm \\ "x"\nsecond line', new Date());
  const stored = await storeFile(db, new Blob([bytes]).stream(), 10_000_000);
  if (typeof stored === "string") throw new Error(stored);
  const owner = { positionId: plant.positionId, words: "KL-03", href: "/" };
  await attach(
    db,
    plant.person,
    1,
    owner,
    { hash: stored.hash, name: "a.bin", kind: "other", note: "" },
    new Date(),
  );
});
afterAll(async () => {
  await plant.close();
  rmSync(folder, { recursive: true, force: true });
});

async function hashesOf(database: OpenDatabase): Promise<Array<[string, number, string]>> {
  const all: Array<[string, number, string]> = [];
  for (const table of await copiedTables(database.db)) {
    const { rows, hash } = await hashLines(linesOf(database.db, table));
    all.push([table.name, rows, hash]);
  }
  return all;
}

describe("a copy", () => {
  test("holds every table, and an empty ledger that takes it in is equal to the first, table by table", async () => {
    const manifest = await writeCopy(plant.app.db, path, new Date());
    expect(manifest.tables.map((each) => each.name)).toEqual(
      expect.arrayContaining([
        "record",
        "piece",
        "content",
        "receipt",
        "journal",
        "user",
        "account",
        "chunk",
        "membership",
      ]),
    );
    expect(manifest.tables.map((each) => each.name)).not.toContain("session");
    expect(await checkCopy(path)).toMatchObject({ ok: true });
    const other = await emptyDatabase();
    expect(await restoreCopy(other.db, path)).toMatchObject({ ok: true });
    const said = manifest.tables.map((each) => [each.name, each.rows, each.hash]);
    expect(await hashesOf(other)).toEqual(said);
    const [record] = await listRecords(other.db, plant.positionId);
    const [mine] = await listRecords(plant.app.db, plant.positionId);
    expect(await loadSet(other.db, record!)).toEqual(await loadSet(plant.app.db, mine!));
    const [file] = await other.db.select().from(tables.file);
    const parts: Uint8Array[] = [];
    for await (const each of (await readFile(other.db, file!.hash)) as unknown as AsyncIterable<Uint8Array>)
      parts.push(each);
    expect(Buffer.concat(parts).equals(bytes)).toBe(true);
    // It numbers on behind what came.
    const words = { ...WORDS, tag: "KL-09" };
    expect(await createPosition(other.db, plant.person, 1, words, new Date())).toMatchObject({ ok: true });
    expect(await restoreCopy(other.db, path)).toMatchObject({ trouble: { kind: "not-now" } });
    await other.close();
  });

  test("is made while others write, and is whole", async () => {
    const { db, shelf } = plant.app;
    const [last] = await listRecords(db, plant.positionId);
    const definition = (await shelf.ofRecord(db, last!))!;
    const set = await loadSet(db, last!);
    let writing = true;
    const write = async (): Promise<void> => {
      // As many as a copy of this size meets, and no more the slower the machine is.
      for (let n = 0; writing && n < 60; n++) {
        const pieces = set.pieces.map((each, i) =>
          i === 0 ? { ...each, values: { ...each.values, "1a": `Roller ${n}` } } : each,
        );
        await keepReading(db, definition, plant.person, {
          positionId: plant.positionId,
          set: { ...set, pieces },
          identity: {
            definitionId: definition.id,
            vendor: "",
            family: "",
            ratingName: "",
            supply: "",
            firmware: "4.4",
            serial: "FR-OLD-77",
          },
          state: { running: false, warnings: [] } as never,
          linkName: "",
          unit: 1,
          origin: "read",
          takenAt: new Date(),
        });
        // The database of a test answers without ever letting anything else come in between.
        await new Promise(setImmediate);
      }
    };
    const under = write();
    await writeCopy(db, path, new Date());
    writing = false;
    await under;
    const other = await emptyDatabase();
    expect(await restoreCopy(other.db, path)).toMatchObject({ ok: true });
    for (const each of await listRecords(other.db, plant.positionId))
      expect((await loadSet(other.db, each)).pieces).toHaveLength(set.pieces.length);
    await other.close();
  });

  test("of a server is made while several write at once, and is whole", async () => {
    const postgres = await startPostgres();
    const server = await openServer(postgres.url);
    const busy = await testPlant(undefined, undefined, server);
    const writers = [1, 2, 3].map(() => ({ on: true }));
    try {
      const writing = writers.map(async (writer, k) => {
        for (let n = 0; writer.on; n++) {
          const words = { ...WORDS, tag: `P${k}-${n}`, area: `Area ${k}` };
          await createPosition(server.db, busy.person, 1, words, new Date());
          await addDrive(
            server.db,
            busy.person,
            1,
            {
              definitionId: "fennimore-rill-4",
              serial: `S${k}-${n}`,
              rating: undefined,
              firmware: "",
              place: "",
            },
            new Date(),
          );
        }
      });
      for (let i = 0; i < 3; i++) {
        await writeCopy(server.db, path, new Date(), true);
        const other = await emptyDatabase();
        expect(await restoreCopy(other.db, path)).toMatchObject({ ok: true });
        await other.close();
      }
      for (const each of writers) each.on = false;
      await Promise.all(writing);
    } finally {
      for (const each of writers) each.on = false;
      await busy.close();
      await postgres.stop();
    }
  });

  test("that is damaged in any way is refused in words, and nothing is taken in", async () => {
    await writeCopy(plant.app.db, path, new Date());
    const whole = readFileSync(path);
    const spoilt = join(folder, "spoilt.zip");
    const other = await emptyDatabase();
    const cuts: Array<[string, Buffer]> = [
      ["cut off", whole.subarray(0, whole.length - 2000)],
      ["empty", Buffer.alloc(0)],
      ["no archive", Buffer.from("what?")],
      ...[0.1, 0.4, 0.7].map((at): [string, Buffer] => {
        const turned = Buffer.from(whole);
        for (let i = 0; i < 40; i++) turned[Math.floor(whole.length * at) + i]! ^= 0x55;
        return [`turned bits at ${at}`, turned];
      }),
    ];
    for (const [what, content] of cuts) {
      writeFileSync(spoilt, content);
      expect([what, await restoreCopy(other.db, spoilt)]).toEqual([
        what,
        expect.objectContaining({
          ok: false,
          trouble: expect.objectContaining({
            kind: "bad-file",
            text: expect.stringMatching(
              /^(This is no copy of a ledger, or it was cut off|The copy is damaged: (what it holds of the table \w+ cannot be unpacked|the table \w+ has \d+ rows that are not those that were written|what it says of itself cannot be read|it does not say what is in it))\.$/,
            ) as unknown,
          }) as unknown,
        }),
      ]);
    }
    expect(await other.db.select().from(tables.record)).toEqual([]);
    await other.close();
  });

  test("of an earlier version is taken in, and its tables and what is in them are brought up to date", async () => {
    // Before contents were kept once for each hash, and hashes as bytes; and as the version before this one left it.
    for (const last of [12, 37]) {
      const former = await formerDatabase(last);
      const manifest = await writeCopy(former.db, path, new Date());
      await former.close();
      const other = await emptyDatabase();
      expect(await restoreCopy(other.db, path)).toEqual({ ok: true, value: manifest });
      const raised = (await recordAt(other.db, 1, "KL-03", "standing"))!;
      expect(raised.row).toMatchObject({ number: 1, serial: "FR-OLD-77" });
      expect((await recordColumn(other.db, raised.row))!.values.get("M103")).toBe(340);
      // What is only added to is guarded here too.
      await expect(other.db.execute(sql`delete from record`)).rejects.toThrow();
      expect(await lookForDamage(other.db)).toEqual([]);
      const again = await writeCopy(other.db, path, new Date());
      expect(again.migration).not.toBe(manifest.migration);
      expect(await restoreCopy(other.db, path)).toMatchObject({ trouble: { kind: "not-now" } });
      await other.close();
    }
  });

  test("of a version that this one does not know is refused in words", async () => {
    const newer = await formerDatabase(37);
    await newer.pg.query("update drizzle.__drizzle_migrations set hash = repeat('a', 64) where id = 38");
    await writeCopy(newer.db, path, new Date());
    await newer.close();
    const other = await emptyDatabase();
    expect(await restoreCopy(other.db, path)).toMatchObject({
      trouble: { kind: "bad-file", remedy: expect.stringContaining("newer") as unknown },
    });
    expect(await other.db.select({ name: tables.plant.name }).from(tables.plant)).toHaveLength(1);
    await other.close();
  });

  test("of an earlier version is taken in on a server too, by the role that may make tables", async () => {
    const former = await formerDatabase(37);
    await writeCopy(former.db, path, new Date());
    await former.close();
    const postgres = await startPostgres();
    const server = await openServer(postgres.url);
    try {
      await server.db.execute(sql`create role worker login`);
      await server.db.execute(sql`grant usage on schema public to worker`);
      await server.db.execute(
        sql`grant select, insert, update, delete on all tables in schema public to worker`,
      );
      const worker = await openServer(postgres.url.replace("ledger@", "worker@"), postgres.url);
      expect(await restoreCopy(worker.db, path)).toMatchObject({
        trouble: { kind: "bad-file", remedy: expect.stringContaining("owns the tables") as unknown },
      });
      await worker.close();
      // The worker keeps its rights, in the tables that are made anew too.
      await server.db.execute(
        sql`alter default privileges in schema public grant select, insert, update, delete on tables to worker`,
      );
      expect(await restoreCopy(server.db, path)).toMatchObject({ ok: true });
      const again = await openServer(postgres.url.replace("ledger@", "worker@"), postgres.url);
      expect((await recordAt(again.db, 1, "KL-03", "standing"))!.row).toMatchObject({ number: 1 });
      await again.close();
      expect((await recordAt(server.db, 1, "KL-03", "standing"))!.row).toMatchObject({ number: 1 });
    } finally {
      await server.close();
      await postgres.stop();
    }
  });

  test("moves a ledger onto a PostgreSQL server, equal by its hashes", async () => {
    const postgres = await startPostgres();
    const server = await openServer(postgres.url);
    try {
      const manifest = await writeCopy(plant.app.db, path, new Date());
      expect(await restoreCopy(server.db, path)).toMatchObject({ ok: true });
      expect(await hashesOf(server)).toEqual(
        manifest.tables.map((each) => [each.name, each.rows, each.hash]),
      );
    } finally {
      await server.close();
      await postgres.stop();
    }
  });
});

describe("the copies of a ledger", () => {
  test("are made one at a time, listed with the newest first, and told in the journal; a name leads nowhere else", async () => {
    let now = Date.parse("2026-03-14T10:00:00Z");
    const copies = new Copies(plant.app.db, join(folder, "copies"), () => now);
    expect(await copies.list()).toEqual([]);
    const both = await Promise.all([copies.make(plant.person), copies.make(plant.person)]);
    expect(both.map((each) => each.ok).sort()).toEqual([false, true]);
    now += 3_600_000;
    expect(await copies.make()).toMatchObject({ value: { name: "ledger-2026-03-14-110000.zip" } });
    expect((await copies.list()).map((each) => each.name).sort()).toEqual([
      "ledger-2026-03-14-100000.zip",
      "ledger-2026-03-14-110000.zip",
    ]);
    expect(copies.pathOf("../secret")).toBeUndefined();
    expect(readdirSync(join(folder, "copies")).filter((each) => each.endsWith(".part"))).toEqual([]);
    expect(existsSync(copies.pathOf("ledger-2026-03-14-110000.zip")!)).toBe(true);
  });

  test("one a day, and one also where the clock was set back: what lies ahead stands for no day", async () => {
    const copies = new Copies(plant.app.db, join(folder, "daily"), Date.now);
    const names = async () => (await copies.list()).map((each) => each.name);
    await copies.daily();
    await copies.daily();
    const [first, ...others] = await names();
    expect(others).toEqual([]);
    const ahead = Date.now() / 1000 + 9 * 24 * 3600;
    renameSync(copies.pathOf(first!)!, copies.pathOf("ledger-2099-01-01-000000.zip")!);
    utimesSync(copies.pathOf("ledger-2099-01-01-000000.zip")!, ahead, ahead);
    await copies.daily();
    await copies.daily();
    expect(await names()).toHaveLength(2);
  });
});

test("what is missing is found at the start and named", async () => {
  const { db } = plant.app;
  expect(await lookForDamage(db)).toEqual([]);
  // As a damaged disk would: past the guards that keep everybody from it.
  await db.execute(sql`set session_replication_role = replica`);
  await db.execute(sql`delete from piece where hash in (select hash from piece limit 1)`);
  await db.execute(sql`delete from chunk where hash in (select chunk_hash from file_chunk limit 1)`);
  await db.execute(sql`delete from record where number = 1`);
  await db.execute(sql`set session_replication_role = origin`);
  const found = (await lookForDamage(db)).join(" ");
  expect(found).toMatch(/A group of values is missing/);
  expect(found).toMatch(/KL-03 has \d+ records, and the last is number \d+/);
  expect(found).toMatch(/A file is not whole/);
});
