import { afterEach, expect, test } from "@jest/globals";
import type { Operation } from "@/core/restore";
import { hollin, plover, rill, runnel } from "@/families/testing";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  recordsOf,
  recordStanding,
  testPlant,
  type Standing,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
afterEach(() => plant.close());

const RILL: Standing = {
  family: rill,
  make: { rating: "R-030", firmware: "4.4", serial: "FR-1" },
  line: "tcp",
};

/** A drive whose values were once recorded while nothing was volatile, connected and read. */
async function standsThere(standing: Standing): Promise<string> {
  plant = await testPlant({}, standing);
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  return connection;
}

async function begin(operation: Exclude<Operation, "restore">, connectionId: string): Promise<number> {
  const begun = await plant.app.restores.startOperation(plant.person, 1, { connectionId, operation });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await plant.app.restores.settled(begun.value.id);
  return begun.value.id;
}

async function confirm(id: number) {
  return plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
}

async function receiptOf(id: number) {
  const { receiptId } = (await plant.app.restores.shown.detail(id))!;
  return (await findReceipt(plant.app.db, 1, receiptId!))!.content;
}

test("a plan that was looked through before the clock was set back is read again, not written", async () => {
  const connection = await standsThere(RILL);
  plant.drive.setAtKeypad("1r", 250);
  plant.drive.givePermission();
  const id = await begin("make-permanent", connection);
  plant.wall = () => Date.now() - 3_600_000;
  expect(await confirm(id)).toMatchObject({ ok: false, trouble: { kind: "plan-changed" } });
  await plant.app.restores.settled(id);
  expect(plant.drive.valueOf("1r", "permanent")).not.toBe(250);
  expect((await confirm(id)).ok).toBe(true);
  await plant.app.restores.settled(id);
  expect(plant.drive.valueOf("1r", "permanent")).toBe(250);
});

test("made permanent: what differs from the permanent memory is listed first, and is there after the next power-off", async () => {
  const connection = await standsThere(RILL);
  plant.drive.setAtKeypad("1r", 250);
  plant.drive.givePermission();
  const id = await begin("make-permanent", connection);
  const before = (await plant.app.restores.shown.detail(id))!;
  expect(before.place.stage).toBe("review");
  expect(before.plan!.writes.map(({ code, to }) => [code, to])).toEqual([["1r", 250]]);
  expect(plant.drive.valueOf("1r", "permanent")).not.toBe(250);
  expect((await confirm(id)).ok).toBe(true);
  await plant.app.restores.settled(id);
  expect(plant.drive.valueOf("1r", "permanent")).toBe(250);
  expect(await receiptOf(id)).toMatchObject({
    kind: "make-permanent",
    outcome: "verified",
    permanent: "yes",
    results: [{ code: "1r", to: 250, readBack: 250, verdict: "verified" }],
    alsoChanged: [],
  });
  expect((await recordsOf(plant)).map((each) => each.origin)).toEqual([
    "read",
    "before-operation",
    "after-operation",
  ]);
});

test("nothing volatile: there is nothing to make permanent, and nothing to give up", async () => {
  const connection = await standsThere(RILL);
  for (const operation of ["make-permanent", "power-off"] as const) {
    const id = await begin(operation, connection);
    expect((await plant.app.restores.shown.detail(id))!.checks).toContainEqual(
      expect.objectContaining({ id: "volatile", verdict: "stop" }),
    );
    expect(await confirm(id)).toMatchObject({ ok: false, trouble: { kind: "check-stops" } });
    await plant.app.restores.end(id, plant.person);
    // Nothing was done, so there is nothing to account for.
    expect((await plant.app.restores.shown.detail(id))!.receiptId).toBeUndefined();
  }
});

test("a family in which every write is permanent has nothing to make permanent", async () => {
  const connection = await standsThere({
    family: runnel,
    make: { rating: runnel.file.ratings[0]!.id, firmware: "2.1", serial: "FN-1" },
    line: "tcp",
  });
  const id = await begin("make-permanent", connection);
  expect((await plant.app.restores.shown.detail(id))!.checks[0]).toMatchObject({
    id: "volatile",
    verdict: "stop",
  });
});

test("given up by a power-off: a pulled cable is not one, and the drive that comes back holds the former values", async () => {
  const connection = await standsThere(RILL);
  const was = plant.drive.valueOf("1r");
  plant.drive.setAtKeypad("1r", 250);
  const id = await begin("power-off", connection);
  expect((await plant.app.restores.shown.detail(id))!.plan!.writes).toEqual([
    { code: "1r", from: 250, to: was },
  ]);
  expect((await confirm(id)).ok).toBe(true);
  await placeComes(id, "power", "Switch the drive off");
  plant.line.pull();
  await placeComes(id, "power", "does not answer any more");
  plant.line.plug();
  await placeComes(id, "power", "was not off");
  plant.drive.powerOff();
  await placeComes(id, "power", "does not answer any more");
  plant.drive.powerOn();
  await plant.app.restores.settled(id);
  expect(plant.drive.valueOf("1r")).toBe(was);
  expect(await receiptOf(id)).toMatchObject({
    kind: "power-off",
    outcome: "verified",
    permanent: "yes",
    results: [{ code: "1r", from: 250, to: was, readBack: was, verdict: "verified" }],
    // Off means off: a bus that is still charged feeds it on.
    interruptions: expect.arrayContaining([expect.stringContaining("is to stay off for 60 s")]),
  });
});

