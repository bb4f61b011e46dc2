import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeEach, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { linkKey } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { definitions, hollin, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { listRecords } from "@/server/ledger";
import { createPosition } from "@/server/plant";
import { linkTo, testPlant, until, type TestPlant } from "@/server/testing/plant";
import { WORDS } from "@/server/testing/samples";
import { StandInLine } from "@/simulator/line";
import { beginRound, findRound } from ".";

let plant: TestPlant;
let round: number;
let cable: number;
beforeEach(async () => {
  plant = await testPlant();
  const { app, person } = plant;
  await createPosition(app.db, person, 1, { ...WORDS, tag: "KL-04" }, new Date());
  const settings = linkTo("tcp", plant.port);
  const [row] = await app.db
    .insert(tables.link)
    .values({ plantId: 1, name: "The cable", key: linkKey(settings), settings })
    .returning();
  cable = row!.id;
  for (const [tag, unitAddress] of [
    ["KL-03", 1],
    ["KL-04", 5],
  ] as const)
    await app.db
      .update(tables.position)
      .set({ linkId: cable, unitAddress })
      .where(eq(tables.position.tag, tag));
  const begun = await beginRound(app.db, person, 1, "By hand", ["KL-03", "KL-04"], new Date());
  round = (begun as { value: number }).value;
});
afterEach(async () => {
  plant.app.walks.stopAll();
  await plant.close();
});

const atCable = (): string | undefined => {
  const id = plant.app.walks.view(round)?.connectionId;
  const connection = id === undefined ? undefined : plant.app.bench.find(id);
  return connection?.reading?.phase === "done" ? connection.identity.serial : undefined;
};
const begin = () => plant.app.walks.begin(plant.person, 1, round, cable);
/** Another drive, at this address, is where the cable is now. */
const moveTo = (serial: string, address: number): StandInDrive => {
  const drive = new StandInDrive(
    rill,
    { rating: "R-030", firmware: "4.4", serial, values: { "1n": address } },
    undefined,
    definitions,
  );
  plant.line.replace(plant.drive, drive);
  plant.drive = drive;
  return drive;
};

test("the cable moves on: each newcomer is read and matched by itself, and nothing is kept until somebody says so", async () => {
  const { app, person } = plant;
  expect((await begin()).ok).toBe(true);
  await until(plant, () => atCable() === "FR-OLD-77");
  const first = app.bench.find(app.walks.view(round)!.connectionId!)!;
  await until(plant, () => first.position?.tag === "KL-03");
  expect(await listRecords(app.db, plant.positionId)).toEqual([]);
  await app.bench.record(person, first, plant.positionId);

  // Moved on to a drive at another address, where the round expects one.
  moveTo("FR-KL-04", 5);
  await until(plant, () => atCable() === "FR-KL-04");
  const second = app.bench.find(app.walks.view(round)!.connectionId!)!;
  await until(plant, () => second.position?.tag === "KL-04");
  expect(app.bench.list()).toEqual([second]);
  const lines = (await findRound(app.db, 1, round))!.lines;
  expect(lines.map((each) => [each.tag, each.state])).toEqual([
    ["KL-03", "changed"],
    ["KL-04", "left"],
  ]);

  // Moved on to a drive with the same address: it is another one all the same.
  moveTo("FR-KL-99", 5);
  await until(plant, () => atCable() === "FR-KL-99");
  expect(app.bench.list()).toHaveLength(1);
});

test("one walk for a round and for a cable; letting go of the drive by hand ends it, and it is not taken again", async () => {
  const { app } = plant;
  await begin();
  expect(await begin()).toMatchObject({ ok: false, trouble: { kind: "busy" } });
  await until(plant, () => atCable() !== undefined);
  await app.bench.letGo(app.walks.view(round)!.connectionId!);
  await until(plant, () => app.walks.view(round) === undefined);
  expect(app.bench.list()).toEqual([]);
});

test("a cable that is lost and back finds its drive again; stopping leaves the drive connected", async () => {
  const { app } = plant;
  await begin();
  await until(plant, () => atCable() !== undefined);
  const id = app.walks.view(round)!.connectionId!;
  plant.line.pull();
  await until(plant, () => app.bench.find(id)?.phase === "lost");
  plant.line.plug();
  await until(plant, () => app.bench.find(id)?.phase === "connected");
  expect(app.walks.view(round)!.connectionId).toBe(id);
  app.walks.stop(round);
  expect(app.walks.view(round)).toBeUndefined();
  expect(app.bench.find(id)?.phase).toBe("connected");
});

test("a round that has ended, one of another plant, and a link that is not here are not walked", async () => {
  const { walks } = plant.app;
  for (const [plantId, roundId, link] of [
    [2, round, cable],
    [1, round + 1, cable],
    [1, round, cable + 1],
  ] as const)
    expect(await walks.begin(plant.person, plantId, roundId, link)).toMatchObject({
      ok: false,
      trouble: { kind: "not-found" },
    });
});

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-walk-"));
const ports: StandInLine[] = [];
afterAll(async () => {
  for (const each of ports) await each.close();
  rmSync(folder, { recursive: true });
});
/** A drive at the end of the cable, whose port speaks as its family leaves the factory. */
async function atPort(baud: number, drive: StandInDrive): Promise<StandInLine> {
  const line = new StandInLine({
    id: "cable",
    title: "cable",
    port: 0,
    baud: 0,
    gateway: false,
    kind: "serial",
    path: join(folder, "cable"),
    serial: { framing: "rtu", baud, parity: "even" },
  });
  await line.open();
  line.add(drive);
  ports.push(line);
  return line;
}

test("on a serial port the next drive may speak at another speed: it is found as its family leaves the factory", async () => {
  const { app } = plant;
  const settings = {
    kind: "modbus-serial" as const,
    path: join(folder, "cable"),
    framing: "rtu" as const,
    baud: 38_400,
    parity: "none" as const,
    stopBits: 1 as const,
  };
  const [row] = await app.db
    .insert(tables.link)
    .values({ plantId: 1, name: "The port", key: linkKey(settings), settings })
    .returning();
  const first = await atPort(
    9600,
    new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial: "FR-P" }),
  );
  expect((await app.walks.begin(plant.person, 1, round, row!.id)).ok).toBe(true);
  expect(app.walks.view(round)!.spoken).toEqual(
    expect.arrayContaining(["RTU 38400 8N1", "RTU 9600 8E1", "RTU 19200 8E1"]),
  );
  await until(plant, () => atCable() === "FR-P");
  // The cable is moved to a drive of another family, that is faster.
  await first.close();
  await atPort(19_200, new StandInDrive(hollin, { rating: "H-090", firmware: "5.2", serial: "OH-P" }));
  await until(plant, () => atCable() === "OH-P");
  expect(app.bench.list().map((each) => each.identity.serial)).toEqual(["OH-P"]);
  // On a busy machine an answer may come too late at the right speed; then all speeds are gone through once more.
}, 240_000);

