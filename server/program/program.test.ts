import { afterEach, expect, test } from "@jest/globals";
import { layOutFile, type Definition } from "@/core/definition";
import { crc32 } from "@/core/program";
import type { ProgramOperation } from "@/core/restore";
import type { DriveMake } from "@/core/stand-in";
import type { RawValue } from "@/core/value";
import { hollin, plover } from "@/families/testing";
import { attach, storeFile } from "@/server/files";
import { standingOf } from "@/server/ledger";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { lookThrough } from "@/server/testing/look-through";
import { operateUnderFault } from "@/server/testing/operation-under-fault";
import { connectAndRead, recordsOf, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import type { Fault } from "@/simulator/spoken-line";
import { keepFromDrive, keptPrograms } from ".";

/** Every exchange, which takes long: `npm run test:long`. */
const EVERY = process.env.TEST_LONG === undefined ? 19 : 1;

/** A family whose program is reached over its protocol: objects of a bus, or the records of a file. */
interface Speech {
  family: Definition;
  make: DriveMake;
  line: "canopen" | "tcp";
  /** What its files begin with. */
  mark: string;
  values: Record<string, RawValue>;
}
const rack = layOutFile({ ...plover.file, modules: { ...plover.file.modules!, slots: 3 } });
const OBJECTS: Speech = {
  family: cutDown(rack, ["5F30.03"]),
  make: { rating: "P-06", firmware: "2.4", serial: "AP-1", axes: 2, modules: [1, 3, 3] },
  line: "canopen",
  mark: "PLVR",
  values: { "5F50.01": 1 },
};
/** Few records in a frame, so that a program takes many. */
const inManyFrames = layOutFile({
  ...hollin.file,
  program: {
    ...hollin.file.program!,
    modbus: { ...hollin.file.program!.modbus!, recordsPerFrame: 7 },
  },
});
const RECORDS: Speech = {
  family: cutDown(inManyFrames, ["H.mac.1"]),
  make: { rating: "H-090", firmware: "5.2", serial: "OH-1" },
  line: "tcp",
  mark: "HLLN",
  values: { "H.prg.1": 1 },
};
const BOTH: Array<[string, Speech]> = [
  ["the objects of a bus", OBJECTS],
  ["the records of a file", RECORDS],
];

let plant: TestPlant;
afterEach(() => plant.close());

function programOf(body: string, mark = "PLVR"): Uint8Array {
  const bytes = Uint8Array.from(`${mark}....${body}`, (each) => each.charCodeAt(0));
  new DataView(bytes.buffer).setUint32(4, bytes.length, true);
  return bytes;
}
const STACKER = programOf("pick, lift, put");
/** The same for a family: an odd number of bytes, and more than fits in one frame. */
const workOf = ({ mark }: Speech): Uint8Array => programOf("turn, wait, empty; ".repeat(9), mark);
const base64 = (bytes: Uint8Array): string => btoa(String.fromCharCode(...bytes));

/** Adds a program's file to the position, as a person does. */
async function keep(bytes: Uint8Array, name = "stacker-3.bin"): Promise<number> {
  const stored = await storeFile(plant.app.db, new Blob([bytes.slice()]).stream(), 1e6);
  if (typeof stored === "string") throw new Error(stored);
  const owner = { positionId: plant.positionId, words: "KL-03", href: "/positions/KL-03" };
  const given = { hash: stored.hash, name, kind: "program" as const, note: "version 3, Per Lund" };
  return attach(plant.app.db, plant.person, 1, owner, given, new Date());
}

async function begin(
  operation: ProgramOperation,
  connectionId: string,
  ofProgram: { attachment?: number; reason?: string } = {},
): Promise<number> {
  const request = { connectionId, operation, ofProgram };
  const begun = await plant.app.restores.startOperation(plant.person, 1, request);
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  return begun.value.id;
}

async function through(id: number, alsoLooked: string[] = []): Promise<void> {
  const { seal, looked = [] } = await lookThrough(plant, id);
  const confirmed = await plant.app.restores.confirm(id, plant.person, {
    seal,
    looked: [...looked, ...alsoLooked.map((each) => ({ id: each }))],
  });
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await plant.app.restores.settled(id);
}

const detailOf = async (id: number) => (await plant.app.restores.shown.detail(id))!;
const receiptOf = async (id: number) =>
  (await findReceipt(plant.app.db, 1, (await detailOf(id)).receiptId!))!.content;

async function standsThere(program?: Uint8Array, { values, family, make, line } = OBJECTS): Promise<string> {
  const held = program && { bytes: base64(program) };
  plant = await testPlant(values, { family, make: { ...make, program: held }, line });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  return connection;
}

test.each(BOTH)(
  "lost and put back, started, stopped, taken off over %s: each with its receipt, and the settings as they were",
  async (_, speech) => {
    const connection = await standsThere(undefined, speech);
    const { present, identification } = speech.family.file.program!;
    const work = workOf(speech);
    expect(work.length % 2).toBe(1);
    const attachment = await keep(work);
    const on = await begin("program-put-on", connection, { attachment });
    expect((await detailOf(on)).plan!.program).toMatchObject({
      file: { name: "stacker-3.bin", bytes: work.length, identification: crc32(work) },
      now: { present: false, enabled: true, running: false },
    });
    expect(plant.drive.program!.identification).toBeUndefined();
    await through(on);
    expect(plant.drive.program!.identification).toBe(crc32(work));
    expect(await receiptOf(on)).toMatchObject({
      kind: "program-put-on",
      outcome: "verified",
      program: { file: { name: "stacker-3.bin" } },
      results: [
        { code: present, from: 0, to: 1, readBack: 1, verdict: "verified" },
        { code: identification, to: crc32(work), readBack: crc32(work), verdict: "verified" },
      ],
      alsoChanged: [],
    });
    // Its settings are as they were; what it runs is not, and the record of after says so.
    const { beforeRecord, afterRecord } = await detailOf(on);
    const programOfRecord = async (number: number | undefined) =>
      (await recordsOf(plant)).find((each) => each.number === number)!.facts?.program;
    expect(await programOfRecord(beforeRecord)).toMatchObject({ present: false });
    expect(await programOfRecord(afterRecord)).toMatchObject({ present: true, identification: crc32(work) });
    // Put on is not started: that is asked for by itself, with somebody who has looked.
    expect(plant.drive.program!.running).toBe(false);
    const start = await begin("program-start", connection);
    expect((await detailOf(start)).checks).toContainEqual(
      expect.objectContaining({ id: "moves", verdict: "not-told" }),
    );
    await expect(through(start)).rejects.toThrow("Nobody has looked yet: Starting it can move the machine.");
    expect(plant.drive.program!.running).toBe(false);
    await through(start, ["moves"]);
    expect(plant.drive.program!.running).toBe(true);
    expect(await receiptOf(start)).toMatchObject({ outcome: "verified" });
    const stop = await begin("program-stop", connection);
    await through(stop);
    expect(plant.drive.program!.running).toBe(false);
    const off = await begin("program-take-off", connection);
    expect((await detailOf(off)).plan!.program).toMatchObject({ keptAs: "stacker-3.bin" });
    await through(off);
    expect(plant.drive.program!.identification).toBeUndefined();
    expect(await receiptOf(off)).toMatchObject({ outcome: "verified" });
  },
  60_000,
);

test("a start whose answer is lost is not asked for a second time: a person decides", async () => {
  const connection = await standsThere(STACKER);
  const start = await begin("program-start", connection);
  const giveBack = (): void => {
    plant.line.plug();
    plant.drive.powerOn();
  };
  plant.line.onFault = () => void setTimeout(giveBack, 20);
  let starts = 0;
  plant.line.fault = (_, { kind }) => {
    if (kind === "read") return undefined;
    starts += 1;
    return "cable-before";
  };
  await through(start, ["moves"]);
  expect((await detailOf(start)).place).toMatchObject({ waitsFor: "person" });
  await plant.app.restores.goOn(start, plant.person);
  await plant.app.restores.settled(start);
  expect(starts).toBe(1);
  expect(plant.drive.program!.running).toBe(false);
  expect((await detailOf(start)).place.why).toContain("begin anew");
}, 60_000);

test("a file that is not for this drive, or cut off, goes nowhere; a foreign attachment neither", async () => {
  const connection = await standsThere();
  for (const [bytes, words] of [
    [Uint8Array.from("MZ and more", (each) => each.charCodeAt(0)), "no program of this family"],
    [STACKER.slice(0, 12), "not whole"],
  ] as const) {
    const id = await begin("program-put-on", connection, { attachment: await keep(bytes) });
    expect((await detailOf(id)).checks[0]).toMatchObject({
      verdict: "stop",
      found: expect.stringContaining(words),
    });
    expect(await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id))).toMatchObject({
      ok: false,
      trouble: { kind: "check-stops" },
    });
    await plant.app.restores.end(id, plant.person);
  }
  const id = await begin("program-put-on", connection, { attachment: 4711 });
  expect((await detailOf(id)).checks[0]).toMatchObject({ verdict: "stop" });
}, 60_000);

