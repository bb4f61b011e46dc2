import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { keepChecklists, signedOf } from "@/server/checklist";
import { openItems } from "@/server/shift";
import { lookThrough } from "@/server/testing/look-through";
import { connectAndRead, FRESH, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { afterStartOf, compareAfterStart, findReceipt } from ".";

const RELOADS = "The line controller, at its start: ramps.";
let plant: TestPlant;
let connectionId: string;
let recordId: number;

beforeEach(async () => {
  plant = await testPlant();
  const before = await connectAndRead(plant);
  recordId = await recordStanding(plant, before);
  await plant.app.bench.letGo(before);
  plant.swap(FRESH);
  plant.drive.givePermission();
  connectionId = await connectAndRead(plant);
});
afterEach(() => plant.close());

const write = (typed: { reloads?: string; licences?: string }, version?: number) =>
  keepChecklists(
    plant.app.db,
    plant.person,
    { id: plant.positionId, plantId: 1, tag: "KL-03" },
    { beforeOn: "", acceptance: "", keepers: "", version, ...typed },
    plant.app.now(),
  );

async function restore(spare = false) {
  const { restores } = plant.app;
  const request = { positionId: plant.positionId, recordId, connectionId, spare, although: true };
  const begun = await restores.start(plant.person, 1, request);
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await restores.settled(id);
  const confirmed = await restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
  await restores.settled(id);
  return (await findReceipt(plant.app.db, 1, (await restores.shown.detail(id))!.receiptId!))!;
}

const compare = (receipt: Awaited<ReturnType<typeof restore>>, id = connectionId) =>
  compareAfterStart(plant.app, plant.person, receipt, plant.app.bench.find(id));
const open = async () => (await openItems(plant.app.db, plant.app.overviews, 1)).map((each) => each.kind);

test("a restore is not done before it was compared after the controller's start; what that wrote over it is named", async () => {
  await write({ reloads: RELOADS });
  const receipt = await restore();
  expect(receipt.content.outcome).toBe("verified");
  const { afterRecord } = receipt.content;
  expect(await afterStartOf(plant.app.db, receipt)).toEqual({ reloads: RELOADS, record: afterRecord });
  expect(await open()).toContain("compare-again");

  // The controller starts, and writes its own ramp over what was restored.
  plant.drive.setAtKeypad("1r", 900);
  expect(await compare(receipt)).toMatchObject({ ok: true, value: { changed: ["1r"], notRead: [] } });
  expect(await open()).not.toContain("compare-again");
  plant.drive.setAtKeypad("1r", plant.drive.valueOf("1r", "permanent"));
  expect(await compare(receipt)).toMatchObject({ ok: true, value: { changed: [] } });

  const signed = await signedOf(plant.app.db, receipt.id);
  expect(signed.map(({ which, ticks }) => [which, ticks[0]!.done])).toEqual([
    ["controller-start", false],
    ["controller-start", true],
  ]);
  expect(signed[0]!.ticks[0]!.value).toMatch(/^1 of \d+ settings otherwise than in record \d+: 1r$/);
}, 60_000);

test("what a reading that was stopped had read before the controller's start is read again", async () => {
  await write({ reloads: RELOADS });
  const receipt = await restore();
  const connection = plant.app.bench.find(connectionId)!;
  // Stopped with the first question after the one that held it.
  const { address } = rill.byCode.get("1r")!;
  let held = false;
  plant.line.fault = (_, question) => {
    if (held) plant.app.bench.stop(connectionId);
    const { address: from = 0, count = 0 } = question as { address?: number; count?: number };
    held ||= from <= address && address < from + count;
    return undefined;
  };
  expect(plant.app.bench.startReading(plant.person, connection)).toBe(true);
  expect(await plant.app.bench.readingEnded(connection)).toBe(false);
  plant.line.fault = undefined;
  plant.drive.setAtKeypad("1r", 900);
  expect(await compare(receipt)).toMatchObject({ ok: true, value: { changed: ["1r"], notRead: [] } });
}, 60_000);

test("a spare that is prepared meanwhile settles nothing at the position", async () => {
  await write({ reloads: RELOADS });
  const receipt = await restore();
  await plant.app.bench.letGo(connectionId);
  plant.swap({ ...FRESH, serial: "FR-SPARE" });
  plant.drive.givePermission();
  connectionId = await connectAndRead(plant);
  const spare = await restore(true);
  expect(spare.content).toMatchObject({ spare: true, outcome: "verified" });
  expect(await afterStartOf(plant.app.db, spare)).toBeUndefined();
  expect(await afterStartOf(plant.app.db, receipt)).toMatchObject({ reloads: RELOADS });
  expect(await open()).toContain("compare-again");
}, 60_000);

test("where nobody writes by himself nothing is to be compared; nor with another drive, nor once something came after it", async () => {
  const receipt = await restore();
  expect(await afterStartOf(plant.app.db, receipt)).toBeUndefined();
  expect(await compare(receipt)).toMatchObject({ ok: false, trouble: { kind: "not-now" } });
  await write({ reloads: RELOADS });
  expect(await compare(receipt, "nobody")).toMatchObject({ ok: false, trouble: { kind: "not-connected" } });
  const cut = compare(receipt);
  plant.line.pull();
  await plant.app.bench.letGo(connectionId);
  expect((await cut).ok).toBe(false);
  expect(await signedOf(plant.app.db, receipt.id)).toEqual([]);
}, 60_000);

test("what is bound to the old drive's serial number is said to be missing before writing; a line that cannot be read is refused", async () => {
  expect(await write({ licences: "Fast positioning; FR-OLD-77; 31.12.2026" })).toMatchObject({
    ok: false,
    trouble: { kind: "bad-request", text: expect.stringContaining("“31.12.2026” is no day") },
  });
  await write({ licences: "Fast positioning; FR-OLD-77; 2199-12-31\nWeb pages" });
  const receipt = await restore();
  expect(receipt.content.checks.find((each) => each.id === "licences")).toMatchObject({
    verdict: "caution",
    found: "Fast positioning is bound to FR-OLD-77, not to this drive; it ends on 2199-12-31.",
  });
}, 60_000);
