import { afterEach, describe, expect, test } from "@jest/globals";
import { layOutFile } from "@/core/definition";
import type { SwitchOver } from "@/core/restore";
import { rill, runnel } from "@/families/testing";
import { listLinks } from "@/server/bench";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { lookThrough } from "@/server/testing/look-through";
import { operateUnderFault } from "@/server/testing/operation-under-fault";
import {
  connectAndRead,
  recordsOf,
  recordStanding,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";
import type { Fault } from "@/simulator/spoken-line";

/** Every exchange, which takes long: `npm run test:long`. */
const EVERY = process.env.TEST_LONG === undefined ? 11 : 1;

const small = cutDown(runnel, ["RA101"]);
const make = { rating: "N-055", firmware: "2.1", serial: "FN-9" };

let plant: TestPlant;
afterEach(() => plant.close());

async function begin(operation: SwitchOver, connectionId: string): Promise<number> {
  const begun = await plant.app.restores.startOperation(plant.person, 1, { connectionId, operation });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  return begun.value.id;
}

async function confirm(id: number): Promise<void> {
  const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
}

const detailOf = async (id: number) => (await plant.app.restores.shown.detail(id))!;

async function receiptOf(id: number) {
  return (await findReceipt(plant.app.db, 1, (await detailOf(id)).receiptId!))!.content;
}

test("switched over and back: said first what is lost, then the other list holds, and the ledger has one drive all the while", async () => {
  plant = await testPlant({ RA101: 250 }, { family: runnel, make, line: "tcp" });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  plant.drive.givePermission();
  const over = await begin("imitate", connection);
  expect((await detailOf(over)).plan).toMatchObject({
    writes: [],
    over: { definitionId: rill.id, rating: "R-055", ratingName: "Rill 5.5 kW", lost: 1, address: 1 },
  });
  expect(plant.drive.imitating).toBeUndefined();
  await confirm(over);
  await plant.app.restores.settled(over);
  expect(plant.drive.imitating?.definition.id).toBe(rill.id);
  expect(await receiptOf(over)).toMatchObject({
    kind: "imitate",
    outcome: "verified",
    was: { definitionId: runnel.id, rating: "N-055" },
    drive: { definitionId: rill.id, rating: "R-055", really: { ratingName: "Runnel 5.5 kW" } },
    definitionId: rill.id,
    alsoChanged: [],
  });
  const live = plant.app.bench.find(connection)!;
  expect(live.view()).toMatchObject({ phase: "connected", definitionTitle: rill.title });
  expect(live.values.get("1r")).toBe(rill.byCode.get("1r")!.rawDefault);

  plant.drive.givePermission();
  const back = await begin("be-itself", connection);
  await confirm(back);
  await plant.app.restores.settled(back);
  expect(plant.drive.imitating).toBeUndefined();
  expect(plant.drive.valueOf("RA101")).not.toBe(250);
  expect(await receiptOf(back)).toMatchObject({ kind: "be-itself", outcome: "verified" });
  const records = await recordsOf(plant);
  expect(records.map((each) => [each.definitionId, each.origin])).toEqual([
    [runnel.id, "read"],
    [rill.id, "after-operation"],
    [runnel.id, "after-operation"],
  ]);
  expect(new Set(records.map((each) => each.driveId)).size).toBe(1);
}, 60_000);

test("on a serial line it is found at the speed with which it then speaks, and the way is kept so", async () => {
  plant = await testPlant({}, { family: small, make, line: "serial" });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  const live = plant.app.bench.find(connection)!;
  const speeds = async () => {
    const [link] = await listLinks(plant.app.db, 1);
    return [live.address.link, link!.settings].map((each) => "baud" in each && each.baud);
  };
  expect(await speeds()).toEqual([19_200, 19_200]);
  plant.drive.givePermission();
  const over = await begin("imitate", connection);
  await confirm(over);
  await plant.app.restores.settled(over);
  expect(await receiptOf(over)).toMatchObject({ outcome: "verified", drive: { definitionId: rill.id } });
  expect(live.view()).toMatchObject({ phase: "connected", definitionTitle: rill.title });
  await until(plant, () => live.address.linkName.includes("RTU 9600 8E1"));
  expect(await speeds()).toEqual([9600, 9600]);

  plant.drive.givePermission();
  const back = await begin("be-itself", connection);
  await confirm(back);
  await plant.app.restores.settled(back);
  expect(await receiptOf(back)).toMatchObject({ outcome: "verified" });
  await until(plant, () => live.address.linkName.includes("RTU 19200 8E1"));
}, 60_000);

test("a record of the predecessor is restored onto the imitating drive, gate after gate", async () => {
  plant = await testPlant({ "1r": 250, "1a": "Roller 3" });
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  const successor = plant.putIn(runnel, { rating: "N-055", firmware: "2.1", serial: "FN-9" });
  // It starts anew, which breaks whatever is open by then.
  const started = new Promise<void>((resolve) => (successor.onStarted = resolve));
  successor.answerAs(true);
  await started;
  const connectionId = await connectAndRead(plant);
  successor.givePermission();
  const begun = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
    although: true,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await plant.app.restores.settled(id);
  const { checks } = await detailOf(id);
  expect(checks.find((each) => each.id === "imitates")).toMatchObject({
    verdict: "caution",
    found: expect.stringContaining("Runnel 5.5 kW"),
  });
}, 60_000);

test("one that is told at the keypad only: it waits for hands, and notices by itself", async () => {
  const { on: _on, off: _off, ...imitates } = small.file.imitates!;
  const family = layOutFile({ ...small.file, imitates });
  plant = await testPlant({}, { family, make, line: "tcp" });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  const id = await begin("imitate", connection);
  await confirm(id);
  const waits = (): boolean => waiting;
  let waiting = false;
  plant.app.events.subscribe((event) => {
    if (event.type === "job" && event.view.place.waitsFor === "keypad") waiting = true;
  });
  await until(plant, waits);
  expect((await detailOf(id)).place.why).toContain("page SERVICE, line ANSWER AS");
  plant.drive.answerAs(true);
  await plant.app.restores.settled(id);
  expect(await receiptOf(id)).toMatchObject({ outcome: "verified", drive: { definitionId: rill.id } });
}, 60_000);

test("a size that the predecessor does not have is not switched over", async () => {
  plant = await testPlant({}, { family: small, make: { ...make, rating: "N-220" }, line: "tcp" });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  const id = await begin("imitate", connection);
  expect((await detailOf(id)).checks[0]).toMatchObject({
    verdict: "stop",
    found: "A Runnel 22 kW imitates none of Fennimore Rill: there is none of its size.",
  });
});

test("switched over at the keypad while it is connected: nothing is written by the former list", async () => {
  plant = await testPlant({}, { family: small, make, line: "tcp" });
  const connection = await connectAndRead(plant);
  plant.drive.answerAs(true);
  await until(plant, () => plant.app.bench.find(connection)!.phase === "other-drive");
  expect(plant.app.bench.find(connection)!.view().trouble!.text).toMatch(/was switched over/);
});

describe.each<[SwitchOver, Fault, boolean]>([
  ["imitate", "power-after", false],
  ["imitate", "power-before", true],
  ["be-itself", "cable-after", false],
])("%s with %s, the program killed: %s", (operation, fault, killed) => {
  test("at one exchange after another it ends with the receipt saying as whom the drive answers", async () => {
    plant = await testPlant({}, { family: small, make, line: "tcp" });
    let hits = 0;
    for (let at = 1; await once(operation, fault, killed, at); at += EVERY) hits += 1;
    expect(hits).toBeGreaterThan(15 / EVERY);
  }, 600_000);
});

/** One switch-over, hit at one exchange; somebody stands beside it. Says whether it was hit. */
async function once(operation: SwitchOver, fault: Fault, killed: boolean, at: number): Promise<boolean> {
  const imitates = operation === "be-itself" ? { rating: "R-055", firmware: "4.4" } : undefined;
  plant.swap({ ...make, serial: `FN-${at}`, imitates });
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  plant.drive.givePermission();
  const begin = { connectionId: connection, operation };
  const { id, fired } = await operateUnderFault(plant, { begin, fault, killed, at });
  const content = await receiptOf(id);
  expect([at, content.outcome, content.drive.definitionId]).toEqual([
    at,
    "verified",
    operation === "imitate" ? rill.id : small.id,
  ]);
  expect(plant.drive.imitating !== undefined).toBe(operation === "imitate");
  for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
  return fired;
}
