import { randomUUID } from "node:crypto";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import type { LinkSettings } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import type { DriveMake } from "@/core/stand-in";
import type { RawValue } from "@/core/value";
import { definitions, rill } from "@/families/testing";
import { createApplication, type Application } from "@/server/application";
import type { Connection } from "@/server/bench";
import { embeddedOver, onlyOwner, tables, type OpenDatabase } from "@/server/database";
import { raiseStanding } from "@/server/ledger";
import { acknowledgeLiveWork, addPerson, type Person } from "@/server/people";
import { StandInLine } from "@/simulator/line";
import type { LineKind } from "@/simulator/spoken-line";
import { emptyDatabase, type TestDatabase } from "./database";

/** A small plant for tests: one position, one stand-in on a real socket, a real database. */
export interface TestPlant {
  app: Application;
  line: StandInLine;
  person: Person;
  positionId: number;
  port: number;
  /** The clock on the wall, ms since 1970; tests may turn it. */
  wall: () => number;
  /** The drive that stands on the line now. */
  drive: StandInDrive;
  /** Puts another drive in its place. */
  swap(make: DriveMake): StandInDrive;
  /** The same, of whatever family. */
  putIn(family: Definition, make: DriveMake): StandInDrive;
  /** Ends the program without any farewell: from now on it reaches neither database nor drive. */
  kill(): void;
  /** Told of everything that the program is about to write into its database; on `true` the disk is full. */
  diskFull: (() => boolean) | undefined;
  /** Starts the program anew on the same database. */
  restart(): Promise<void>;
  close(): Promise<void>;
}

/** As the database says it; reading goes on. */
const NO_SPACE = Object.assign(new Error("could not extend file: No space left on device"), {
  code: "53100",
});
const changes = (key: string | symbol, sql: unknown): boolean =>
  key === "transaction" || (key === "query" && /^\s*(insert|update|delete)/i.test(String(sql)));

/**
 * The same database as seen by a program that can be killed: after that, nothing it does reaches the database. `diskFull` is asked before
 * everything that it writes.
 */
function killable(
  { connect, close }: TestDatabase,
  diskFull: () => boolean,
): { database: OpenDatabase; kill: () => void } {
  const { client, cut } = connect();
  const seen = new Proxy(client, {
    get(target, key) {
      const value: unknown = Reflect.get(target, key, target);
      if (typeof value !== "function") return value;
      return (...given: unknown[]) =>
        changes(key, given[0]) && diskFull()
          ? Promise.reject(NO_SPACE)
          : (value as (...all: unknown[]) => unknown).apply(target, given);
    },
  });
  return { database: { db: embeddedOver(seen), owner: onlyOwner(), close }, kill: cut };
}

export const RECORDED: Record<string, RawValue> = {
  "1a": "Roller 3",
  "4f": 6000,
  "3f": 500,
  "1r": 250,
  "4r": 180,
  "1b": 1350,
  "1c": 1,
  "13r": 1,
  "14r": 1,
  "3m": 340,
  "13m": 29100,
  "19m": 1,
  "3t": 3,
  "10f": 1200,
  "6n": 50,
  "14g": 1,
  "17c": -125,
  "7t": 5,
  "12g": 88,
  "13g": 96,
  "9a": 70001,
  "12c": 1056964608,
};

/** What a replacement straight from the factory is. */
export const FRESH: DriveMake = { rating: "R-030", firmware: "4.4", serial: "FR-NEW-01" };

/** Which drive stands in the plant, when it is not a Rill on Modbus TCP. */
export interface Standing {
  family: Definition;
  make: DriveMake;
  line: LineKind;
}

/** How the application reaches the line of a test plant. */
export function linkTo(kind: LineKind, port: number, path?: string): LinkSettings {
  if (kind === "serial")
    return {
      kind: "modbus-serial",
      path: path!,
      framing: "rtu",
      baud: 19_200,
      parity: "even",
      stopBits: 1,
    };
  const there = { host: "127.0.0.1", port };
  if (kind === "canopen") return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
  return { kind: kind === "rtu-over-tcp" ? "modbus-rtu-over-tcp" : "modbus-tcp", ...there };
}

