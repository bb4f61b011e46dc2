import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { carryAccount } from "@/core/carry-over";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { parse } from "@/core/shape";
import type { RawValue } from "@/core/value";
import { mappings, rill, runnel } from "@/families/testing";
import { accountCsv, changeDraft, enterDraft, loadDraft, type DraftParts } from "@/server/drafts";
import { filesOf } from "@/server/files";
import { keepReading, loadSet, recordByNumber } from "@/server/ledger";
import { accountPaper } from "@/server/paper";
import { createPosition, findPosition } from "@/server/plant";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE, WORDS } from "@/server/testing/samples";
import { beginCarried, carryView, lookAtCarry, type Carry, type CarryParts, type SaidOfLine } from ".";

let plant: TestPlant;
let parts: CarryParts & DraftParts;
const TO = { definition: runnel.id, rating: "N-055" };

beforeAll(async () => {
  plant = await testPlant();
  parts = { db: plant.app.db, shelf: plant.app.shelf, mappings, now: plant.app.now };
  await keep({ "1r": 250, "1t": 3, "9t": 1, "13r": 1, "3m": 340 });
});
afterAll(() => plant.close());

/** A record of a 3 kW Rill at the position; gives its number. */
async function keep(values: Record<string, RawValue>): Promise<number> {
  const set = new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(values)]);
  const { record } = await keepReading(plant.app.db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, set),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Bench",
    unit: 3,
    origin: "read",
    takenAt: plant.app.now(),
  });
  return record.number;
}

async function look(record = 1, to = TO): Promise<Carry> {
  const looked = await lookAtCarry(parts, 1, "KL-03", record, to);
  if (!looked.ok) throw new Error(looked.trouble.text);
  return looked.value;
}
/** What a person says who takes everything as it is offered. */
const allOf = ({ lines }: Carry): SaidOfLine[] =>
  lines.filter((each) => each.asks).map(({ id }) => ({ id, choose: "offered" }));
async function begin(wish: Partial<Parameters<typeof beginCarried>[3]> = {}) {
  const carry = await look();
  const position = (await findPosition(plant.app.db, 1, "KL-03"))!;
  return beginCarried(parts, plant.person, position, {
    record: 1,
    to: TO,
    seal: carry.seal,
    decisions: allOf(carry),
    title: "For the Runnel in store",
    ...wish,
  });
}

describe("a record carried over becomes a draft", () => {
  test("with what was decided, each value with its reason, on the target's factory values", async () => {
    const carry = await look();
    const decisions = allOf(carry).map((each): SaidOfLine =>
      each.id.startsWith("1t ")
        ? { ...each, choose: "own", typed: [{ code: "TM111", text: "direction" }] }
        : each,
    );
    const begun = await begin({ decisions });
    if (!begun.ok) throw new Error(begun.trouble.text);
    const draft = (await loadDraft(plant.app.db, plant.app.shelf, 1, begun.value.id))!;
    expect([draft.definition.id, draft.rating]).toEqual([runnel.id, "N-055"]);
    expect(["RA101", "RA205", "MO103", "TM111"].map((code) => draft.values.get(code))).toEqual([
      2500, 0, 3400, 3,
    ]);
    expect(draft.steps.find((each) => each.code === "RA101")?.reason).toContain("From 1r of record 1");
    const untouched = draft.steps.map((each) => each.code);
    expect(untouched).not.toContain("AP117");
    const account = parse(carryAccount, JSON.parse(JSON.stringify(draft.row.account)));
    expect(account.ok && account.value.lines.find((each) => each.to[0]?.code === "TM111")).toMatchObject({
      outcome: "decide",
      decided: "own",
      to: [{ text: expect.stringContaining("Direction") }],
    });
  });

  test("entered, it is a record of the target's family that keeps its account; its paper and its file have every line", async () => {
    const begun = await begin({ title: "To be entered" });
    if (!begun.ok) throw new Error(begun.trouble.text);
    const entered = await enterDraft(parts, plant.person, 1, begun.value.id, "The Rill died.");
    if (!entered.ok) throw new Error(entered.trouble.text);
    const row = (await recordByNumber(plant.app.db, plant.positionId, entered.value.number))!;
    expect(row.definitionId).toBe(runnel.id);
    expect(valuesByCode(await loadSet(plant.app.db, row)).get("RA101")).toBe(2500);
    const files = await filesOf(plant.app.db, 1, { positionId: plant.positionId });
    expect(files.map((each) => each.name)).toContain(`KL-03-record-${row.number}-carried-over.csv`);
    const { account } = (await loadDraft(plant.app.db, plant.app.shelf, 1, begun.value.id))!.row;
    expect(accountCsv(account!).trim().split("\r\n")).toHaveLength(account!.lines.length + 1);
    const paper = accountPaper(account!);
    expect(paper.parts.flatMap((each) => each.rows)).toHaveLength(account!.lines.length);
    expect(account!.lines.flatMap((each) => each.from)).toHaveLength(rill.parameters.length);
  });

  test("like any draft it can be changed afterwards", async () => {
    const begun = await begin({ title: "Changed later" });
    if (!begun.ok) throw new Error(begun.trouble.text);
    const changed = await changeDraft(parts, plant.person, 1, begun.value.id, {
      code: "RA101",
      typed: "3.5 s",
      reason: "Heavier load",
      expected: 2500,
    });
    expect(changed.ok).toBe(true);
  });
});

