import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { linkKey } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import type { DriveMake } from "@/core/stand-in";
import { definitions, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { raiseStanding, recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";
import { findReceipt } from "@/server/restore";
import { answers } from "@/server/testing/look-through";
import {
  connectAndRead,
  linkTo,
  recordStanding,
  testPlant,
  until,
  type TestPlant,
} from "@/server/testing/plant";
import { StandInLine } from "@/simulator/line";
import { listBatches } from ".";

const ADDRESS = rill.addressCode!;
const SET = { "1a": "Roller 3", "1r": 250, "4r": 180 };
const fresh = (serial: string, address: number, rating = "R-030"): DriveMake => ({
  rating,
  firmware: "4.4",
  serial,
  values: { [ADDRESS]: address },
});

let plant: TestPlant;
let second: StandInLine;
let four: StandInDrive;
let five: StandInDrive;

/** KL-03 alone on its link, with the record; KL-04 and KL-05 one behind the other on another. */
beforeEach(async () => {
  plant = await testPlant(SET);
  second = new StandInLine({ id: "two", title: "Two", port: 0, baud: 0, gateway: true, kind: "tcp" });
  const port = await second.open();
  four = new StandInDrive(rill, fresh("FR-4", 1), undefined, definitions);
  five = new StandInDrive(rill, fresh("FR-5", 2), undefined, definitions);
  second.add(four);
  second.add(five);
  const connectionId = await connectAndRead(plant);
  await recordStanding(plant, connectionId);
  await plant.app.bench.letGo(connectionId);
  plant.swap(fresh("FR-3-NEW", 1));
  const { db } = plant.app;
  const settings = linkTo("tcp", port);
  const [link] = await db
    .insert(tables.link)
    .values({ plantId: 1, name: "Two", key: linkKey(settings), settings })
    .returning();
  for (const [tag, unitAddress] of [
    ["KL-04", 1],
    ["KL-05", 2],
  ] as const) {
    await db.insert(tables.position).values({
      plantId: 1,
      tag,
      title: tag,
      areaId: 1,
      definitionId: rill.id,
      linkId: link!.id,
      unitAddress,
    });
  }
});
afterEach(async () => {
  await second.close();
  await plant.close();
});

const view = async (id: number) => (await plant.app.batches.view(1, id))!;
const standsStill = (id: number) =>
  until(
    plant,
    () => (plant.app.batches as unknown as { running: Map<number, unknown> }).running.get(id) === undefined,
  );
const permit = (): void => [plant.drive, four, five].forEach((each) => each.givePermission());

async function begin(
  onTrouble: "stop" | "go-on" = "stop",
  tags = ["KL-03", "KL-04", "KL-05"],
): Promise<number> {
  const begun = await plant.app.batches.begin(plant.person, 1, {
    tags,
    source: { tag: "KL-03", record: 1 },
    onTrouble,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await standsStill(begun.value);
  return begun.value;
}

/** Somebody says of every drive what was exchanged, and confirms each plan as it is shown. */
async function write(id: number, tags?: string[]): Promise<void> {
  for (const { restore } of (await view(id)).members)
    if (restore?.place.stage === "review")
      await plant.app.restores.choose(restore.id, plant.person, { ...restore.choices, exchanged: ["drive"] });
  const members = (await view(id)).members
    .filter((each) => each.restore?.seal !== undefined && (!tags || tags.includes(each.tag)))
    .map(({ restore }) => ({
      restore: restore!.id,
      seal: restore!.seal!,
      looked: answers(restore!.checks, restore!.identity.serial),
    }));
  const begun = await plant.app.batches.write(plant.person, 1, id, { members });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await standsStill(id);
}

const outcomes = async (id: number) =>
  (await view(id)).members.map(({ tag, said, restore }) => [tag, restore?.verified ?? false, said]);

describe("several drives get the same set", () => {
  test("each has its own record of before, plan, receipt; the record is said to be of another position, and addresses stay", async () => {
    const id = await begin();
    const { members, source } = await view(id);
    expect(source).toEqual({ tag: "KL-03", record: 1 });
    expect(members.map((each) => each.restore!.place.stage)).toEqual(["review", "review", "review"]);
    const [own, other] = members;
    expect(own!.restore!.checks.some((each) => each.id === "of-other")).toBe(false);
    expect(other!.restore).toMatchObject({
      recordTag: "KL-03",
      choices: { communication: false, names: false },
    });
    expect(other!.restore!.checks.find((each) => each.id === "of-other")).toMatchObject({
      verdict: "caution",
    });
    permit();
    await write(id);
    expect(await outcomes(id)).toEqual([
      ["KL-03", true, ""],
      ["KL-04", true, ""],
      ["KL-05", true, ""],
    ]);
    for (const drive of [plant.drive, four, five])
      expect([drive.valueOf("1r", "permanent"), drive.valueOf("4r", "permanent")]).toEqual([250, 180]);
    expect([five.valueOf(ADDRESS), five.valueOf("1a")]).toEqual([2, "Untitled"]);
    expect(plant.drive.valueOf("1a")).toBe("Roller 3");
    const { receiptId } = (await view(id)).members[2]!.restore!;
    expect((await findReceipt(plant.app.db, 1, receiptId!))!.content).toMatchObject({
      tag: "KL-05",
      recordNumber: 1,
      recordTag: "KL-03",
      standing: true,
      outcome: "verified",
    });
    expect(await listBatches(plant.app.db, 1)).toMatchObject([{ id, tags: ["KL-03", "KL-04", "KL-05"] }]);
  });

  test("a drive of another rating stops for itself; what was not confirmed stays unwritten", async () => {
    second.replace(five, (five = new StandInDrive(rill, fresh("FR-5B", 2, "R-055"), undefined, definitions)));
    const id = await begin("go-on");
    const stops = (await view(id)).members.map(
      ({ restore }) => restore!.checks.filter((each) => each.verdict === "stop").length,
    );
    expect(stops.map((each) => each > 0)).toEqual([false, false, true]);
    permit();
    await write(id, ["KL-03", "KL-05"]);
    expect(await outcomes(id)).toEqual([
      ["KL-03", true, ""],
      ["KL-04", false, ""],
      ["KL-05", false, expect.stringContaining("stop")],
    ]);
    expect(four.valueOf("1r")).not.toBe(250);
    expect(five.valueOf("1r")).not.toBe(250);
  });

  test("at the first trouble the next one on the link is left as it is, where that was chosen", async () => {
    four.refusing.add("1r");
    const id = await begin("stop", ["KL-04", "KL-05"]);
    permit();
    await write(id);
    const [first, next] = (await view(id)).members;
    expect(first!.said).toContain("1 is not");
    expect(first!.restore!.place.waitsFor).toBe("person");
    expect(next).toMatchObject({ said: "", restore: { place: { stage: "review" } } });
    expect(five.valueOf("1r")).not.toBe(250);
  });

  test("a drive at work on another link is finished all the same: none is left half-written", async () => {
    four.refusing.add("1r");
    const id = await begin();
    for (const { restore } of (await view(id)).members)
      await plant.app.restores.choose(restore!.id, plant.person, {
        ...restore!.choices,
        exchanged: ["drive"],
      });
    // KL-03 waits for its key, while KL-04 meets trouble on the other link.
    four.givePermission();
    five.givePermission();
    const members = (await view(id)).members.map(({ restore }) => ({
      restore: restore!.id,
      seal: restore!.seal!,
      looked: answers(restore!.checks, restore!.identity.serial),
    }));
    const troubled = new Promise<void>((resolve) => {
      const leave = plant.app.events.subscribe((event) => {
        if (event.type !== "job" || event.view.tag !== "KL-04" || event.view.place.waitsFor !== "person")
          return;
        leave();
        resolve();
      });
    });
    await plant.app.batches.write(plant.person, 1, id, { members });
    await troubled;
    plant.drive.givePermission();
    await standsStill(id);
    const [own, first, next] = (await view(id)).members;
    expect(own!.restore).toMatchObject({ verified: true, place: { over: "done" } });
    expect(first!.restore!.place.waitsFor).toBe("person");
    expect(next!.restore!.place.stage).toBe("review");
  });

  test("or the next one is written all the same", async () => {
    four.refusing.add("1r");
    const id = await begin("go-on", ["KL-04", "KL-05"]);
    permit();
    await write(id);
    expect((await outcomes(id)).map(([tag, verified]) => [tag, verified])).toEqual([
      ["KL-04", false],
      ["KL-05", true],
    ]);
  });
});

describe("what cannot be begun says why, and is tried again", () => {
  test("each its own standing record: without one nothing is begun for it", async () => {
    const begun = await plant.app.batches.begin(plant.person, 1, {
      tags: ["KL-03", "KL-04"],
      onTrouble: "stop",
    });
    const id = (begun as { value: number }).value;
    await standsStill(id);
    const [own, other] = (await view(id)).members;
    expect(own!.restore).toMatchObject({ recordNumber: 1, place: { stage: "review" } });
    expect(other).toMatchObject({ said: expect.stringContaining("no standing record") });
    expect(other!.restore).toBeUndefined();
  });
  test("each its own standing record: of what one writes and another need not, what that one holds is known", async () => {
    const id = await begin("stop", ["KL-04", "KL-05"]);
    permit();
    await write(id);
    const { db } = plant.app;
    for (const { tag, restore } of (await view(id)).members) {
      const position = (await findPosition(db, 1, tag))!;
      const after = (await recordByNumber(db, position.id, restore!.afterRecord!))!;
      await raiseStanding(
        db,
        plant.person,
        { id: position.id, plantId: 1, tag },
        after.id,
        "As it runs.",
        new Date(),
      );
    }
    four.setAtKeypad("1r", 900);
    const begun = await plant.app.batches.begin(plant.person, 1, {
      tags: ["KL-04", "KL-05"],
      onTrouble: "stop",
    });
    const own = (begun as { value: number }).value;
    await standsStill(own);
    const { members } = await view(own);
    expect(members.map((each) => each.restore!.plan!.writes.map(({ code }) => code))).toEqual([["1r"], []]);
    expect(members.map((each) => each.holds)).toEqual([{}, { "1r": 250 }]);
  });
  test("a drive that is switched off, and answers the next time", async () => {
    five.powerOff();
    const id = await begin();
    const silent = (await view(id)).members[2]!;
    expect(silent.restore).toBeUndefined();
    expect(silent.said).not.toBe("");
    five.powerOn();
    expect((await plant.app.batches.read(plant.person, 1, id)).ok).toBe(true);
    await standsStill(id);
    expect((await view(id)).members.map((each) => each.restore!.place.stage)).toEqual([
      "review",
      "review",
      "review",
    ]);
    expect((await view(id)).members[2]!.said).toBe("");
  });
  test("somebody else is at one of them", async () => {
    const first = await begin("stop", ["KL-04"]);
    const id = await begin("stop", ["KL-04", "KL-05"]);
    expect((await view(id)).members.map((each) => [each.tag, each.restore?.place.stage])).toEqual([
      ["KL-04", undefined],
      ["KL-05", "review"],
    ]);
    expect((await view(id)).members[0]!.said).toContain("Ines Varga is at this");
    expect((await view(first)).members[0]!.restore!.open).toBe(true);
  });
  test("a position or a record that is not here; another plant sees nothing of it", async () => {
    const of = (tags: string[], record: number) =>
      plant.app.batches.begin(plant.person, 1, { tags, source: { tag: "KL-03", record }, onTrouble: "stop" });
    expect(await of(["KL-03", "XX-1"], 1)).toMatchObject({
      trouble: { text: expect.stringContaining("XX-1") },
    });
    expect(await of(["KL-03"], 99)).toMatchObject({ trouble: { text: expect.stringContaining("99") } });
    const id = await begin("stop", ["KL-04"]);
    expect(await plant.app.batches.view(2, id)).toBeUndefined();
    expect((await plant.app.batches.write(plant.person, 2, id, { members: [] })).ok).toBe(false);
    const { restore } = (await view(id)).members[0]!;
    const other = await begin("stop", ["KL-05"]);
    const strange = [{ restore: restore!.id, seal: restore!.seal!, looked: [] }];
    expect(await plant.app.batches.write(plant.person, 1, other, { members: strange })).toMatchObject({
      trouble: { kind: "not-now" },
    });
  });
});

test("the program is killed while one is written: afterwards each says how it stands, and the rest can be written", async () => {
  const id = await begin("stop", ["KL-04", "KL-05"]);
  for (const { restore } of (await view(id)).members)
    await plant.app.restores.choose(restore!.id, plant.person, { ...restore!.choices, exchanged: ["drive"] });
  permit();
  const members = (await view(id)).members.map(({ restore }) => ({
    restore: restore!.id,
    seal: restore!.seal!,
    looked: answers(restore!.checks, restore!.identity.serial),
  }));
  second.fault = (_, { kind }) => {
    if (kind === "read") return undefined;
    second.fault = undefined;
    plant.kill();
    return "cable-after";
  };
  const died = new Promise<void>((resolve) => (second.onFault = () => resolve()));
  await plant.app.batches.write(plant.person, 1, id, { members });
  await died;
  second.plug();
  await plant.restart();
  const [first, next] = (await view(id)).members;
  expect(first!.restore!.place).toMatchObject({ stage: "write", waitsFor: "person" });
  expect(first!.restore!.counts.unknown + first!.restore!.counts.written).toBe(1);
  expect(next!.restore!.place.stage).toBe("review");
  expect((await view(id)).doing).toBeUndefined();
});
