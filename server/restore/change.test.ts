import { afterEach, expect, test } from "@jest/globals";
import { and, eq } from "drizzle-orm";
import type { RawValue } from "@/core/value";
import { hollin, rill, runnel } from "@/families/testing";
import { permanentWrites } from "@/server/bench";
import { tables } from "@/server/database";
import { changeDraft, enterDraft, giveUpDraft, loadDraft } from "@/server/drafts";
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

/** A drive whose values were recorded, connected, and gone over to: its values are to be changed on it. */
async function atTheDrive(standing: Standing = RILL): Promise<{ id: number; draft: number }> {
  plant = await testPlant({}, standing);
  const connectionId = await connectAndRead(plant);
  await recordStanding(plant, connectionId);
  plant.drive.givePermission();
  return begin(connectionId);
}

async function begin(connectionId: string): Promise<{ id: number; draft: number }> {
  const { restores } = plant.app;
  const begun = await restores.startOperation(plant.person, 1, { connectionId, operation: "change" });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await restores.settled(id);
  return { id, draft: (await detailOf(id)).change!.draft };
}

const detailOf = async (id: number) => (await plant.app.restores.shown.detail(id))!;
/** Rill takes it only while its motor stands. */
const STANDING_ONLY = { code: "13a", typed: "80 %" };

const desk = () => ({ db: plant.app.db, shelf: plant.app.shelf, now: () => new Date() });

async function wish(draft: number, code: string, typed: string, reason = ""): Promise<void> {
  const { values } = (await loadDraft(plant.app.db, plant.app.shelf, 1, draft))!;
  const done = await changeDraft(desk(), plant.person, 1, draft, {
    code,
    typed,
    reason,
    expected: values.get(code),
    although: reason !== "",
  });
  if (!done.ok) throw new Error(done.trouble.text);
}

/** Somebody looks at what nobody tells, turning motor included, and writes. */
async function write(id: number) {
  const seen = await lookThrough(plant, id);
  const turning = { id: "turning" };
  const { restores } = plant.app;
  const done = await restores.confirm(id, plant.person, { ...seen, looked: [...seen.looked!, turning] });
  if (done.ok) await restores.settled(id);
  return done;
}

async function leave(id: number) {
  const left = await plant.app.restores.changes.leave(id, plant.person);
  if (!left.ok) throw new Error(left.trouble.text);
  await plant.app.restores.settled(id);
  return detailOf(id);
}

const receiptOf = async (receiptId: number | undefined) =>
  (await findReceipt(plant.app.db, 1, receiptId!))!.content;

const journal = async (): Promise<string[]> =>
  (
    await plant.app.db
      .select({ text: tables.journal.text })
      .from(tables.journal)
      .where(and(eq(tables.journal.plantId, 1), eq(tables.journal.kind, "restore")))
  ).map((each) => each.text);

test("values are changed a few at a time, in the running memory alone; on leaving all is read again, kept as a record, and the receipt has it once for each parameter", async () => {
  const { id, draft } = await atTheDrive();
  const was = plant.drive.valueOf("1r");
  expect((await detailOf(id)).plan!.writes).toEqual([]);
  await wish(draft, "1r", "7 s", "the hose jumps");
  expect((await detailOf(id)).plan!.writes).toEqual([{ code: "1r", from: was, to: 700 }]);
  // Nothing that is typed reaches the drive by itself.
  expect(plant.drive.valueOf("1r")).toBe(was);
  expect((await write(id)).ok).toBe(true);
  expect(plant.drive.valueOf("1r")).toBe(700);
  expect(plant.drive.valueOf("1r", "permanent")).toBe(was);
  expect(await detailOf(id)).toMatchObject({
    open: true,
    place: { stage: "review" },
    plan: { writes: [] },
    change: { away: false, sent: [{ code: "1r", from: was, to: 700, state: "written", readBack: 700 }] },
  });
  await wish(draft, "1r", "7.5 s");
  await wish(draft, "4r", "3 s");
  expect((await write(id)).ok).toBe(true);
  const { receiptId, place, afterRecord, verified } = await leave(id);
  expect([place.over, verified]).toEqual(["done", true]);
  expect(await receiptOf(receiptId)).toMatchObject({
    kind: "change",
    outcome: "verified",
    permanent: "no",
    reasons: [{ code: "1r", reason: "the hose jumps" }],
    results: [
      { code: "1r", from: was, to: 750, readBack: 750, verdict: "verified" },
      { code: "4r", to: 300, readBack: 300, verdict: "verified" },
    ],
    alsoChanged: [],
  });
  // What was read before is what the standing record has: it is not kept twice.
  expect((await recordsOf(plant)).map((each) => each.origin)).toEqual(["read", "after-operation"]);
  expect((await loadDraft(plant.app.db, plant.app.shelf, 1, draft))!.row).toMatchObject({
    closedAt: expect.any(Date),
    enteredAs: (await recordsOf(plant)).find((each) => each.number === afterRecord)!.id,
  });
  expect((await journal()).filter((each) => each.startsWith("Changed "))).toEqual([
    expect.stringContaining("→ 7.00 s: the hose jumps."),
    expect.stringContaining("1r Acceleration time on drive FR-1"),
    expect.stringContaining("→ 3.00 s."),
    expect.stringContaining("Changed on the drive"),
  ]);
});