describe("what is refused, with a remedy", () => {
  test("while a line is open: it is named, and nothing is made", async () => {
    const before = await plant.app.db.query.draft?.findMany().catch(() => undefined);
    const carry = await look();
    const refused = await begin({ decisions: allOf(carry).slice(1) });
    expect(refused).toMatchObject({
      ok: false,
      trouble: { kind: "not-looked-at", text: expect.stringContaining("1 line asks") },
    });
    expect(await plant.app.db.query.draft?.findMany().catch(() => undefined)).toEqual(before);
  });
  test("lines that are not those that were seen", async () => {
    expect(await begin({ seal: "0".repeat(64) })).toMatchObject({
      ok: false,
      trouble: { kind: "changed-meanwhile" },
    });
  });
  test.each([
    ["a value out of range", "9", /at most|none of|no/i],
    ["words that are no choice", "sideways", /./],
  ])("%s, typed by hand", async (_, text, words) => {
    const carry = await look();
    const decisions = allOf(carry).map((each): SaidOfLine =>
      each.id.startsWith("1n ") || each.id.startsWith("13m") || each.id.startsWith("8m ")
        ? {
            ...each,
            choose: "own",
            typed: [{ code: carry.lines.find((one) => one.id === each.id)!.to[0]!.code, text }],
          }
        : each,
    );
    const refused = await begin({ decisions });
    expect(refused).toMatchObject({
      ok: false,
      trouble: { kind: "bad-request", text: expect.stringMatching(words) },
    });
  });
  test.each([
    ["no such record", 99, TO, "not-found"],
    ["a family that is not here", 1, { definition: "nobody-nothing-1", rating: "X" }, "no-definition"],
    ["a rating the family has not got", 1, { definition: runnel.id, rating: "N-999" }, "bad-request"],
  ])("%s", async (_, record, to, kind) => {
    expect(await lookAtCarry(parts, 1, "KL-03", record, to)).toMatchObject({ ok: false, trouble: { kind } });
  });
  test("at a position that is retired", async () => {
    const position = (await findPosition(plant.app.db, 1, "KL-03"))!;
    const carry = await look();
    const refused = await beginCarried(
      parts,
      plant.person,
      { ...position, retiredAt: new Date() },
      { record: 1, to: TO, seal: carry.seal, decisions: allOf(carry), title: "Too late" },
    );
    expect(refused).toMatchObject({ ok: false, trouble: { kind: "not-now" } });
  });
});

test("another plant's records are not carried over from here", async () => {
  await createPosition(plant.app.db, plant.person, 1, { ...WORDS, tag: "KL-09" }, plant.app.now());
  expect((await lookAtCarry(parts, 2, "KL-03", 1, TO)).ok).toBe(false);
  expect((await lookAtCarry(parts, 1, "KL-09", 1, TO)).ok).toBe(false);
});

test("on the page every line has its codes, names and values in words", async () => {
  const { lines, from, to, by } = carryView(await look());
  expect([by, from, to]).toEqual([
    "mapping",
    "Fennimore Rill 3 kW, firmware 4.4",
    expect.stringContaining("not known yet"),
  ]);
  expect(lines.find((each) => each.from[0]?.code === "1r")).toMatchObject({
    from: [{ name: "Acceleration time", text: "2.50 s" }],
    to: [{ code: "RA101", text: "2.500 s" }],
  });
});