test("behind a gateway several answer at once: what is kept makes room for the next that is left, and the last one stays", async () => {
  const { app, person } = plant;
  const line = new StandInLine({
    id: "gateway",
    title: "gateway",
    port: 0,
    baud: 0,
    gateway: true,
    kind: "rtu-over-tcp",
  });
  ports.push(line);
  const settings = linkTo("rtu-over-tcp", await line.open());
  for (const [serial, address] of [
    ["FR-A", 1],
    ["FR-B", 5],
  ] as const)
    line.add(new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial, values: { "1n": address } }));
  const [row] = await app.db
    .insert(tables.link)
    .values({ plantId: 1, name: "The gateway", key: linkKey(settings), settings })
    .returning();
  await app.db.update(tables.position).set({ linkId: row!.id });
  expect((await app.walks.begin(person, 1, round, row!.id)).ok).toBe(true);
  await until(plant, () => atCable() === "FR-A");
  const first = app.bench.find(app.walks.view(round)!.connectionId!)!;
  await until(plant, () => first.position?.tag === "KL-03");
  // Until it is kept it stays, whoever answers beside it.
  expect(app.bench.list()).toEqual([first]);
  await app.bench.record(person, first, plant.positionId);
  await until(plant, () => atCable() === "FR-B");
  const second = app.bench.find(app.walks.view(round)!.connectionId!)!;
  await until(plant, () => second.position?.tag === "KL-04");
  expect(app.bench.list()).toEqual([second]);
  await app.bench.record(person, second, second.position!.id);
  const { lines } = (await findRound(app.db, 1, round))!;
  expect(lines.map((each) => each.state)).toEqual(["changed", "changed"]);
  expect(app.walks.view(round)?.connectionId).toBe(second.id);
});