test("a motor that turns: what the drive takes while it turns is written once somebody has looked, what it takes only while it stands is not", async () => {
  const { id, draft } = await atTheDrive();
  plant.drive.start();
  await wish(draft, "1r", "7 s");
  const refused = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  expect(refused).toMatchObject({ ok: false, trouble: { kind: "not-looked-at" } });
  expect((await write(id)).ok).toBe(true);
  expect(plant.drive.valueOf("1r")).toBe(700);
  expect(plant.drive.turning).toBe(true);
  await wish(draft, STANDING_ONLY.code, STANDING_ONLY.typed);
  const stands = plant.drive.valueOf(STANDING_ONLY.code);
  expect(await write(id)).toMatchObject({ ok: false, trouble: { kind: "check-stops" } });
  expect((await detailOf(id)).checks).toContainEqual(
    expect.objectContaining({
      id: "turning",
      verdict: "stop",
      found: expect.stringContaining(STANDING_ONLY.code),
    }),
  );
  expect(plant.drive.valueOf(STANDING_ONLY.code)).toBe(stands);
});

test("what the drive refuses, and what it makes of a value, stands on the list and on the receipt", async () => {
  const { id, draft } = await atTheDrive();
  await wish(draft, "3f", "90 Hz", "tried on purpose");
  expect((await detailOf(id)).plan!.writes[0]).toMatchObject({ code: "3f", caution: expect.any(String) });
  expect((await write(id)).ok).toBe(true);
  const after = await detailOf(id);
  expect(after.place).toEqual({ stage: "review" });
  expect(after.change!.sent).toEqual([
    expect.objectContaining({ code: "3f", state: "refused", said: expect.any(String) }),
  ]);
  // It is wished all the same, and not in the drive.
  expect(after.plan!.writes.map((each) => each.code)).toEqual(["3f"]);
  const { receiptId } = await leave(id);
  expect(await receiptOf(receiptId)).toMatchObject({
    outcome: "not-verified",
    results: [{ code: "3f", verdict: "refused" }],
  });
});

test("somebody changes it at the keypad, or another on the list: what was seen is not what would be written, and nothing is", async () => {
  const { id, draft } = await atTheDrive();
  await wish(draft, "1r", "7 s");
  const seen = await lookThrough(plant, id);
  plant.drive.setAtKeypad("1r", 333);
  const { restores } = plant.app;
  expect(await restores.confirm(id, plant.person, seen)).toMatchObject({
    ok: false,
    trouble: { kind: "plan-changed" },
  });
  expect((await detailOf(id)).plan!.writes).toEqual([{ code: "1r", from: 333, to: 700 }]);
  const then = await lookThrough(plant, id);
  await wish(draft, "4r", "3 s");
  expect(await restores.confirm(id, plant.person, then)).toMatchObject({
    ok: false,
    trouble: { kind: "plan-changed" },
  });
  expect(plant.drive.valueOf("1r")).toBe(333);
});

