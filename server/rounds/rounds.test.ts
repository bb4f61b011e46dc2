import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { linkKey } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { definitions, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { listRecords } from "@/server/ledger";
import { changePosition, createPosition, makePlant, retirePosition, wordsOf } from "@/server/plant";
import { connectAndRead, linkTo, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { WORDS } from "@/server/testing/samples";
import { StandInLine } from "@/simulator/line";
import { noteLine } from "./rounds";
import { beginRound, closeRound, findRound, listRounds } from ".";

let plant: TestPlant;
let other: StandInLine;
const second = new StandInDrive(
  rill,
  { rating: "R-030", firmware: "4.4", serial: "FR-KL-04" },
  undefined,
  definitions,
);

beforeAll(async () => {
  plant = await testPlant();
  other = new StandInLine({ id: "two", title: "Two", port: 0, baud: 0, gateway: false, kind: "tcp" });
  const port = await other.open();
  other.add(second);
  const { db, bench } = plant.app;
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await bench.letGo(first);
  for (const tag of ["KL-04", "KL-05", "KL-06"])
    await createPosition(db, plant.person, 1, { ...WORDS, tag }, new Date());
  const settings = linkTo("tcp", port);
  const dead = linkTo("tcp", 9);
  const links = await db
    .insert(tables.link)
    .values(
      [settings, dead].map((each, i) => ({
        plantId: 1,
        name: `Line ${i}`,
        key: linkKey(each),
        settings: each,
      })),
    )
    .returning();
  for (const [tag, linkId] of [
    ["KL-04", links[0]!.id],
    ["KL-05", links[1]!.id],
  ] as const)
    await db.update(tables.position).set({ linkId, unitAddress: 1 }).where(eq(tables.position.tag, tag));
});
afterAll(async () => {
  await other.close();
  await plant.close();
});

const lines = async (id: number) =>
  Object.fromEntries((await findRound(plant.app.db, 1, id))!.lines.map((each) => [each.tag, each]));
const over = (id: number): Promise<void> =>
  new Promise((resolve) => {
    const leave = plant.app.events.subscribe(() => {
      if (plant.app.rounds.isRunning(id)) return;
      leave();
      resolve();
    });
  });

test("a round records what can be reached, keeps only what is where the ledger has it, says why of the rest, and is gone on with", async () => {
  const { db, rounds, bench } = plant.app;
  const begun = await beginRound(
    db,
    plant.person,
    1,
    "Monthly",
    ["KL-03", "KL-04", "KL-05", "KL-06", "XX-1"],
    new Date(),
  );
  const id = (begun as { value: number }).value;
  expect((await lines(id))["KL-03"]).toMatchObject({ state: "left" });
  expect(Object.keys(await lines(id))).toEqual(["KL-03", "KL-04", "KL-05", "KL-06"]);
  const ended = over(id);
  const both = await Promise.all([rounds.run(plant.person, 1, id), rounds.run(plant.person, 1, id)]);
  expect(both.map((each) => each.ok).sort()).toEqual([false, true]);
  await ended;
  const found = await lines(id);
  expect(found["KL-03"]).toMatchObject({ state: "unchanged", said: "as record 1", byName: "Ines Varga" });
  // Nobody has recorded at KL-04 before: its drive is found by its address, and is the first.
  expect(found["KL-04"]).toMatchObject({ state: "changed", record: 1 });
  expect(found["KL-05"]).toMatchObject({ state: "not-reached" });
  expect(found["KL-06"]!.said).toContain("No way to it is known");
  expect(bench.list()).toEqual([]);
  expect(await listRounds(db, 1)).toMatchObject([{ name: "Monthly", total: 4, left: 0, closed: false }]);

  // Somebody swaps the drive at KL-04 and walks there: what they record by hand counts too.
  other.replace(
    second,
    new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial: "FR-NEW-44" }, undefined, definitions),
  );
  const next = ((await beginRound(db, plant.person, 1, "Next", ["KL-04"], new Date())) as { value: number })
    .value;
  const again = over(next);
  await rounds.run(plant.person, 1, next);
  await again;
  expect((await lines(next))["KL-04"]).toMatchObject({ state: "not-reached" });
  expect((await lines(next))["KL-04"]!.said).toContain("FR-NEW-44");
  const position = (await findRound(db, 1, next))!.lines[0]!.positionId;
  expect(await listRecords(db, position)).toHaveLength(1);

  expect(await closeRound(db, plant.person, 1, id, new Date())).toBe(true);
  expect(await closeRound(db, plant.person, 2, next, new Date())).toBe(false);
  expect(await rounds.run(plant.person, 1, id)).toMatchObject({ ok: false });
});