/** A drive that was changed at its keypad is switched off to give that up, where nobody knows which values it is about; gives the operation's number. */
async function offWithoutAPlan(): Promise<number> {
  plant = await testPlant({}, RILL);
  plant.drive.setAtKeypad("1r", 250);
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  const id = await begin("power-off", connection);
  expect((await plant.app.restores.shown.detail(id))!.plan).toMatchObject({ untold: true, writes: [] });
  expect((await confirm(id)).ok).toBe(true);
  await placeComes(id, "power", "Switch the drive off");
  plant.drive.powerOff();
  await placeComes(id, "power", "does not answer any more");
  return id;
}

test("given up where nobody knows what: the receipt lists afterwards what it was", async () => {
  const id = await offWithoutAPlan();
  plant.drive.powerOn();
  await plant.app.restores.settled(id);
  expect(await receiptOf(id)).toMatchObject({
    outcome: "verified",
    untold: true,
    alsoChanged: [{ code: "1r", from: 250 }],
  });
});

test("ended while it is off, where nobody knows what it was about: the plant says that what the drive holds is not told", async () => {
  const id = await offWithoutAPlan();
  expect((await plant.app.restores.end(id, plant.person)).ok).toBe(true);
  expect(await receiptOf(id)).toMatchObject({ kind: "power-off", outcome: "given-up", results: [] });
  const [line] = (await plant.app.overviews.window(1, {}, 0, 1)).lines;
  expect(line!.reasons.map((each) => each.code)).toContain("ended-halfway");
});

test("a factory reset: values are the factory's, the address too, and what was there before can be put back", async () => {
  plant = await testPlant({ "1r": 250, "1a": "Roller 3" }, RILL);
  const connection = await connectAndRead(plant);
  await recordStanding(plant, connection);
  plant.drive.givePermission();
  const id = await begin("factory-reset", connection);
  const { plan } = (await plant.app.restores.shown.detail(id))!;
  expect(plan!.writes.map((each) => each.code)).toEqual(expect.arrayContaining(["1r", "1a"]));
  expect((await confirm(id)).ok).toBe(true);
  await plant.app.restores.settled(id);
  expect(await receiptOf(id)).toMatchObject({ kind: "factory-reset", outcome: "verified" });
  expect(plant.drive.valueOf("1r")).not.toBe(250);
  plant.drive.givePermission();
  const back = await plant.app.restores.putBack(id, plant.person);
  if (!back.ok) throw new Error(back.trouble.text);
  await plant.app.restores.settled(back.value.id);
  expect((await confirm(back.value.id)).ok).toBe(true);
  await plant.app.restores.settled(back.value.id);
  expect(plant.drive.valueOf("1r", "permanent")).toBe(250);
});

test.each<[string, Standing]>([
  [
    "three sets and an option; the line keeps its settings",
    {
      family: hollin,
      make: { rating: "H-090", firmware: "5.2", serial: "OH-1", options: ["netmod"] },
      line: "tcp",
    },
  ],
  [
    "a rack through a gateway",
    {
      family: plover,
      make: { rating: "P-06", firmware: "2.4", serial: "AP-1", axes: 2, modules: [1, 3, 3] },
      line: "canopen",
    },
  ],
])("reset and made permanent: %s", async (_, standing) => {
  const connection = await standsThere(standing);
  for (const operation of ["factory-reset", "make-permanent"] as const) {
    plant.drive.givePermission();
    const code = standing.family === hollin ? "H.rmp.1/2" : "2:6083.00";
    if (operation === "make-permanent") plant.drive.setAtKeypad(code, 300);
    const id = await begin(operation, connection);
    expect((await confirm(id)).ok).toBe(true);
    await plant.app.restores.settled(id);
    const receipt = await receiptOf(id);
    expect([receipt.kind, receipt.outcome, receipt.alsoChanged]).toEqual([operation, "verified", []]);
    if (operation === "make-permanent") expect(plant.drive.valueOf(code, "permanent")).toBe(300);
  }
});

/** Waits until the operation says that it waits for something, in words. */
async function placeComes(id: number, waitsFor: string, words: string): Promise<void> {
  for (;;) {
    const { place } = (await plant.app.restores.shown.detail(id))!;
    if (place.waitsFor === waitsFor && place.why?.includes(words)) return;
    if (place.over || place.waitsFor === "person") throw new Error(`It is over: ${JSON.stringify(place)}`);
    await new Promise((resolve) => setTimeout(resolve, 2));
  }
}