test("a power-off between two values: what is gone is said, nothing is written again by itself, and what it holds is read anew first", async () => {
  const { id, draft } = await atTheDrive();
  const was = plant.drive.valueOf("1r");
  await wish(draft, "1r", "7 s");
  await write(id);
  plant.drive.powerOff();
  const { bench, restores } = plant.app;
  const phase = () => bench.list()[0]!.phase;
  while (phase() === "connected") await new Promise((resolve) => setImmediate(resolve));
  plant.drive.powerOn();
  while (phase() !== "connected") await new Promise((resolve) => setImmediate(resolve));
  plant.drive.givePermission();
  expect((await detailOf(id)).change!.away).toBe(true);
  await wish(draft, "4r", "3 s");
  expect(await write(id)).toMatchObject({ ok: false, trouble: { kind: "plan-changed" } });
  await restores.settled(id);
  expect((await detailOf(id)).change!.away).toBe(false);
  // Both are wished: the one that was lost stands on the list again.
  expect((await detailOf(id)).plan!.writes.map(({ code, from }) => [code, from])).toEqual(
    expect.arrayContaining([["1r", was]]),
  );
  expect(plant.drive.valueOf("1r")).toBe(was);
  expect((await write(id)).ok).toBe(true);
  expect([plant.drive.valueOf("1r"), plant.drive.valueOf("4r")]).toEqual([700, 300]);
});

test("left without anything sent: no receipt, its list is closed; and while it is open nobody ends the list by itself", async () => {
  const { id, draft } = await atTheDrive();
  await wish(draft, "1r", "7 s");
  expect(await enterDraft(desk(), plant.person, 1, draft, "")).toMatchObject({ ok: false });
  expect(await giveUpDraft(desk(), plant.person, 1, draft)).toMatchObject({ ok: false });
  const { receiptId, place } = await leave(id);
  expect([receiptId, place.over]).toEqual([undefined, "ended"]);
  expect((await loadDraft(plant.app.db, plant.app.shelf, 1, draft))!.row.closedAt).not.toBeNull();
});

test("what was there before is put back: the change ends with its receipt, and the record of before is restored", async () => {
  const { id, draft } = await atTheDrive();
  const was = plant.drive.valueOf("1r");
  await wish(draft, "1r", "7 s");
  await write(id);
  const { restores } = plant.app;
  const back = await restores.putBack(id, plant.person);
  if (!back.ok) throw new Error(back.trouble.text);
  expect(await receiptOf((await detailOf(id)).receiptId)).toMatchObject({
    kind: "change",
    outcome: "given-up",
    results: [{ code: "1r", to: 700, readBack: 700, verdict: "not-read-back" }],
  });
  await restores.settled(back.value.id);
  await write(back.value.id);
  expect(plant.drive.valueOf("1r")).toBe(was);
});

test("of a family in which every write is permanent, the check says so, and so does the receipt", async () => {
  const { id, draft } = await atTheDrive({
    family: runnel,
    make: { rating: runnel.file.ratings[0]!.id, firmware: "2.1", serial: "FN-1" },
    line: "tcp",
  });
  const code = "RF106";
  await wish(draft, code, "55 Hz");
  expect((await detailOf(id)).checks).toContainEqual(
    expect.objectContaining({ id: "lands", verdict: "caution" }),
  );
  expect((await write(id)).ok).toBe(true);
  await wish(draft, code, "56 Hz", "a little more");
  expect((await write(id)).ok).toBe(true);
  const { receiptId, afterRecord } = await leave(id);
  expect(await receiptOf(receiptId)).toMatchObject({
    outcome: "verified",
    permanent: "yes",
    results: [{ code, times: 2 }],
  });
  // Each of them was a write of the permanent memory.
  expect(await permanentWrites(plant.app.db, plant.app.bench.list()[0]!)).toEqual({
    operations: 1,
    most: { code, times: 2 },
  });
  // Why it is so stands with the record of it.
  const [note] = await plant.app.db.select().from(tables.recordNote);
  const kept = (await recordsOf(plant)).find((each) => each.number === afterRecord)!;
  expect(note).toMatchObject({ recordId: kept.id, text: `${code}: a little more` });
});