test.each(BOTH)(
  "taken off only where its file is kept or a reason is given; read back over %s it is kept",
  async (_, speech) => {
    const work = workOf(speech);
    const connection = await standsThere(work, speech);
    const refused = await begin("program-take-off", connection);
    expect((await detailOf(refused)).checks[0]).toMatchObject({
      verdict: "stop",
      found: expect.stringContaining("No kept file is the program that is in it"),
    });
    await plant.app.restores.end(refused, plant.person);
    const reasoned = await begin("program-take-off", connection, { reason: "A trial of the maker's." });
    expect((await detailOf(reasoned)).checks[0]).toMatchObject({ verdict: "fine" });
    await plant.app.restores.end(reasoned, plant.person);
    const { db, links } = plant.app;
    const kept = await keepFromDrive(
      { db, links, now: () => new Date() },
      plant.person,
      1,
      plant.app.bench.find(connection)!,
    );
    expect(kept.ok).toBe(true);
    expect(await keptPrograms(db, plant.positionId, speech.family.file.program!)).toMatchObject([
      { bytes: work.length, looked: { ok: true, identification: crc32(work) } },
    ]);
    const off = await begin("program-take-off", connection);
    expect((await detailOf(off)).checks[0]).toMatchObject({ verdict: "fine" });
  },
  60_000,
);

