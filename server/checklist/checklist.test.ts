import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { closingLines } from "@/core/restore";
import { hollin, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { receiptPaper } from "@/server/paper";
import { findPosition } from "@/server/plant";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { checklistsOf, keepChecklists, runsWithOf, signChecklist, signedOf } from ".";

let plant: TestPlant;
let receipt: NonNullable<Awaited<ReturnType<typeof findReceipt>>>;
const LINES = ["Direction", "Seconds from 50 Hz:"];

beforeAll(async () => {
  plant = await testPlant({}, undefined);
  const connectionId = await connectAndRead(plant);
  await recordStanding(plant, connectionId);
  plant.drive.setAtKeypad("1r", 250);
  plant.drive.givePermission();
  const begun = await plant.app.restores.startOperation(plant.person, 1, {
    connectionId,
    operation: "make-permanent",
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await plant.app.restores.settled(id);
  await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  await plant.app.restores.settled(id);
  receipt = (await findReceipt(plant.app.db, 1, (await plant.app.restores.shown.detail(id))!.receiptId!))!;
});
afterAll(() => plant.close());

const position = async () => (await findPosition(plant.app.db, 1, "KL-03"))!;
async function keep(acceptance: string, version?: number) {
  return keepChecklists(
    plant.app.db,
    plant.person,
    await position(),
    { beforeOn: "", acceptance, keepers: " The line controller. ", version },
    plant.app.now(),
  );
}
const sign = (ticks: Array<{ text: string; done: boolean; value?: string }>, why = "") =>
  signChecklist(plant.app.db, plant.person, receipt, { which: "acceptance", ticks, why }, plant.app.now());

describe("a position's own lists", () => {
  test("are empty until somebody writes them; of two who write at once the second is told who was first", async () => {
    expect(await checklistsOf(plant.app.db, plant.positionId)).toEqual({
      beforeOn: [],
      acceptance: [],
      keepers: "",
      reloads: "",
      licences: [],
      runsWith: "",
    });
    const [one, other] = await Promise.all([keep("Direction\n"), keep("Limits")]);
    expect([one.ok, other.ok].sort()).toEqual([false, true]);
    expect(one.ok ? other : one).toMatchObject({ trouble: { kind: "changed-meanwhile" } });
    const { version } = await checklistsOf(plant.app.db, plant.positionId);
    expect(await keep(LINES.join("\n"), version)).toMatchObject({
      ok: true,
      value: { acceptance: LINES, keepers: "The line controller." },
    });
  });

  test("former versions stay, and nothing of them can be changed", async () => {
    const rows = await plant.app.db.select().from(tables.positionChecks);
    expect(rows).toHaveLength(2);
    await expect(
      plant.app.db
        .update(tables.positionChecks)
        .set({ acceptance: [] })
        .where(eq(tables.positionChecks.id, rows[0]!.id)),
    ).rejects.toThrow();
  });
});

describe("gone through on a receipt", () => {
  test("refused while a value is missing, a line is left out without a reason, or the list is a former one", async () => {
    expect(
      await sign([
        { text: "Direction", done: true },
        { text: LINES[1]!, done: true },
      ]),
    ).toMatchObject({
      trouble: { kind: "bad-request", text: expect.stringContaining("asks for a value") },
    });
    expect(
      await sign([
        { text: "Direction", done: false },
        { text: LINES[1]!, done: true, value: "2" },
      ]),
    ).toMatchObject({
      trouble: { text: expect.stringContaining("left out") },
    });
    expect(await sign([{ text: "Direction", done: true }])).toMatchObject({
      trouble: { kind: "changed-meanwhile" },
    });
    expect(await signedOf(plant.app.db, receipt.id)).toEqual([]);
  });

  test("signed by name, with values and what was left out; on its paper too", async () => {
    const ticks = [
      { text: "Direction", done: false },
      { text: LINES[1]!, done: true, value: " 1.8 " },
    ];
    expect((await sign(ticks, "No permit tonight")).ok).toBe(true);
    const signed = await signedOf(plant.app.db, receipt.id);
    expect(signed).toMatchObject([
      {
        byName: plant.person.name,
        why: "No permit tonight",
        ticks: [{ done: false }, { done: true, value: "1.8" }],
      },
    ]);
    const paper = receiptPaper(receipt.id, receipt.content, undefined, [], signed);
    const rows = paper.parts.flatMap((each) => each.rows);
    expect(rows).toContainEqual(["Direction", "left out", ""]);
    expect(rows).toContainEqual([LINES[1], "done", "1.8"]);
    expect(paper.title).toContain("Verified");
  });
  test("what only hands at the drive can close again is a line of the acceptance, whatever the position's own list says", async () => {
    expect(closingLines(receipt.content, rill)).toHaveLength(1);
    expect(closingLines({ ...receipt.content, results: [] }, rill)).toEqual([]);
    expect(closingLines({ ...receipt.content, kind: "power-off" }, rill)).toEqual([]);
    expect(closingLines(receipt.content, hollin)).toEqual([]);
    expect(closingLines(receipt.content, undefined)).toEqual([]);
    const closing = closingLines(receipt.content, rill);
    const ticks = [...LINES, ...closing].map((text) => ({ text, done: true, value: "1.8" }));
    const go = (given: typeof ticks) =>
      signChecklist(
        plant.app.db,
        plant.person,
        receipt,
        { which: "acceptance", ticks: given, why: "" },
        plant.app.now(),
        closing,
      );
    expect(await go(ticks.slice(0, -1))).toMatchObject({ trouble: { kind: "changed-meanwhile" } });
    expect((await go(ticks)).ok).toBe(true);
  });
});

describe("which drives run together", () => {
  const say = async (tag: string, words: string) => {
    const place = (await findPosition(plant.app.db, 1, tag))!;
    const { version } = await checklistsOf(plant.app.db, place.id);
    const typed = { beforeOn: "", acceptance: "", keepers: "", runsWith: words, version };
    const kept = await keepChecklists(plant.app.db, plant.person, place, typed, plant.app.now());
    if (!kept.ok) throw new Error(kept.trouble.text);
  };
  const of = async (tag: string) => runsWithOf(plant.app.db, (await findPosition(plant.app.db, 1, tag))!);

  test("is told from both sides, whoever wrote it down; only tags that are here count, and whole ones", async () => {
    const place = (tag: string) => ({ plantId: 1, tag, title: tag, areaId: 1, definitionId: rill.id });
    await plant.app.db.insert(tables.position).values([place("KL-0"), place("KL-04"), place("KL-05")]);
    expect(await of("KL-04")).toEqual({ said: [], tags: [] });
    await say("KL-03", "kl-04 follows its speed, ZZ-99 was there once");
    expect(await of("KL-03")).toMatchObject({ tags: ["KL-04"] });
    expect(await of("KL-04")).toEqual({
      said: [{ tag: "KL-03", words: "kl-04 follows its speed, ZZ-99 was there once" }],
      tags: ["KL-03"],
    });
    expect((await of("KL-05")).said).toEqual([]);
    expect((await of("KL-0")).said).toEqual([]);
    // The newest word counts.
    await say("KL-03", "");
    expect(await of("KL-04")).toEqual({ said: [], tags: [] });
  });
});