test("of a drive with several sets, what is changed in one of them is read back there", async () => {
  const { id, draft } = await atTheDrive({
    family: hollin,
    make: { rating: hollin.file.ratings[0]!.id, firmware: "5.1", serial: "OH-1" },
    line: "tcp",
  });
  const other = plant.drive.valueOf("H.rmp.1/1");
  await wish(draft, "H.rmp.1/2", "7 s");
  expect((await write(id)).ok).toBe(true);
  expect(await detailOf(id)).toMatchObject({
    plan: { writes: [] },
    change: { sent: [{ code: "H.rmp.1/2", state: "written", readBack: 70 }] },
  });
  expect([plant.drive.valueOf("H.rmp.1/1"), plant.drive.valueOf("H.rmp.1/2")]).toEqual([other, 70]);
  expect(await receiptOf((await leave(id)).receiptId)).toMatchObject({ outcome: "verified" });
});

test("a change that is open for days over a restart of the program still knows what the drive held before", async () => {
  const { id, draft } = await atTheDrive();
  const was = plant.drive.valueOf("1r");
  await wish(draft, "1r", "7 s");
  await write(id);
  const { reading } = tables;
  await plant.app.db.update(reading).set({ startedAt: new Date(Date.now() - 3 * 86_400_000) });
  await plant.restart();
  await connectAndRead(plant);
  const { change, receiptId } = await toTheEnd(id);
  expect(change!.sent).toMatchObject([{ code: "1r", from: was, to: 700 }]);
  expect(await receiptOf(receiptId)).toMatchObject({ outcome: "verified", alsoChanged: [] });
});

test("as the drive holds it, whatever that is: an empty text, bits, a value outside of its range", async () => {
  const { id, draft } = await atTheDrive();
  const held: Record<string, RawValue> = { "1a": "", "7t": 5, "13a": 2000 };
  for (const [code, raw] of Object.entries(held)) {
    const done = await changeDraft(desk(), plant.person, 1, draft, {
      code,
      held: raw,
      reason: "",
      expected: plant.drive.valueOf(code),
    });
    expect([code, done.ok]).toEqual([code, true]);
  }
  const { plan } = await detailOf(id);
  expect(Object.fromEntries(plan!.writes.map(({ code, to }) => [code, to]))).toEqual(held);
});

/** Somebody goes on with it until it is left, whatever it waits for. */
async function toTheEnd(id: number) {
  const { restores } = plant.app;
  for (;;) {
    const { open, place, plan, change } = await detailOf(id);
    if (!open) return detailOf(id);
    if (place.waitsFor === "person") await restores.goOn(id, plant.person);
    else if (change!.away) await restores.changes.readNow(id, plant.person);
    else if (plan!.writes.length > 0) await write(id);
    else await restores.changes.leave(id, plant.person);
    await restores.settled(id);
  }
}

test.each([
  ...[0, 4, 8, 12, 15].map((at) => [at, "on"] as const),
  // The twelfth is where what was sent is taken in.
  ...[2, 6, 10, 11, 12, 13, 16].map((at) => [at, "alone"] as const),
])(
  "the disk is full from write %i %s, then has room again: what was sent is told, once, and nothing is claimed",
  async (at, how) => {
    const { id, draft } = await atTheDrive();
    await wish(draft, "1r", "7 s", "the hose jumps");
    await wish(draft, "4r", "3 s");
    let writes = 0;
    plant.diskFull = () => (how === "on" ? writes++ >= at : writes++ === at);
    await write(id).catch(() => undefined);
    await plant.app.restores.settled(id);
    plant.diskFull = undefined;
    const { receiptId, change } = await toTheEnd(id);
    expect(await receiptOf(receiptId)).toMatchObject({ outcome: "verified" });
    expect([plant.drive.valueOf("1r"), plant.drive.valueOf("4r")]).toEqual([700, 300]);
    // A line in the journal for each that was sent, and no value told twice.
    const lines = (await journal()).filter((each) => /^Changed \dr/.test(each));
    expect(lines).toHaveLength(change!.sent.length);
    expect(change!.sent.filter((each) => each.state === "written").map((each) => each.code)).toEqual([
      "1r",
      "4r",
    ]);
  },
);
