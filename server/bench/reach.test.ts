import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, describe, expect, test } from "@jest/globals";
import type { ConnectionView } from "@/core/contract";
import { loadDefinition, type Definition, type ModbusLink } from "@/core/definition";
import { definitionFromList, guessColumns } from "@/core/format";
import type { LinkSettings } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { hollin, plover, rill } from "@/families/testing";
import { peek } from "@/server/bench";
import { tables } from "@/server/database";
import { listInventory } from "@/server/plant";
import { findReceipt, planHash } from "@/server/restore";
import {
  connectAndRead,
  linkTo,
  recordStanding,
  recordsOf,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";
import { StandInLine } from "@/simulator/line";

let plant: TestPlant;
let line: StandInLine | undefined;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-"));
afterEach(async () => {
  await plant.close();
  await line?.close();
  line = undefined;
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function connect(link: LinkSettings, unit = 1, as?: string): Promise<ConnectionView> {
  const connected = await plant.app.bench.connect(plant.person, 1, { link, unit, as });
  if (!connected.ok) throw new Error(connected.trouble.text);
  await until(plant, () => plant.app.bench.find(connected.value.id)?.reading?.phase === "done");
  return plant.app.bench.find(connected.value.id)!.view();
}

const HOLLIN = {
  family: hollin,
  make: { rating: "H-090", firmware: "5.2", serial: "OH-7", powerPart: "PP-1" },
  line: "tcp",
} as const;

describe("half of a drive was exchanged", () => {
  async function withHalf(make: object): Promise<ConnectionView> {
    plant = await testPlant({}, HOLLIN);
    const first = await connectAndRead(plant);
    await recordStanding(plant, first);
    await plant.app.bench.letGo(first);
    plant.swap({ ...HOLLIN.make, ...make });
    return connect(linkTo("tcp", plant.port));
  }
  test("the old control part on another power part", async () => {
    expect((await withHalf({ powerPart: "PP-2" })).swappedFor).toMatchObject({
      change: "power",
      serial: "OH-7",
      powerPart: "PP-1",
    });
  });
  test("another control part on the old power part", async () => {
    expect((await withHalf({ serial: "OH-8" })).swappedFor).toMatchObject({
      change: "control",
      serial: "OH-7",
      powerPart: "PP-1",
    });
  });
  test("both", async () => {
    expect((await withHalf({ serial: "OH-8", powerPart: "PP-2" })).swappedFor).toMatchObject({
      change: "whole",
      serial: "OH-7",
    });
  });
});

describe("a drive that no definition fits", () => {
  const MODBUS: ModbusLink = { ...rill.file.modbus!, registersPerRead: 16, readAcrossGaps: false };
  delete MODBUS.addressCode;
  delete MODBUS.linkTimeoutCode;
  delete MODBUS.line;
  function stranger(identity: Definition["file"]["identity"]): Definition {
    const rows = [
      ["Code", "Name", "Register", "Type", "Default"],
      ["S1", "Up time", "100", "u16", "7"],
      ["S2", "Down time", "101", "u16", "9"],
    ].map((cells, i) => ({ line: i + 1, cells }));
    const { file } = definitionFromList(
      rows,
      { ...guessColumns(rows.map((each) => each.cells)), base: 0 },
      { vendor: "Thornbury", family: "Stoat", about: "", firmwareFrom: "0", supply: "", identity },
      MODBUS,
    );
    return loadDefinition(JSON.stringify(file), "stoat");
  }
  const FAMILY = { field: "family" as const, address: 500, type: "u16" as const, equals: 77 };

  test("is read with the nearest in the open, neither recorded nor restored, until its definition is there", async () => {
    plant = await testPlant();
    const stoat = stranger([FAMILY, { field: "serial", address: 510, type: "text", length: 8 }]);
    plant.line.replace(
      plant.drive,
      new StandInDrive(stoat, { rating: "any", firmware: "0.0", serial: "ST-1" }),
    );
    const link = linkTo("tcp", plant.port);
    expect(await plant.app.bench.connect(plant.person, 1, { link, unit: 1 })).toMatchObject({
      ok: false,
      trouble: { kind: "unknown-drive" },
    });
    const near = await connect(link, 1, rill.id);
    expect(near).toMatchObject({ fit: "nearest", definitionTitle: "Fennimore Rill" });
    expect(
      await plant.app.bench.record(plant.person, plant.app.bench.find(near.id)!, plant.positionId),
    ).toMatchObject({
      ok: false,
    });
    plant.app.shelf.put(stoat, { source: "stoat.csv", at: new Date(), byName: "Ines Varga" });
    const known = await connect(link);
    expect(known).toMatchObject({ fit: "fits", identity: { family: "Stoat", serial: "ST-1" } });
    expect(plant.app.bench.list().map((each) => each.id)).toEqual([known.id]);
    // Nobody's wish to read it as something else takes a known drive out of the hands of whoever works with it.
    expect(await plant.app.bench.connect(plant.person, 1, { link, unit: 1, as: rill.id })).toMatchObject({
      ok: true,
      value: { id: known.id, fit: "fits" },
    });
    expect(
      await plant.app.bench.record(plant.person, plant.app.bench.find(known.id)!, plant.positionId, true),
    ).toMatchObject({
      ok: true,
      value: { record: { serial: "ST-1", present: 2 } },
    });
  });

  test("tells no serial number: it is known by where it answers, and what it does not tell is looked at by a person before anything is written", async () => {
    plant = await testPlant();
    const stoat = stranger([FAMILY]);
    plant.line.replace(
      plant.drive,
      new StandInDrive(stoat, { rating: "any", firmware: "0.0", serial: "", values: { S1: 12 } }),
    );
    plant.app.shelf.put(stoat, undefined);
    const first = await connect(linkTo("tcp", plant.port));
    const recordId = await recordStanding(plant, first.id);
    const [record] = await recordsOf(plant);
    expect(record!.serial).toBe(`at 127.0.0.1:${plant.port}, address 1`);
    await plant.app.bench.letGo(first.id);
    plant.line.replace(
      plant.line.drives[0]!,
      new StandInDrive(stoat, { rating: "any", firmware: "0.0", serial: "" }),
    );
    const again = await connect(linkTo("tcp", plant.port));
    expect(again.swappedFor).toBeUndefined();
    expect(again.position?.tag).toBe("KL-03");
    const started = await plant.app.restores.start(plant.person, 1, {
      positionId: plant.positionId,
      recordId,
      connectionId: again.id,
      although: true,
    });
    if (!started.ok) throw new Error(started.trouble.text);
    await plant.app.restores.settled(started.value.id);
    const { checks, plan } = (await plant.app.restores.shown.detail(started.value.id))!;
    expect(checks.filter((each) => each.verdict !== "fine").map((each) => [each.id, each.verdict])).toEqual([
      ["rating", "not-told"],
      ["supply", "not-told"],
      ["serial", "caution"],
      ["beside", "not-told"],
      ["stopped", "not-told"],
      ["run-command", "not-told"],
      ["self-start", "not-told"],
      ["mains", "not-told"],
      ["trips", "not-told"],
      ["permission", "not-told"],
    ]);
    expect(plan!.writes).toMatchObject([{ code: "S1", from: 7, to: 12 }]);
    const { restores } = plant.app;
    const { id } = started.value;
    const seal = planHash(plan!);
    const notTold = checks.filter((each) => each.verdict === "not-told").map((each) => each.id);
    const looked = notTold.map((each) => ({ id: each, answer: "Tom Reid" }));
    expect(await restores.confirm(id, plant.person, { seal, looked: looked.slice(1) })).toMatchObject({
      ok: false,
      trouble: { kind: "not-looked-at", text: "Nobody has looked yet: Rating." },
    });
    expect((await restores.shown.detail(id))!.steps).toEqual([]);
    expect(await restores.confirm(id, plant.person, { seal, looked })).toMatchObject({ ok: true });
    await restores.settled(id);
    const { receiptId } = (await restores.shown.detail(id))!;
    const { content } = (await findReceipt(plant.app.db, 1, receiptId!))!;
    expect(content.checks.filter((each) => each.lookedBy === "Ines Varga").map((each) => each.id)).toEqual(
      notTold,
    );
    expect(content.outcome).toBe("verified");
  });
});

describe("trying a link out, and looking at single registers, connects and writes nothing", () => {
  const testLink = async (link: LinkSettings, unit: number) => {
    await plant.app.bench.tellDefinitions();
    return plant.app.links.ask("knock", { link, unit });
  };
  test("somebody answers; nobody does; the first thing to check", async () => {
    plant = await testPlant();
    expect(await testLink(linkTo("tcp", plant.port), 1)).toMatchObject({
      ok: true,
      value: { answered: true, advice: [] },
    });
    expect(await testLink(linkTo("tcp", plant.port), 9)).toMatchObject({
      ok: true,
      value: { answered: false, advice: [{ id: "silence" }] },
    });
    expect(plant.app.bench.list()).toEqual([]);
  });
  test("what stands in registers of a drive that nobody knows", async () => {
    plant = await testPlant();
    const looked = await peek(plant.app.links, linkTo("tcp", plant.port), 1, [
      { address: 16, type: "u16" },
      { address: 19, type: "text", length: 12 },
      { address: 9, type: "u16" },
    ]);
    expect(looked).toEqual({
      ok: true,
      value: [
        { value: 7303 },
        { value: "FR-OLD-77" },
        { refused: expect.stringContaining("nothing at this address") as unknown },
      ],
    });
    expect(
      await peek(plant.app.links, linkTo("tcp", plant.port), 9, [{ address: 16, type: "u16" }]),
    ).toMatchObject({
      ok: false,
      trouble: { kind: "silent" },
    });
  });
});

describe("serial ports", () => {
  const onPort = (name: string, baud = 9600): LinkSettings => ({
    kind: "modbus-serial",
    path: join(folder, name),
    framing: "rtu",
    baud,
    parity: "even",
    stopBits: 1,
  });
  async function standPort(name: string): Promise<StandInLine> {
    plant = await testPlant();
    line = new StandInLine({
      id: "p",
      title: "p",
      port: 0,
      baud: 0,
      gateway: false,
      kind: "serial",
      path: join(folder, name),
      serial: { framing: "rtu", baud: 9600, parity: "even" },
    });
    await line.open();
    line.add(new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial: "FR-P" }));
    return line;
  }
  test("one port, two settings: the second is told that it is in use, and for what", async () => {
    await standPort("busy");
    await connect(onPort("busy"));
    expect(
      await plant.app.bench.connect(plant.person, 1, { link: onPort("busy", 19_200), unit: 2 }),
    ).toMatchObject({
      ok: false,
      trouble: {
        // Not "another program holds it": it is this one.
        kind: "busy",
        text: expect.stringMatching(/open here already.*the drive at address 1/) as unknown,
      },
    });
    expect(await plant.app.links.ask("knock", { link: onPort("busy"), unit: 1 })).toMatchObject({
      ok: true,
      value: { answered: true, advice: [] },
    });
  });
  test("the adapter is unplugged while a drive is connected, and plugged in again: the drive is taken back", async () => {
    const there = await standPort("vanish");
    const { id } = await connect(onPort("vanish"));
    const connection = plant.app.bench.find(id)!;
    there.pull();
    await until(plant, () => connection.phase === "lost");
    there.plug();
    await until(plant, () => connection.phase === "connected");
    expect(connection.identity!.serial).toBe("FR-P");
    expect(connection.values.size).toBe(198);
  });
});

test.each([
  [
    "a rack behind a gateway, whose node says that it has started",
    {
      family: plover,
      make: { rating: "P-06", firmware: "2.4", serial: "AP-R", axes: 2 },
      line: "canopen",
    } as const,
  ],
  [
    "a drive on TCP, whose line drops",
    { family: hollin, make: { rating: "H-090", firmware: "5.2", serial: "OH-R" }, line: "tcp" } as const,
  ],
])("a restart on command: %s is taken back by itself", async (_what, standing) => {
  plant = await testPlant({}, standing);
  const connection = plant.app.bench.find(await connectAndRead(plant))!;
  plant.drive.givePermission();
  const lost = until(plant, () => connection.phase === "lost");
  const run = { drive: connection.id, job: 0, expected: connection.identity, steps: [], pollMs: 10 };
  expect(await plant.app.links.ask("restart", run)).toMatchObject({
    result: { ok: true, value: "restarted" },
  });
  await lost;
  await until(plant, () => connection.phase === "connected");
  expect(connection.identity!.serial).toBe(standing.make.serial);
});

test("a computer that slept looks at the drive again before anything goes on", async () => {
  plant = await testPlant();
  const connection = plant.app.bench.find(await connectAndRead(plant))!;
  expect(connection.phase).toBe("connected");
  let said = "";
  const lost = until(plant, () => {
    said ||= connection.phase === "lost" ? connection.view().trouble!.text : "";
    return said !== "";
  });
  // An hour passes on the clock of the wall in no time.
  plant.wall = () => Date.now() + 3_600_000;
  await lost;
  expect(said).toMatch(/slept for 3[56]\d\d s/);
  await until(plant, () => connection.phase === "connected");
});

test("the inventory has every drive, with power part, options and where it is", async () => {
  plant = await testPlant({}, { ...HOLLIN, make: { ...HOLLIN.make, options: ["netmod"] } });
  const [before] = await listInventory(plant.app.db, plant.app.shelf, 1);
  expect(before).toMatchObject({
    tag: "KL-03",
    family: "Hollin",
    whereabouts: "nothing recorded",
    serial: "",
  });
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap({ ...HOLLIN.make, serial: "OH-9", powerPart: "PP-9", options: ["netmod"] });
  const second = await connectAndRead(plant);
  await recordStanding(plant, second);
  expect(await listInventory(plant.app.db, plant.app.shelf, 1)).toMatchObject([
    {
      tag: "KL-03",
      rating: "Hollin 90 kW",
      supply: "3 × 400 V",
      firmware: "5.2",
      serial: "OH-9",
      powerPart: "PP-9",
      fitted: "Network module 1.2",
      whereabouts: "fitted",
      record: 2,
    },
    { tag: "", serial: "OH-7", powerPart: "PP-1", whereabouts: "removed", answersAt: "", alike: "" },
  ]);
});

test("the inventory says where each answered last, and who else was reached at the same address of the same link", async () => {
  plant = await testPlant();
  await recordStanding(plant, await connectAndRead(plant));
  const { db, shelf } = plant.app;
  const [known] = await listInventory(db, shelf, 1);
  expect(known).toMatchObject({ tag: "KL-03", alike: "" });
  expect(known!.answersAt).toMatch(/^.+, address 1$/);
  const { areaId, definitionId, linkId } = (await db.select().from(tables.position))[0]!;
  const others = [1, 1, 1, 1, 2, 1].map((unitAddress, index) => ({
    plantId: 1,
    tag: `KL-1${index}`,
    title: "",
    areaId,
    definitionId,
    linkId,
    unitAddress,
  }));
  const made = await db.insert(tables.position).values(others).returning();
  const withDrives = made.slice(0, -1).map((each) => ({
    plantId: 1,
    definitionId,
    serial: `FR-${each.tag}`,
    firmware: "4.4",
    whereabouts: "fitted" as const,
    positionId: each.id,
  }));
  await db.insert(tables.drive).values(withDrives);
  const alike = (await listInventory(db, shelf, 1)).map((each) => `${each.tag}: ${each.alike}`);
  expect(alike).toEqual([
    "KL-03: KL-10, KL-11, KL-12 and 1 more",
    "KL-10: KL-03, KL-11, KL-12 and 1 more",
    "KL-11: KL-03, KL-10, KL-12 and 1 more",
    "KL-12: KL-03, KL-10, KL-11 and 1 more",
    "KL-13: KL-03, KL-10, KL-11 and 1 more",
    "KL-14: ",
    // Its drive was moved: nobody answers in its place.
    "KL-15: ",
  ]);
});
