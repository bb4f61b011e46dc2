import { afterEach, describe, expect, test } from "@jest/globals";
import type { RawValue } from "@/core/value";
import { hollin, plover, runnel } from "@/families/testing";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  recordStanding,
  recordsOf,
  testPlant,
  type Standing,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
afterEach(() => plant.close());

/** Records the drive that stands there, swaps it for one from the factory, and restores. */
async function replace(
  standing: Standing,
  values: Record<string, RawValue>,
  fresh: Partial<Standing["make"]>,
): Promise<number> {
  plant = await testPlant(values, standing);
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap({ ...standing.make, serial: "NEW-1", ...fresh });
  const connectionId = await connectAndRead(plant);
  const started = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!started.ok) throw new Error(started.trouble.text);
  await plant.app.restores.settled(started.value.id);
  return started.value.id;
}

async function confirm(id: number): Promise<void> {
  const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await plant.app.restores.settled(id);
}

async function expectVerified(id: number, values: Record<string, RawValue>): Promise<void> {
  const done = (await plant.app.restores.shown.detail(id))!;
  expect(done).toMatchObject({
    place: { stage: "receipt", over: "done" },
    permanent: "yes",
    counts: { written: Object.keys(values).length, refused: 0, unknown: 0, other: 0 },
  });
  expect((await findReceipt(plant.app.db, 1, done.receiptId!))!.content).toMatchObject({
    outcome: "verified",
    alsoChanged: [],
  });
  for (const [code, raw] of Object.entries(values))
    expect([code, plant.drive.valueOf(code, "permanent")]).toEqual([code, raw]);
}

const HOLLIN: Standing = {
  family: hollin,
  make: { rating: "H-090", firmware: "5.2", serial: "OH-OLD", options: ["netmod"] },
  line: "tcp",
};
const RACK: Standing = {
  family: plover,
  make: { rating: "P-06", firmware: "2.4", serial: "AP-OLD", axes: 3, modules: [1, 3, 3, 3] },
  line: "canopen",
};

describe("a replacement of every kind gets what the record holds", () => {
  test("three parameter sets and an option's own parameters; the permission is asked for over the link", async () => {
    const values = {
      "H.rmp.1/1": 300,
      "H.rmp.1/2": 400,
      "H.rmp.1/3": 500,
      "H.mot.5/2": 1479,
      "H.mac.1": "Mill 1",
      "H.eth.21": 2,
      "H.ml.12": 1000,
    };
    const id = await replace(HOLLIN, values, {});
    await confirm(id);
    await expectVerified(id, values);
  });

  test("a rack, axis by axis, through a CANopen gateway, with 32-bit values of both signs", async () => {
    const values = {
      "5F30.03": "Stacker",
      "6083.00": 4_294_967_295,
      "2:607D.01": -2_147_483_648,
      "2:607D.02": 2_147_483_647,
      "3:6060.00": -1,
      "3:2013.01": 1,
      "5F31.03": 0,
    };
    const id = await replace(RACK, values, {});
    await confirm(id);
    const { "5F31.03": _same, ...written } = values;
    await expectVerified(id, written);
  });

  test("what is written at once in the permanent memory, low word first, is kept without a command", async () => {
    const values = { RA101: 4_000_000, RF201: -59_900, AP101: "Pump 3" };
    const id = await replace(
      { family: runnel, make: { rating: "N-055", firmware: "2.1", serial: "FN-OLD" }, line: "rtu-over-tcp" },
      values,
      {},
    );
    const confirmed = confirm(id);
    plant.drive.givePermission();
    await confirmed;
    await expectVerified(id, values);
  });
});

