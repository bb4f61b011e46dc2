import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Definition } from "@/core/definition";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { hollin, rill, runnel } from "@/families/testing";
import { tables } from "@/server/database";
import { keepReading, raiseStanding } from "@/server/ledger";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import {
  answerCsv,
  answerWindow,
  answerWorkbook,
  askPlant,
  forgetQuestion,
  keepQuestion,
  savedQuestions,
  type WantedLines,
} from ".";

let plant: TestPlant;
const ids = new Map<string, number>();
beforeAll(async () => {
  plant = await testPlant();
  for (const [tag, definitionId] of [
    ["GL-01", runnel.id],
    ["BP-04", hollin.id],
    ["KL-09", rill.id],
    ["KL-10", rill.id],
  ] as const) {
    const [row] = await plant.app.db
      .insert(tables.position)
      .values({
        plantId: 1,
        areaId: 1,
        tag,
        title: `Drive of ${tag}`,
        definitionId,
        retiredAt: tag === "KL-10" ? new Date("2026-02-01T00:00:00Z") : null,
      })
      .returning();
    ids.set(tag, row!.id);
  }
  ids.set("KL-03", plant.positionId);
  const slow = await keep("KL-03", rill, "R-030", { "4r": 500 });
  const here = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  await raiseStanding(plant.app.db, plant.person, here, slow.id, "Runs well.", new Date());
  await keep("KL-03", rill, "R-030", { "4r": 150 });
  await keep("GL-01", runnel, [...runnel.ratings.keys()][0]!, { RA102: 1900 });
  await keep("BP-04", hollin, [...hollin.ratings.keys()][0]!, {}, ["H.rmp.2/2"]);
});
afterAll(() => plant.close());

async function keep(
  tag: string,
  definition: Definition,
  rating: string,
  changed: Record<string, RawValue>,
  without: string[] = [],
) {
  const values = new Map([...valuesByCode(factorySet(definition, rating)), ...Object.entries(changed)]);
  for (const each of without) values.delete(each);
  const { record } = await keepReading(plant.app.db, definition, plant.person, {
    positionId: ids.get(tag)!,
    set: buildSet(definition, values),
    identity: { ...RILL_PLATE, definitionId: definition.id, rating, serial: `T-${tag}` },
    state: AT_REST,
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date("2026-03-01T10:00:00Z"),
  });
  return record;
}
async function asked(typed: string[], of: "standing" | "newest" = "newest", plantId = 1) {
  const found = await askPlant(plant.app, plantId, typed, of);
  if (!found.ok) throw new Error(found.trouble.text);
  return found.value;
}

describe("a question to the plant", () => {
  test("holds across families, each with its own code and unit; what nobody recorded is said apart, and retired positions are not asked", async () => {
    const found = await asked(["deceleration time < 2 s"]);
    expect(found.lines.map(({ tag, holds, cells }) => [tag, holds, ...cells])).toEqual([
      ["GL-01", "yes", "1.9 s"],
      ["KL-03", "yes", "1.5 s"],
      ["BP-04", "unknown", expect.stringMatching(/set 2: H\.rmp\.2\/2 not recorded/)],
      ["KL-09", "unknown", "no record that can be read"],
    ]);
    expect(found).toMatchObject({ asked: 4, yes: 2, unknown: 2, subjects: ["Deceleration time"] });
    // These were kept without what a drive measures: a partial record is called one wherever it is shown; where there is none, nothing is.
    expect(found.lines.map((each) => each.partial)).toEqual([true, true, true, undefined]);
  });
  test("the standing record is another answer than the newest", async () => {
    expect((await asked(["4r <= 1.5 s", "family = rill"], "standing")).yes).toBe(0);
    expect((await asked(["4r <= 1.5 s", "family = rill"], "newest")).lines[0]).toMatchObject({
      tag: "KL-03",
      record: 2,
      cells: ["1.50 s", "Fennimore Rill"],
    });
  });
  test("the parameters it was about can be changed at those positions, where a code is the only one of its kind", async () => {
    const found = await asked(["deceleration time < 20 s"]);
    expect(
      found.changes.map(({ definition, code, positions }) => [definition, code, positions.length]),
    ).toEqual([
      [runnel.id, "RA102", 1],
      [rill.id, "4r", 1],
    ]);
  });
  test("comes in parts: where it holds and where it cannot be told, each from its own beginning", async () => {
    const found = await asked(["deceleration time < 2 s"]);
    const tags = (wanted: WantedLines) => answerWindow(found, wanted).lines.map((each) => each.tag);
    expect(tags({})).toEqual(["GL-01", "KL-03", "BP-04", "KL-09"]);
    expect(tags({ count: 1 })).toEqual(["GL-01", "BP-04"]);
    expect(tags({ holds: "yes", from: 1, count: 5 })).toEqual(["KL-03"]);
    expect(tags({ holds: "unknown", from: 1, count: 5 })).toEqual(["KL-09"]);
    expect(tags({ holds: "unknown", from: 2, count: 5 })).toEqual([]);
    // What is not in it is counted all the same.
    expect(answerWindow(found, { holds: "yes", from: 9 })).toMatchObject({ asked: 4, yes: 2, unknown: 2 });
    const positions = Array.from({ length: 600 }, (_, n) => ({ tag: `P${n}`, title: "", text: "" }));
    const changes = [{ ...found.changes[0]!, at: 600, positions }];
    const [some] = answerWindow({ ...found, changes }, {}).changes;
    expect([some!.at, some!.positions.length]).toEqual([600, 500]);
  });
  test("another plant's positions are not asked, and a condition that cannot be read says why", async () => {
    expect(await asked(["age > 1"], "newest", 2)).toMatchObject({ asked: 0, lines: [] });
    expect(await askPlant(plant.app, 1, ["age > 1", "decel"], "newest")).toMatchObject({
      ok: false,
      trouble: { kind: "bad-request", text: expect.stringMatching(/"decel" cannot be asked/) as unknown },
    });
  });
  test("as files: what cannot be told is named so, and no cell is a formula", async () => {
    const found = await asked(["deceleration time < 2 s"]);
    const csv = answerCsv(found);
    expect(csv).toMatch(/BP-04,Drive of BP-04,.*"1, partial"/);
    expect(csv).toContain("cannot be told");
    expect((await answerWorkbook(found)).slice(0, 2)).toEqual(new Uint8Array([0x50, 0x4b]));
  });
});

test("a question is kept under a name, replaced under the same, forgotten; another plant has its own", async () => {
  const question = { name: "Hard stops", ask: "4r < 2 s", of: "standing" as const, byName: "Ines Varga" };
  await keepQuestion(plant.app.db, 1, question, new Date());
  await keepQuestion(plant.app.db, 1, { ...question, ask: "4r < 1 s", byName: "Tomas Lind" }, new Date());
  expect(await savedQuestions(plant.app.db, 1)).toEqual([
    { ...question, ask: "4r < 1 s", byName: "Tomas Lind" },
  ]);
  expect(await savedQuestions(plant.app.db, 2)).toEqual([]);
  await forgetQuestion(plant.app.db, 2, "Hard stops");
  await forgetQuestion(plant.app.db, 1, "Hard stops");
  expect(await savedQuestions(plant.app.db, 1)).toEqual([]);
});
