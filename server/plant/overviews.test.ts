import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { tables } from "@/server/database";
import { raiseSeveral } from "@/server/ledger";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { setThresholds } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const window = (wanted: object = {}, from = 0, count = 100) =>
  plant.app.overviews.window(1, wanted, from, count);
const line = async () => (await window()).lines[0]!;

test("a position goes from never recorded to ready, and the list follows each change", async () => {
  expect(await line()).toMatchObject({ tag: "KL-03", verdict: "no", reasons: [{ code: "no-record" }] });
  const connection = await connectAndRead(plant);
  const kept = await plant.app.bench.record(
    plant.person,
    plant.app.bench.find(connection)!,
    plant.positionId,
  );
  expect(kept.ok).toBe(true);
  expect(await line()).toMatchObject({
    verdict: "no",
    reasons: [{ code: "no-standing" }],
    serial: "FR-OLD-77",
  });
  // What one click would mend: two people at once raise it once, and what is left says why.
  expect((await window()).mends).toMatchObject({ raise: 1 });
  const { raise } = await plant.app.overviews.mends(1);
  const wanted = [
    { tag: raise[0]!.tag, record: raise[0]!.newest!.number },
    { tag: "KL-99", record: 1 },
  ];
  const both = await Promise.all(
    [0, 1].map(() => raiseSeveral(plant.app.db, plant.person, 1, wanted, "as set up", new Date())),
  );
  expect(both.flatMap((each) => each.raised)).toEqual(["KL-03"]);
  expect(both.flatMap((each) => each.left.map(({ tag, why }) => `${tag}: ${why}`)).sort()).toEqual([
    "KL-03: Somebody has raised a record meanwhile.",
    "KL-99: It is not here any more.",
    "KL-99: It is not here any more.",
  ]);
  expect((await window()).mends.raise).toBe(0);
  expect(await line()).toMatchObject({ verdict: "with-care", asStanding: true });
  expect((await line()).reasons.map((each) => each.code)).toContain("no-spare");
});

test("a drive in store of the same rating makes it ready; a plant may ask for none", async () => {
  const { db } = plant.app;
  await recordStanding(plant, await connectAndRead(plant));
  expect((await line()).reasons.map((each) => each.code)).toContain("no-spare");
  await setThresholds(db, plant.person, 1, { oldAfterDays: 400, spareNeeded: false }, new Date());
  const reasons = (await line()).reasons.map((each) => each.code);
  expect(reasons).not.toContain("no-spare");
});

test("what is in sight is given, with how much there is in all", async () => {
  const { db } = plant.app;
  await db.insert(tables.area).values({ plantId: 1, name: "Sorting", sort: 2 });
  await db.insert(tables.position).values(
    Array.from({ length: 250 }, (_, i) => ({
      plantId: 1,
      tag: `SO-${String(i).padStart(3, "0")}`,
      title: `Roller ${i}`,
      areaId: 2,
      definitionId: i % 2 ? "fennimore-rill-4" : "nobody-knows",
      machine: i === 7 ? "Flatness gauge" : "",
    })),
  );
  // Whoever adds positions writes it down.
  await db.insert(tables.journal).values({
    plantId: 1,
    at: new Date(),
    by: plant.person.id,
    byName: "Ines Varga",
    kind: "position",
    text: "Added 250 positions.",
  });
  const all = await window({}, 200, 20);
  expect([all.total, all.from, all.lines.length]).toEqual([251, 200, 20]);
  expect(all.counts.no).toBeGreaterThanOrEqual(250);
  expect(all.areas.map((each) => [each.name, each.fit])).toEqual([
    ["Kiln", 1],
    ["Sorting", 250],
  ]);
  expect((await window({ find: "flatness gauge" })).lines.map((each) => each.tag)).toEqual(["SO-007"]);
  expect((await window({ area: "Kiln" })).lines.map((each) => each.tag)).toEqual(["KL-03"]);
  expect((await window({ verdict: "ready" })).total).toBe(all.counts.ready);
  expect((await window({ order: "tag", area: "Sorting" })).lines[3]?.tag).toBe("SO-003");
  const [first] = (await window({ area: "Sorting" })).lines;
  expect(first?.reasons.map((each) => each.code)).toEqual(["no-definition", "no-record"]);
});