test("two rounds over one position share its drive: both have its record, neither says it was not reached, and it is let go once", async () => {
  const { db, rounds, bench } = plant.app;
  const begin = async (name: string): Promise<number> =>
    ((await beginRound(db, plant.person, 1, name, ["KL-03"], new Date())) as { value: number }).value;
  const [one, two] = [await begin("One"), await begin("Two")];
  const ended = Promise.all([over(one), over(two)]);
  await Promise.all([rounds.run(plant.person, 1, one), rounds.run(plant.person, 1, two)]);
  await ended;
  expect((await lines(one))["KL-03"]).toMatchObject({ state: "unchanged" });
  expect((await lines(two))["KL-03"]).toMatchObject({ state: "unchanged" });
  expect(bench.list()).toEqual([]);
});

test("a drive that somebody has in hand stays with them; what is recorded stays when less is said later", async () => {
  const { db, rounds, bench } = plant.app;
  const inHand = await connectAndRead(plant);
  const id = ((await beginRound(db, plant.person, 1, "Three", ["KL-03"], new Date())) as { value: number })
    .value;
  const ended = over(id);
  await rounds.run(plant.person, 1, id);
  await ended;
  expect(bench.list().map((each) => each.id)).toEqual([inHand]);
  const { positionId } = (await lines(id))["KL-03"]!;
  expect(await noteLine(db, id, positionId, { state: "not-reached", said: "late" })).toBe(false);
  expect((await lines(id))["KL-03"]).toMatchObject({ state: "unchanged" });
  await bench.letGo(inHand);
});

test("a retired position is neither recorded nor restored at; the drive in hand knows of a new tag", async () => {
  const { db, bench, restores } = plant.app;
  const connection = bench.find(await connectAndRead(plant))!;
  const [row] = await listRecords(db, plant.positionId);
  const { words, revision } = (await wordsOf(db, plant.positionId))!;
  await changePosition(
    db,
    plant.person,
    1,
    plant.positionId,
    revision,
    { ...words, tag: "KL-33" },
    new Date(),
  );
  await bench.positionChanged(plant.positionId);
  expect(connection.position?.tag).toBe("KL-33");
  await retirePosition(db, plant.person, 1, plant.positionId, "taken down", new Date());
  const refused = { ok: false, trouble: { kind: "not-now", text: "KL-33 was retired: taken down" } };
  expect(await bench.record(plant.person, connection, plant.positionId, true)).toMatchObject(refused);
  expect(await bench.placeAt(connection, plant.positionId, true)).toMatchObject(refused);
  const request = {
    positionId: plant.positionId,
    recordId: row!.id,
    connectionId: connection.id,
    although: true,
  };
  expect(await restores.start(plant.person, 1, request)).toMatchObject(refused);
  // Nobody of another plant begins on this plant's connection.
  expect(await restores.start(plant.person, 2, request)).toMatchObject({
    trouble: { kind: "not-connected" },
  });
});

test("a drive that is connected in one plant is not there for another, also when both connect at one moment", async () => {
  const { bench } = plant.app;
  for (const each of bench.list()) await bench.letGo(each.id);
  const way = { link: linkTo(plant.line.kind, plant.port), unit: 1 };
  const small = await makePlant(plant.app.db, "Small");
  const both = await Promise.all([
    bench.connect(plant.person, 1, way),
    bench.connect(plant.person, small.id, way),
  ]);
  expect(both.map((each) => each.ok)).toEqual([true, false]);
  expect(await bench.connect(plant.person, small.id, way)).toMatchObject({ trouble: { kind: "busy" } });
  expect(bench.listOf(small.id)).toEqual([]);
});
