import { connect as connectSocket, createServer, type Server, type Socket } from "node:net";
import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import type { Scope } from "@/core/definition";
import { layOutFile, withinScope } from "@/core/definition";
import type { LinkSettings } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { rill } from "@/families/testing";
import { tables } from "@/server/database";
import {
  connectAndRead,
  FRESH,
  recordStanding,
  recordsOf,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
let server: Server | undefined;
beforeEach(async () => {
  plant = await testPlant();
});
afterEach(async () => {
  await new Promise<void>((resolve) => {
    if (server) server.close(() => resolve());
    else resolve();
  });
  server = undefined;
  await plant.close();
});

const linkTo = (port: number): LinkSettings => ({ kind: "modbus-tcp", host: "127.0.0.1", port });
const connect = (port: number, unit = 1) =>
  plant.app.bench.connect(plant.person, 1, { link: linkTo(port), unit });

/** A host that is no drive: does `act` with each connection. */
async function strange(act: (socket: Socket) => void): Promise<number> {
  server = createServer((socket) => {
    socket.on("error", () => undefined);
    socket.resume();
    act(socket);
  });
  await new Promise<void>((resolve) => server!.listen(0, "127.0.0.1", resolve));
  return (server.address() as { port: number }).port;
}

describe("who answers, and why not", () => {
  test("the disk is full while one connects: that is said, and the drive is held by nobody", async () => {
    let letGo: () => void = () => undefined;
    const gone = new Promise<void>((resolve) => (letGo = resolve));
    const port = await strange((socket) => {
      const drive = connectSocket(plant.port, "127.0.0.1");
      socket.pipe(drive).pipe(socket);
      socket.on("close", () => {
        drive.destroy();
        letGo();
      });
    });
    plant.diskFull = () => true;
    await expect(connect(port)).rejects.toMatchObject({ cause: { code: "53100" } });
    await gone;
    expect(plant.app.bench.list()).toEqual([]);
  });
  test("a drive is known by family, rating, supply, firmware and serial number, and by its position", async () => {
    const result = await connect(plant.port);
    if (!result.ok) throw new Error(result.trouble.text);
    expect(result.value).toMatchObject({
      phase: "connected",
      identity: {
        family: "Rill",
        ratingName: "Rill 3 kW",
        supply: "3 × 400 V",
        firmware: "4.4",
        serial: "FR-OLD-77",
      },
      state: { running: false, permission: false },
    });
  });
  test("a host that refuses", async () => {
    const port = await strange(() => undefined);
    await new Promise<void>((resolve) => server!.close(() => resolve()));
    server = undefined;
    expect(await connect(port)).toMatchObject({
      ok: false,
      trouble: { kind: "lost", text: expect.stringContaining("nothing listens on this port") as unknown },
    });
  });
  test("a host that is silent", async () => {
    const port = await strange(() => undefined);
    expect(await connect(port)).toMatchObject({
      ok: false,
      trouble: { kind: "silent", remedy: expect.stringContaining("power") as unknown },
    });
  });
  test("a host that answers with rubbish", async () => {
    const port = await strange((socket) =>
      socket.on("data", () => socket.write("HTTP/1.1 400 Bad Request\r\n\r\n")),
    );
    expect(await connect(port)).toMatchObject({ ok: false, trouble: { kind: "rubbish" } });
  });
  test("a wrong address on the right line is silence", async () => {
    expect(await connect(plant.port, 9)).toMatchObject({ ok: false, trouble: { kind: "silent" } });
  });
  test("a drive of an unknown family", async () => {
    const other = {
      ...rill,
      file: {
        ...rill.file,
        identity: rill.file.identity.map((each) =>
          each.field === "family" ? { ...each, equals: 4711 } : each,
        ),
      },
    };
    plant.line.replace(plant.drive, new StandInDrive(other, FRESH));
    expect(await connect(plant.port)).toMatchObject({
      ok: false,
      trouble: {
        kind: "unknown-drive",
        text: expect.stringContaining("number 4711 instead of 7303") as unknown,
      },
    });
  });
  test("a firmware no definition fits is shown in the open, and neither recorded nor restored", async () => {
    plant.swap({ ...FRESH, firmware: "5.1" });
    const id = await connectAndRead(plant);
    expect(plant.app.bench.find(id)!.fit).toBe("nearest");
    expect(
      await plant.app.bench.record(plant.person, plant.app.bench.find(id)!, plant.positionId),
    ).toMatchObject({
      ok: false,
      trouble: { kind: "no-definition" },
    });
  });
});

test("who answers is found out with no question too many", async () => {
  const asked: number[] = [];
  plant.line.fault = (_exchange, question) => {
    asked.push(question.address!);
    return undefined;
  };
  await connect(plant.port);
  // Its number; then the rest of what says who it is; whether it is its successor, which can imitate it; how it stands. Other families are not asked.
  expect(asked.slice(0, 4)).toEqual([0x10, 0x11, 0xf000, 0x30]);
});

test("a drive that is let go while it is read leaves nothing behind", async () => {
  const reading = new Promise<void>((resolve) => {
    plant.app.events.subscribe((event) => {
      if (event.type === "connection" && event.view.reading?.phase === "reading") resolve();
    });
  });
  const connected = await connect(plant.port);
  if (!connected.ok) throw new Error(connected.trouble.text);
  await reading;
  await plant.app.bench.letGo(connected.value.id);
  const left = (): Promise<number> => plant.app.db.$count(tables.reading);
  while ((await left()) > 0) await plant.app.bench.letGo(connected.value.id);
  expect(plant.app.bench.list()).toEqual([]);
});

test("two people connecting at the same moment share one connection", async () => {
  const both = await Promise.all([connect(plant.port), connect(plant.port)]);
  expect(both.map((each) => each.ok && each.value.id)).toEqual([
    both[0]!.ok && both[0].value.id,
    both[0]!.ok && both[0].value.id,
  ]);
  expect(plant.app.bench.list()).toHaveLength(1);
});

describe("reading", () => {
  test("keeps everything the drive has, in one action without a second read", async () => {
    const id = await connectAndRead(plant);
    const before = plant.line.exchanges;
    const kept = await plant.app.bench.record(plant.person, plant.app.bench.find(id)!, plant.positionId);
    expect(kept).toMatchObject({
      ok: true,
      value: { unchanged: false, record: { number: 1, present: 198, missing: [] } },
    });
    expect(plant.line.exchanges - before).toBeLessThanOrEqual(1);
  });
  test("what is kept is told with its drive, as long as that reading is the last one", async () => {
    const id = await connectAndRead(plant);
    const connection = plant.app.bench.find(id)!;
    const told = () => connection.view().kept;
    expect(told()).toBeUndefined();
    await plant.app.bench.record(plant.person, connection, plant.positionId);
    expect(told()).toEqual({ number: 1, unchanged: false, partial: false });
    plant.app.bench.startReading(plant.person, connection);
    await plant.app.bench.readingEnded(connection);
    expect(told()).toBeUndefined();
    await plant.app.bench.record(plant.person, connection, plant.positionId);
    expect(told()).toEqual({ number: 1, unchanged: true, partial: false });
  });
  test("an address the drive has not got is found, reported as missing, and all others are read", async () => {
    plant.drive.lacking.add(rill.byCode.get("4f")!.address);
    const id = await connectAndRead(plant);
    const kept = await plant.app.bench.record(plant.person, plant.app.bench.find(id)!, plant.positionId);
    expect(kept).toMatchObject({ ok: true, value: { record: { present: 197, missing: ["4f"] } } });
  });
  test("goes on where it was after the cable was pulled, with at most one group read again", async () => {
    let pulled = false;
    const asked: number[] = [];
    plant.line.fault = (_exchange, question) => {
      if (question.kind === "read") asked.push(question.address!);
      if (pulled || asked.length !== 14) return undefined;
      pulled = true;
      return "cable-before";
    };
    plant.app.events.subscribe((event) => {
      if (event.type === "connection" && event.view.phase === "lost") plant.line.plug();
    });
    const id = await connectAndRead(plant);
    expect(plant.app.bench.find(id)!.values.size).toBe(198);
    const parameters = asked.filter((address) => address >= 0x400);
    const again = parameters.length - new Set(parameters).size;
    expect(pulled).toBe(true);
    expect(again).toBeLessThanOrEqual(2);
  });
  test("stopped half-way can be kept as a partial record that says so, and gone on with", async () => {
    let asked = 0;
    plant.line.fault = (_exchange, question) => {
      if (question.kind === "read" && question.address! >= 0x400 && ++asked === 6)
        for (const each of plant.app.bench.list()) plant.app.bench.stop(each.id);
      return undefined;
    };
    const connected = await connect(plant.port);
    if (!connected.ok) throw new Error(connected.trouble.text);
    const { id } = connected.value;
    await until(plant, () => plant.app.bench.find(id)?.reading?.phase === "stopped");
    const partial = await plant.app.bench.record(plant.person, plant.app.bench.find(id)!, plant.positionId);
    if (!partial.ok) throw new Error(partial.trouble.text);
    expect(partial.value.record.present).toBeGreaterThan(20);
    expect(partial.value.record.present).toBeLessThan(198);
    expect(plant.app.bench.find(id)!.view().kept).toMatchObject({ number: 1, partial: true });
    const connection = plant.app.bench.find(id)!;
    expect(plant.app.bench.startReading(plant.person, connection)).toBe(true);
    expect(plant.app.bench.startReading(plant.person, connection)).toBe(false);
    await until(plant, () => connection.reading?.phase === "done");
    expect(connection.values.size).toBe(198);
  });
});

test("a part alone is read: nothing else is asked, what comes of it is partial, and a whole reading afterwards has all", async () => {
  const id = await connectAndRead(plant);
  const { bench } = plant.app;
  const connection = bench.find(id)!;
  const [group] = connection.definition.groups;
  const asked: number[] = [];
  plant.line.fault = (_exchange, question) => {
    asked.push(question.address ?? -1);
    return undefined;
  };
  /** The reading before it is over a moment after its last value. */
  const begin = async (scope?: Scope): Promise<void> => {
    while (!bench.startReading(plant.person, connection, scope)) await new Promise(setImmediate);
  };
  await begin({ groups: [group!.id] });
  await until(plant, () => connection.reading?.part === true && connection.reading.phase === "done");
  plant.line.fault = undefined;
  expect([...connection.values.keys()].sort()).toEqual(group!.parameters.map((each) => each.code).sort());
  // No whole reading is asked behind anybody's back; the drive's state is looked at beside it.
  const beyond = connection.definition.groups.at(-2)!.parameters.map((each) => each.address);
  expect(asked.filter((each) => beyond.includes(each))).toEqual([]);
  expect(connection.view().drift).toBeUndefined();
  const kept = await bench.record(plant.person, connection, plant.positionId);
  if (!kept.ok) throw new Error(kept.trouble.text);
  expect([kept.value.record.present, kept.value.record.expected]).toEqual([group!.parameters.length, 198]);
  await begin();
  await until(plant, () => connection.reading?.part !== true && connection.reading?.phase === "done");
  expect(connection.values.size).toBe(198);
});

test("a swapped drive is told, with what differs from the standing record", async () => {
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  expect(plant.app.bench.find(first)!.position?.tag).toBe("KL-03");
  await plant.app.bench.letGo(first);
  plant.swap(FRESH);
  const id = await connectAndRead(plant);
  const connection = plant.app.bench.find(id)!;
  expect(connection.position?.tag).toBe("KL-03");
  expect(connection.view().swappedFor).toEqual({
    serial: "FR-OLD-77",
    ratingName: "Rill 3 kW",
    change: "whole",
  });
  await until(plant, () => connection.view().drift !== undefined);
  expect(connection.view().drift).toMatchObject({ changed: 0, backToDefault: 22 });
  expect(await recordsOf(plant)).toHaveLength(1);
});

test("another drive at the same address is not taken for the one that was lost", async () => {
  const id = await connectAndRead(plant);
  plant.swap(FRESH);
  await until(plant, () => plant.app.bench.find(id)?.phase === "other-drive");
  expect(plant.app.bench.find(id)!.view().trouble).toMatchObject({
    kind: "other-drive",
    text: expect.stringContaining("FR-NEW-01") as unknown,
  });
});

test("a drive that was away with something volatile in it: what was read before counts no more until it is read again", async () => {
  const id = await connectAndRead(plant);
  const connection = plant.app.bench.find(id)!;
  const away = async () => {
    plant.line.pull();
    await until(plant, () => connection.phase === "lost");
    plant.line.plug();
    await until(plant, () => connection.phase === "connected");
  };
  await away();
  expect(connection.view().outdated).toBeUndefined();
  plant.drive.givePermission();
  expect(plant.drive.write(rill.byCode.get("1r")!.address as number, 0, 777)).toBeUndefined();
  await until(plant, () => connection.state?.volatile === true);
  await away();
  expect(connection.view().outdated).toMatchObject({ by: "away" });
  expect(await plant.app.bench.record(plant.person, connection, plant.positionId)).toMatchObject({
    trouble: { kind: "not-now", text: expect.stringContaining("was away after it was read") as unknown },
  });
  plant.app.bench.startReading(plant.person, connection);
  expect(await plant.app.bench.readingEnded(connection)).toBe(true);
  expect(connection.view().outdated).toBeUndefined();
  expect(connection.values.get("1r")).toBe(777);
});

test("the drive's address is remembered at its position", async () => {
  const id = await connectAndRead(plant);
  await plant.app.bench.record(plant.person, plant.app.bench.find(id)!, plant.positionId);
  const [position] = await plant.app.db.select().from(tables.position);
  expect(position).toMatchObject({ unitAddress: 1 });
  expect(position!.linkId).not.toBeNull();
});

describe("a part of a reading", () => {
  test("is kept as a partial record that names what is missing; the whole can be kept afterwards", async () => {
    const id = await connectAndRead(plant);
    const connection = plant.app.bench.find(id)!;
    const [group] = rill.file.groups;
    const meant = withinScope(rill, { groups: [group!.id] }).length;
    const kept = await plant.app.bench.record(plant.person, connection, plant.positionId, true, {
      groups: [group!.id],
    });
    if (!kept.ok) throw new Error(kept.trouble.text);
    expect(kept.value.record).toMatchObject({ present: meant, expected: rill.parameters.length });
    expect(kept.value.record.missing).toHaveLength(rill.parameters.length - meant);
    const whole = await plant.app.bench.record(plant.person, connection, plant.positionId, true);
    expect(whole).toMatchObject({ ok: true, value: { record: { present: rill.parameters.length } } });
  });
  test("that the drive does not have is refused in words", async () => {
    const id = await connectAndRead(plant);
    const kept = await plant.app.bench.record(
      plant.person,
      plant.app.bench.find(id)!,
      plant.positionId,
      true,
      { groups: ["nothing"] },
    );
    expect(kept).toMatchObject({ ok: false, trouble: { kind: "bad-request" } });
  });
});

test("a drive that reading disturbs is not read before somebody has agreed to it", async () => {
  const disturbed = layOutFile({ ...rill.file, readingDisturbs: "it restarts." });
  const other = await testPlant(undefined, {
    family: disturbed,
    make: { rating: "R-030", firmware: "4.4", serial: "FR-OLD-77" },
    line: "tcp",
  });
  try {
    const connected = await other.app.bench.connect(other.person, 1, { link: linkTo(other.port), unit: 1 });
    expect(connected).toMatchObject({
      ok: true,
      value: { phase: "connected", readingDisturbs: "it restarts." },
    });
    const connection = other.app.bench.list()[0]!;
    expect(connection.reading).toBeUndefined();
    expect(await other.app.bench.record(other.person, connection, other.positionId)).toMatchObject({
      ok: false,
    });
    other.app.bench.startReading(other.person, connection);
    await until(other, () => connection.reading?.phase === "done");
    expect(connection.values.size).toBe(rill.parameters.length);
  } finally {
    await other.close();
  }
});

test("the power is off in the middle of a reading while something is volatile: what is told afterwards is of one state of the drive", async () => {
  const { drive, line } = plant;
  const { bench } = plant.app;
  const permanent = drive.valueOf("1a");
  const connection = bench.find(await connectAndRead(plant))!;
  let gone = 0;
  for (let at = 1; ; at += 2) {
    drive.setAtKeypad("1a", "Tried out");
    drive.setAtKeypad("1r", 777);
    // It is known that something is volatile.
    await until(plant, () => connection.state?.volatile === true && connection.phase === "connected");
    const from = line.exchanges;
    let fired = false;
    line.fault = (exchange) => {
      if (fired || exchange - from !== at) return undefined;
      fired = true;
      return "power-after";
    };
    line.onFault = () => void setImmediate(() => drive.powerOn());
    bench.startReading(plant.person, connection);
    expect(await bench.readingEnded(connection)).toBe(true);
    const { values } = connection;
    expect([at, values.get("1a"), values.get("1r")]).toEqual([at, drive.valueOf("1a"), drive.valueOf("1r")]);
    if (!fired) break;
    expect(drive.valueOf("1a")).toBe(permanent);
    gone += 1;
  }
  expect(gone).toBeGreaterThan(5);
});