test("a restore says where the values alone will not make the machine run", async () => {
  await standsThere(STACKER);
  const recordId = (await standingOf(plant.app.db, plant.positionId))!.recordId;
  for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
  plant.swap({ ...OBJECTS.make, serial: "AP-2" });
  const connectionId = await connectAndRead(plant);
  const begun = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  const { checks } = await detailOf(begun.value.id);
  expect(checks.find((each) => each.id === "own-program")).toMatchObject({
    verdict: "caution",
    found: expect.stringContaining("this drive has none"),
    remedy: expect.stringContaining("No file of it is kept here"),
  });
}, 60_000);

test.each(BOTH)(
  "stopped while the machine moves over %s: only by somebody who has looked",
  async (_, speech) => {
    const work = workOf(speech);
    const connection = await standsThere(work, speech);
    plant.drive.program!.running = true;
    plant.drive.start();
    const off = await begin("program-put-on", connection, { attachment: await keep(work) });
    expect((await detailOf(off)).checks.find((each) => each.id === "stopped")).toMatchObject({
      verdict: "stop",
    });
    await plant.app.restores.end(off, plant.person);
    const stop = await begin("program-stop", connection);
    expect((await detailOf(stop)).checks).toContainEqual(
      expect.objectContaining({ id: "in-motion", verdict: "not-told" }),
    );
    await expect(through(stop)).rejects.toThrow("Nobody has looked yet");
    expect(plant.drive.program!.running).toBe(true);
    await through(stop, ["in-motion"]);
    expect(plant.drive.program!.running).toBe(false);
  },
  60_000,
);

test("stopped by a person while its records are sent nothing of them counts; going on puts it on from its beginning", async () => {
  const connection = await standsThere(undefined, RECORDS);
  const work = workOf(RECORDS);
  const on = await begin("program-put-on", connection, { attachment: await keep(work) });
  let frames = 0;
  plant.line.fault = (_, { kind }) => {
    if (kind === "write-file" && ++frames === 3) plant.app.restores.stop(on);
    return undefined;
  };
  await through(on);
  expect((await detailOf(on)).place).toMatchObject({
    waitsFor: "person",
    why: expect.stringContaining("no whole program is in the drive"),
  });
  expect(frames).toBe(3);
  expect(plant.drive.program!.identification).toBeUndefined();
  await plant.app.restores.goOn(on, plant.person);
  await plant.app.restores.settled(on);
  expect(plant.drive.program!.identification).toBe(crc32(work));
  expect(await receiptOf(on)).toMatchObject({ outcome: "verified" });
}, 60_000);

const FAULTS: Array<[Fault, boolean]> = [
  ["power-after", false],
  ["cable-before", false],
  ["power-before", true],
];
test.each(BOTH.flatMap(([name, speech]) => FAULTS.map((fault) => [name, ...fault, speech] as const)))(
  "put on over %s with %s at one exchange after another, the program killed: %s: whole in the end, or the receipt says what is in it",
  async (_, fault, killed, speech) => {
    await standsThere(undefined, speech);
    const work = workOf(speech);
    const attachment = await keep(work);
    for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
    const once = async (at: number): Promise<boolean> => {
      plant.swap({ ...speech.make, serial: `NEW-${at}` });
      const connectionId = await connectAndRead(plant);
      const begin = { connectionId, operation: "program-put-on", ofProgram: { attachment } } as const;
      const { id, fired } = await operateUnderFault(plant, { begin, fault, killed, at });
      const content = await receiptOf(id);
      expect([at, content.outcome, plant.drive.program!.identification]).toEqual([
        at,
        "verified",
        crc32(work),
      ]);
      for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
      return fired;
    };
    let hits = 0;
    for (let at = 1; await once(at); at += EVERY) hits += 1;
    expect(hits).toBeGreaterThan(20 / EVERY);
  },
  600_000,
);
