import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { beginDraft, giveUpDraft } from "@/server/drafts";
import { addDrive, findDrive, moveDrive } from "@/server/drives";
import { keepReading, recordAt } from "@/server/ledger";
import { addPerson } from "@/server/people";
import { searchEverything } from "@/server/plant";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE } from "@/server/testing/samples";
import { acceptShift, handOver, listShifts, openItems } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const open = () => openItems(plant.app.db, plant.app.overviews, 1);

test("what is open is told, handed over with what was said, and accepted once, by somebody else", async () => {
  const { db } = plant.app;
  expect((await open()).map((each) => each.kind)).toEqual(["not-ready"]);
  await recordStanding(plant, await connectAndRead(plant));
  expect((await open()).map((each) => each.kind)).toEqual([]);
  const at = new Date("2026-03-14T05:55:00Z");
  await handOver(db, plant.person, 1, "Listen to the bearing of KL-03.", await open(), at);
  const [shift] = await listShifts(db, 1);
  expect(shift).toMatchObject({
    byName: "Ines Varga",
    text: "Listen to the bearing of KL-03.",
    accepted: undefined,
  });
  expect(await acceptShift(db, plant.person, 1, shift!.id, at)).toMatchObject({
    trouble: { kind: "not-now" },
  });
  const people = await Promise.all(
    ["Tomas Lind", "Marta Okoye"].map(async (name, i) => ({
      id: await addPerson(db, { name, email: `p${i}@example.test`, password: "for tests only" }),
      name,
      sessionId: `s${i}`,
    })),
  );
  const both = await Promise.all(people.map((each) => acceptShift(db, each, 1, shift!.id, at)));
  expect(both.map((each) => each.ok).sort()).toEqual([false, true]);
  expect((await listShifts(db, 1))[0]!.accepted?.byName).toMatch(/Tomas|Marta/);
  expect(await acceptShift(db, people[0]!, 2, shift!.id, at)).toMatchObject({
    trouble: { kind: "not-found" },
  });
});

test("a draft is open until it is entered or given up", async () => {
  const { db, shelf, now } = plant.app;
  const found = await recordAt(db, 1, "KL-03", 1);
  const here = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  const id = await beginDraft(db, plant.person, here, { record: found!.row }, "Softer", now());
  const said = async () => (await open()).filter((each) => each.kind === "draft").map((each) => each.text);
  expect(await said()).toEqual(["KL-03: the draft “Softer” is in no drive, and nobody has entered it."]);
  const found2 = await searchEverything(db, shelf, plant.app.overviews, 1, "softer");
  expect(found2).toEqual([expect.objectContaining({ kind: "draft", href: `/drafts/${id}` })]);
  await giveUpDraft({ db, shelf, now }, plant.person, 1, id);
  expect(await said()).toEqual([]);
  expect(await searchEverything(db, shelf, plant.app.overviews, 1, "softer")).toEqual([]);
});

test("a spare that is lent is open until it is back; a drive read on its reduced supply until it was read without", async () => {
  const { db } = plant.app;
  const given = {
    definitionId: rill.id,
    serial: "FR-LENT",
    rating: "R-030",
    firmware: "4.4",
    place: "shelf 2",
  };
  await addDrive(db, plant.person, 1, given, new Date());
  const { id } = (await findDrive(db, 1, rill.id, "FR-LENT"))!;
  const said = async (kind: string) =>
    (await open()).filter((each) => each.kind === kind).map((each) => each.text);
  await moveDrive(db, plant.person, id, "lent", "the brick works", "until theirs is repaired", new Date());
  expect(await said("drive")).toEqual(["Drive FR-LENT is lent: the brick works."]);
  await moveDrive(db, plant.person, id, "store", "shelf 2", "brought back", new Date());
  expect(await said("drive")).toEqual([]);

  const read = (reducedSupply: boolean) =>
    keepReading(db, rill, plant.person, {
      positionId: plant.positionId,
      set: buildSet(rill, new Map(valuesByCode(factorySet(rill, "R-030"))).set("1r", 900)),
      identity: RILL_PLATE,
      state: { ...AT_REST, reducedSupply },
      linkName: "Kiln",
      unit: 1,
      takenAt: new Date(),
      origin: "read",
    });
  await read(true);
  expect(await said("reduced-supply")).toEqual([
    "KL-03 Roller drive 3: it ran on its reduced supply when it was read last. Take that back after the test.",
  ]);
  await read(false);
  expect(await said("reduced-supply")).toEqual([]);
});
