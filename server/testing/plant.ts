import type { PGlite } from "@electric-sql/pglite";
import { eq } from "drizzle-orm";
import { drizzle } from "drizzle-orm/pglite";
import type { Definition } from "@/core/definition";
import type { LinkSettings } from "@/core/link";
import type { RawValue } from "@/core/value";
import { systemClock } from "@/core/protocol/system-clock";
import { definitions, rill } from "@/families/testing";
import { createApplication, type Application } from "@/server/application";
import type { BenchTiming } from "@/server/bench";
import { openInMemory, tables, type OpenDatabase } from "@/server/database";
import { raiseStanding } from "@/server/ledger";
import { acknowledgeLiveWork, addPerson, type Person } from "@/server/people";
import { StandInDrive, type DriveMake } from "@/simulator/drive";
import { StandInLine } from "@/simulator/line";
import type { LineKind } from "@/simulator/spoken-line";

/** A small plant for tests: one position, one stand-in on a real socket, a real database. */
export interface TestPlant {
  app: Application;
  line: StandInLine;
  person: Person;
  positionId: number;
  port: number;
  /** How often the bench looks, and its clock on the wall. */
  timing: BenchTiming;
  /** The drive that stands on the line now. */
  drive: StandInDrive;
  /** Puts another drive in its place. */
  swap(make: DriveMake): StandInDrive;
  /** Ends the program without any farewell: from now on it reaches neither database nor drive. */
  kill(): void;
  /** Starts the program anew on the same database. */
  restart(): Promise<void>;
  close(): Promise<void>;
}

let template: Promise<Blob> | undefined;

/** A migrated database with nothing in it; quick, since only the first one is migrated. */
export async function emptyDatabase(): Promise<OpenDatabase & { pg: PGlite }> {
  template ??= openInMemory().then(async (first) => {
    const dump = await first.pg.dumpDataDir("none");
    await first.close();
    return dump;
  });
  return openInMemory(await template);
}

/** The same database as seen by a program that can be killed: after that, nothing it does reaches the database. */
function killable({ pg, close }: OpenDatabase & { pg: PGlite }): {
  database: OpenDatabase;
  kill: () => void;
} {
  let dead = false;
  const seen = new Proxy(pg, {
    get(target, key) {
      const value: unknown = Reflect.get(target, key, target);
      if (typeof value !== "function") return value;
      return (...given: unknown[]) =>
        dead
          ? Promise.reject(new Error("This program was killed."))
          : (value as (...all: unknown[]) => unknown).apply(target, given);
    },
  });
  return {
    database: { db: drizzle(seen, { schema: tables }), close },
    kill: () => {
      dead = true;
    },
  };
}

export const RECORDED: Record<string, RawValue> = {
  G101: "Roller 3",
  R105: 6000,
  R104: 500,
  R201: 250,
  R204: 180,
  L101: 1350,
  C101: 1,
  B101: 1,
  B102: 1,
  M103: 340,
  M201: 29100,
  M208: 1,
  T103: 3,
  R301: 1200,
  N106: 50,
  P201: 1,
  C202: -125,
  T107: 5,
  P113: 88,
  P114: 96,
  G112: 70001,
  C112: 1056964608,
};

/** What a replacement straight from the factory is. */
export const FRESH: DriveMake = { rating: "R-015", firmware: "3.4", serial: "FR-NEW-01" };

/** Which drive stands in the plant, when it is not a Rill on Modbus TCP. */
export interface Standing {
  family: Definition;
  make: DriveMake;
  line: LineKind;
}

/** How the application reaches the line of a test plant. */
export function linkTo(kind: LineKind, port: number): LinkSettings {
  const there = { host: "127.0.0.1", port };
  if (kind === "canopen") return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
  return { kind: kind === "rtu-over-tcp" ? "modbus-rtu-over-tcp" : "modbus-tcp", ...there };
}

/** Builds the plant; the drive first holds what will be the standing record. */
export async function testPlant(
  values: Record<string, RawValue> = RECORDED,
  standing: Standing = {
    family: rill,
    make: { rating: "R-015", firmware: "3.4", serial: "FR-OLD-77" },
    line: "tcp",
  },
): Promise<TestPlant> {
  const { family } = standing;
  const database = await emptyDatabase();
  let life = killable(database);
  const timing: BenchTiming = { watchMs: 400, retryMs: 5, longestRetryMs: 40 };
  const options = {
    database: life.database,
    definitions,
    secret: "a secret only tests know, 32 chars!",
    clock: systemClock,
    timing,
    pollMs: 10,
  };
  let app = await createApplication(options);
  const { db } = database;
  const person: Person = {
    id: await addPerson(app.auth, {
      name: "Ines Varga",
      email: "ines@example.test",
      password: "for tests only",
    }),
    name: "Ines Varga",
    sessionId: "session-1",
  };
  await acknowledgeLiveWork(db, person);
  await db.insert(tables.area).values({ name: "Kiln", sort: 1 });
  const [position] = await db
    .insert(tables.position)
    .values({
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
  });
  const port = await line.open();
  const old = new StandInDrive(family, { ...standing.make, values }, undefined, definitions);
  line.add(old);
  const plant: TestPlant = {
    app,
    line,
    person,
    positionId: position!.id,
    port,
    timing,
    drive: old,
    swap(make) {
      const fresh = new StandInDrive(family, make, undefined, definitions);
      line.replace(plant.drive, fresh);
      plant.drive = fresh;
      return fresh;
    },
    kill() {
      life.kill();
      app.bench.closeAll();
    },
    async restart() {
      life = killable(database);
      app = await createApplication({ ...options, database: life.database });
      plant.app = app;
    },
    async close() {
      app.bench.closeAll();
      await line.close();
      await database.close();
    },
  };
  return plant;
}

/** Connects to the drive on the line and waits until it is read. */
export async function connectAndRead(plant: TestPlant, unit = 1): Promise<string> {
  const connected = await plant.app.bench.connect(plant.person, {
    link: linkTo(plant.line.kind, plant.port),
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
  const kept = await plant.app.bench.record(plant.person, connectionId, plant.positionId);
  if (!kept.ok) throw new Error(kept.trouble.text);
  await raiseStanding(
    plant.app.db,
    plant.person,
    { id: plant.positionId, tag: "KL-03" },
    kept.value.record.id,
    "commissioned",
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