/** Builds the plant; the drive first holds what will be the standing record. On a database server it cannot be killed. */
export async function testPlant(
  values: Record<string, RawValue> = RECORDED,
  standing: Standing = {
    family: rill,
    make: { rating: "R-030", firmware: "4.4", serial: "FR-OLD-77" },
    line: "tcp",
  },
  server?: OpenDatabase,
): Promise<TestPlant> {
  const { family } = standing;
  const embedded = server ? undefined : await emptyDatabase();
  const database = server ?? embedded!;
  const diskFull = (): boolean => plant?.diskFull?.() ?? false;
  const newLife = () => (embedded ? killable(embedded, diskFull) : { database, kill: () => undefined });
  let life = newLife();
  // eslint-disable-next-line prefer-const -- the application asks it for the time before it is whole
  let plant: TestPlant;
  const options = {
    database: life.database,
    definitions: definitions.map((each) => (each.id === family.id ? family : each)),
    secret: "a secret only tests know, 32 chars!",
    baseUrl: "http://127.0.0.1:4310",
    timing: { watchMs: 400, retryMs: 5, longestRetryMs: 40 },
    wall: () => plant?.wall() ?? Date.now(),
    pollMs: 10,
  };
  let app = await createApplication(options);
  const { db } = database;
  const person: Person = {
    id: await addPerson(app.db, {
      name: "Ines Varga",
      email: "ines@example.test",
      password: "for tests only",
    }),
    name: "Ines Varga",
    sessionId: "session-1",
  };
  await acknowledgeLiveWork(db, person, new Date());
  await db.insert(tables.area).values({ plantId: 1, name: "Kiln", sort: 1 });
  const [position] = await db
    .insert(tables.position)
    .values({
      plantId: 1,
      tag: "KL-03",
      title: "Roller drive 3",
      areaId: 1,
      definitionId: family.id,
      jobNumber: "W26-0417",
    })
    .returning();
  const line = new StandInLine({
    id: "kiln",
    title: "Kiln",
    port: 0,
    baud: 0,
    gateway: false,
    kind: standing.line,
    ...(standing.line === "serial" ? { path: join(tmpdir(), `calm-ledger-${randomUUID()}`) } : {}),
  });
  const port = await line.open();
  const old = new StandInDrive(family, { ...standing.make, values }, undefined, definitions);
  line.add(old);
  plant = {
    app,
    line,
    person,
    positionId: position!.id,
    port,
    wall: Date.now,
    drive: old,
    diskFull: undefined,
    swap: (make) => plant.putIn(family, make),
    putIn(other, make) {
      const fresh = new StandInDrive(other, make, undefined, definitions);
      line.replace(plant.drive, fresh);
      plant.drive = fresh;
      return fresh;
    },
    kill() {
      life.kill();
      void app.links.close();
    },
    async restart() {
      life = newLife();
      app = await createApplication({ ...options, database: life.database });
      plant.app = app;
    },
    async close() {
      await app.links.close();
      await line.close();
      // What this program still had under way must not reach the database of the next test.
      life.kill();
      await database.close();
    },
  };
  return plant;
}

/** Connects to the drive on the line and waits until it is read. */
export async function connectAndRead(plant: TestPlant, unit = 1): Promise<string> {
  const connected = await plant.app.bench.connect(plant.person, 1, {
    link: linkTo(plant.line.kind, plant.port, plant.line.settings.path),
    unit,
  });
  if (!connected.ok) throw new Error(connected.trouble.text);
  await until(plant, () => plant.app.bench.find(connected.value.id)?.reading?.phase === "done");
  return connected.value.id;
}

/** Waits for events until something holds; no polling of time. */
export function until(plant: TestPlant, holds: () => boolean): Promise<void> {
  if (holds()) return Promise.resolve();
  return new Promise((resolve) => {
    const leave = plant.app.events.subscribe(() => {
      if (!holds()) return;
      leave();
      resolve();
    });
  });
}

/** Keeps the reading as a record and raises it to the standing one. */
export async function recordStanding(plant: TestPlant, connectionId: string): Promise<number> {
  const connection: Connection = plant.app.bench.find(connectionId)!;
  const kept = await plant.app.bench.record(plant.person, connection, plant.positionId, true);
  if (!kept.ok) throw new Error(kept.trouble.text);
  await raiseStanding(
    plant.app.db,
    plant.person,
    { id: plant.positionId, plantId: 1, tag: "KL-03" },
    kept.value.record.id,
    "commissioned",
    new Date(),
  );
  return kept.value.record.id;
}

/** All lines of one table's rows for a position; for assertions. */
export async function recordsOf(plant: TestPlant) {
  return plant.app.db
    .select()
    .from(tables.record)
    .where(eq(tables.record.positionId, plant.positionId))
    .orderBy(tables.record.number);
}