describe("what is not there is said before anything is written", () => {
  const checkOf = async (id: number, which: string) =>
    (await plant.app.restores.shown.detail(id))!.checks.find((each) => each.id === which);
  test("an option module that was not moved over: a caution, and its parameters are listed as left out", async () => {
    const id = await replace(HOLLIN, { "H.eth.21": 2, "H.ml.12": 1000 }, { options: [] });
    expect(await checkOf(id, "fitted")).toMatchObject({
      verdict: "caution",
      found: expect.stringContaining("Network module") as unknown,
    });
    const { plan } = (await plant.app.restores.shown.detail(id))!;
    expect(plan!.writes.map((each) => each.code)).toEqual(["H.ml.12"]);
    expect(plan!.leftOut.find((each) => each.code === "H.eth.21")).toMatchObject({
      reason: "not-read",
      to: 2,
    });
  });
  test("a rack with fewer axes: stop, nothing is written", async () => {
    const id = await replace(RACK, { "3:6060.00": 3 }, { axes: 2, modules: [1, 3, 3] });
    expect(await checkOf(id, "fitted")).toMatchObject({ verdict: "stop" });
    const seen = await lookThrough(plant, id);
    expect((await plant.app.restores.confirm(id, plant.person, seen)).ok).toBe(false);
    expect(plant.drive.volatile).toBe(false);
  });
  test("only the control part is fed: a caution with what is possible, its trip is expected; it can be loaded like that", async () => {
    plant = await testPlant({ "H.ml.12": 1000 }, HOLLIN);
    plant.drive.setMains(false);
    const connection = await connectAndRead(plant);
    const recordId = await recordStanding(plant, connection);
    const [record] = await recordsOf(plant);
    expect(record!.trip).toBe("102: Bus too low");
    const started = await plant.app.restores.start(plant.person, 1, {
      positionId: plant.positionId,
      recordId,
      connectionId: connection,
    });
    if (!started.ok) throw new Error(started.trouble.text);
    await plant.app.restores.settled(started.value.id);
    expect(await checkOf(started.value.id, "mains")).toMatchObject({
      verdict: "caution",
      found: expect.stringContaining("24 V") as unknown,
    });
    expect(await checkOf(started.value.id, "trips")).toMatchObject({ verdict: "fine" });
  });
});

describe("one part alone", () => {
  const choosePart = async (id: number, part: { axes?: number[]; sets?: number[] }) => {
    const { choices } = (await plant.app.restores.shown.detail(id))!;
    const chosen = await plant.app.restores.choose(id, plant.person, { ...choices, part });
    if (!chosen.ok) throw new Error(chosen.trouble.text);
    return chosen.value;
  };
  const receiptOf = async (id: number) =>
    (await findReceipt(plant.app.db, 1, (await plant.app.restores.shown.detail(id))!.receiptId!))!.content;

  test("one axis of a rack is written; the others keep what they hold, and the receipt proves it", async () => {
    const id = await replace(
      RACK,
      { "5F30.03": "Stacker", "2:607D.02": 5_000_000, "3:2013.01": 1 },
      { serial: "AP-NEW" },
    );
    const { plan, checks } = await choosePart(id, { axes: [2] });
    expect(plan!.writes.map((each) => each.code)).toEqual(["2:607D.02"]);
    expect(plan!.leftOut).toContainEqual(expect.objectContaining({ code: "3:2013.01", reason: "scope" }));
    expect(checks.find((each) => each.id === "part")).toMatchObject({ verdict: "fine" });
    await confirm(id);
    const content = await receiptOf(id);
    expect(content).toMatchObject({ outcome: "verified", part: { axes: [2] }, alsoChanged: [] });
    expect(content.outside).toMatchObject({ changed: 0, notRead: 0 });
    expect(content.outside!.same).toBeGreaterThan(300);
    expect(plant.drive.valueOf("2:607D.02", "permanent")).toBe(5_000_000);
    expect(plant.drive.valueOf("3:2013.01", "permanent")).not.toBe(1);
  });
  test("a setting outside that is not as before prevents the word, and is counted", async () => {
    const id = await replace(RACK, { "2:607D.02": 5_000_000 }, { serial: "AP-NEW" });
    await choosePart(id, { axes: [2] });
    plant.drive.setAtKeypad("3:2013.01", 1);
    await confirm(id);
    expect(await receiptOf(id)).toMatchObject({
      outcome: "not-verified",
      outside: { changed: 1 },
      alsoChanged: [{ code: "3:2013.01" }],
    });
  });
  test("what is volatile in another set would become permanent too: it is named before", async () => {
    plant = await testPlant({ "H.rmp.1/2": 400 }, HOLLIN);
    const connectionId = await connectAndRead(plant);
    const recordId = await recordStanding(plant, connectionId);
    plant.drive.setAtKeypad("H.rmp.1/2", 500);
    plant.drive.setAtKeypad("H.rmp.1/3", 700);
    const started = await plant.app.restores.start(plant.person, 1, {
      positionId: plant.positionId,
      recordId,
      connectionId,
    });
    if (!started.ok) throw new Error(started.trouble.text);
    await plant.app.restores.settled(started.value.id);
    const { checks, plan } = await choosePart(started.value.id, { sets: [2] });
    expect(plan!.writes).toEqual([{ code: "H.rmp.1/2", from: 500, to: 400 }]);
    expect(checks.find((each) => each.id === "part")).toMatchObject({
      verdict: "caution",
      found: expect.stringContaining(
        "1 value outside is volatile and would become permanent too: H.rmp.1/3",
      ) as unknown,
    });
  });
});
