import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import type { ExerciseView } from "@/core/contract";
import type { Result } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import type { Plant } from "@/core/plant";
import { actAtCabinet } from "@/server/cabinet";
import { tables } from "@/server/database";
import { newestReading, raiseStanding } from "@/server/ledger";
import { changePosition, createPosition, wordsOf } from "@/server/plant";
import { lookThrough } from "@/server/testing/look-through";
import { testPlant, until, type TestPlant } from "@/server/testing/plant";
import { beginExercise, doInExercise, exerciseViews, makePracticePlant, type ExerciseParts } from "./index";

let real: TestPlant;
let plant: Plant;
let parts: ExerciseParts;
beforeAll(async () => {
  real = await testPlant();
  const { app, person } = real;
  plant = got(await makePracticePlant(app.db, app.practice.plan, person, app.now()));
  parts = {
    db: app.db,
    practice: app.practice,
    plantId: plant.id,
    connectedAt: (tag) =>
      app.bench.listOf(plant.id).find((each) => each.view().position?.tag === tag)?.identity.serial,
    now: app.now,
  };
});
afterAll(async () => {
  await real.app.practice.close();
  await real.close();
});

function got<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`${result.trouble.text} ${result.trouble.remedy}`);
  return result.value;
}
const at = async (tag: string) => {
  const { position, link } = tables;
  const [row] = await real.app.db
    .select({ id: position.id, unit: position.unitAddress, settings: link.settings })
    .from(position)
    .innerJoin(link, eq(link.id, position.linkId))
    .where(eq(position.tag, tag));
  return row!;
};
const state = async (id: string): Promise<Pick<ExerciseView, "state"> & { now?: string }> => {
  const view = got(await exerciseViews(parts)).find((each) => each.id === id)!;
  return { state: view.state, now: view.steps.find((each) => each.state === "now")?.title };
};
const cabinet = async (tag: string, act: string): Promise<void> =>
  void got(await actAtCabinet(real.app.practice, plant, { line: tag, tag, act }));

/** Connects the stand-in of a position as a person would, and waits until it is read. */
async function connect(tag: string): Promise<string> {
  const { unit, settings } = await at(tag);
  const { bench } = real.app;
  const { id } = got(await bench.connect(real.person, plant.id, { link: settings, unit: unit! }));
  await until(real, () => bench.find(id)?.reading?.phase === "done");
  return id;
}

/** Records what stands there, raises it, lets the drive die, connects the next one, and begins to restore. */
async function upToTheRestore(id: string, tag: string): Promise<number> {
  const { app, person } = real;
  got(await beginExercise(parts, person, id));
  const first = await connect(tag);
  const { id: positionId } = await at(tag);
  got(await app.bench.record(person, app.bench.find(first)!, positionId, true));
  expect((await state(id)).now).toBe("Raise the record that is to be restored");
  const { id: recordId } = (await newestReading(app.db, positionId))!;
  const place = { id: positionId, plantId: plant.id, tag };
  await raiseStanding(app.db, person, place, recordId, "for the exercise", app.now());
  await app.bench.letGo(first);
  got(await doInExercise(parts, id, "trouble"));
  const connectionId = await connect(tag);
  const job = got(await app.restores.start(person, plant.id, { positionId, recordId, connectionId }));
  await app.restores.settled(job.id);
  return job.id;
}
async function confirm(job: number): Promise<void> {
  got(await real.app.restores.confirm(job, real.person, await lookThrough(real, job)));
}

describe("the practice plant", () => {
  test("is made once, for everybody, and its positions lead to stand-ins", async () => {
    const { app, person } = real;
    const again = got(await makePracticePlant(app.db, app.practice.plan, person, app.now()));
    expect(again).toEqual(plant);
    expect(await app.db.select().from(tables.membership)).toEqual([
      { userId: person.id, plantId: plant.id, role: "lead" },
    ]);
    await app.practice.standIns();
    expect((await at("PX-01")).settings).toMatchObject({ kind: "modbus-tcp", host: "127.0.0.1" });
  });

  test("has no way to a real link, and no real plant has one to its stand-ins", async () => {
    const { bench, searches } = real.app;
    const toReal: LinkSettings = { kind: "modbus-tcp", host: "127.0.0.1", port: real.port };
    const { settings } = await at("PX-01");
    const before = real.line.exchanges;
    for (const [plantId, link] of [
      [plant.id, toReal],
      [1, settings],
    ] as const) {
      const refused = { ok: false, trouble: { kind: "not-now" } };
      expect(await bench.connect(real.person, plantId, { link, unit: 1 })).toMatchObject(refused);
      const search = { link, from: 1, to: 2, breadth: "these" as const, patient: false };
      expect(await searches.start(real.person, plantId, search)).toMatchObject(refused);
      expect(await real.app.practice.mayReach(plantId, link)).toMatchObject(refused);
    }
    expect(real.line.exchanges).toBe(before);
    expect(bench.list()).toEqual([]);
  });
});

test("a replacement that refuses a value: the exercise follows what came about, up to verified", async () => {
  const { restores } = real.app;
  expect((await state("refusal")).state).toBe("not-begun");
  expect(await doInExercise(parts, "refusal", "trouble")).toMatchObject({ ok: false });
  const job = await upToTheRestore("refusal", "PX-02");
  await confirm(job);
  await cabinet("PX-02", "give-permission");
  await restores.settled(job);
  expect(await state("refusal")).toEqual({ state: "under-way", now: "Which code does it refuse?" });
  // Not what comes next: nothing is mended behind anybody's back.
  expect(await doInExercise(parts, "refusal", "mend")).toMatchObject({
    ok: false,
    trouble: { kind: "not-now" },
  });
  got(await doInExercise(parts, "refusal", "answer", "1r"));
  expect((await state("refusal")).now).toBe("Which code does it refuse?");
  const { steps } = (await restores.shown.detail(job))!;
  const refused = steps.findIndex((each) => each.state === "refused");
  got(await doInExercise(parts, "refusal", "answer", steps[refused]!.code));
  got(await doInExercise(parts, "refusal", "mend"));
  got(await restores.goOn(job, real.person, [refused]));
  await restores.settled(job);
  expect(await state("refusal")).toEqual({ state: "done", now: undefined });
});

test("the power goes off while it is written, comes back, and the exercise ends verified", async () => {
  const { restores } = real.app;
  const job = await upToTheRestore("power-cut", "PX-03");
  await confirm(job);
  await until(real, () => real.app.bench.listOf(plant.id).some((each) => each.phase === "lost"));
  expect(await state("power-cut")).toEqual({ state: "under-way", now: "Switch it on again" });
  await cabinet("PX-03", "power-on");
  for (let detail = (await restores.shown.detail(job))!; detail.place.over === undefined;) {
    await restores.settled(job);
    detail = (await restores.shown.detail(job))!;
    if (detail.place.waitsFor === "person") got(await restores.goOn(job, real.person));
  }
  expect(await state("power-cut")).toEqual({ state: "done", now: undefined });
});

test("while somebody is in the middle of an exercise, another is asked first", async () => {
  const { person } = real;
  const other = { ...person, id: "somebody else" };
  got(await beginExercise(parts, person, "swap"));
  expect(await beginExercise(parts, other, "swap")).toMatchObject({
    ok: false,
    trouble: { kind: "ask-first", text: "Ines Varga is in the middle of this exercise." },
  });
  // His own he begins anew unasked.
  expect(await beginExercise(parts, person, "swap")).toMatchObject({ ok: true });
});

test("a position that is called otherwise by now keeps its exercise; one that got its former tag has nothing to do with it", async () => {
  const { app, person } = real;
  const { id } = await at("PX-01");
  const called = async (tag: string): Promise<void> => {
    const { words, revision } = (await wordsOf(app.db, id))!;
    got(await changePosition(app.db, person, plant.id, id, revision, { ...words, tag }, app.now()));
  };
  await called("PX 9#1");
  const { words } = (await wordsOf(app.db, id))!;
  got(
    await createPosition(
      app.db,
      person,
      plant.id,
      { ...words, tag: "PX-01", link: "", address: null },
      app.now(),
    ),
  );
  got(await beginExercise(parts, person, "swap"));
  const reading = await connect("PX 9#1");
  got(await app.bench.record(person, app.bench.find(reading)!, id, true));
  await app.bench.letGo(reading);
  const view = got(await exerciseViews(parts)).find((each) => each.id === "swap")!;
  expect(view).toMatchObject({ tag: "PX 9#1", state: "under-way" });
  expect(view.steps.find((each) => each.state === "now")).toMatchObject({
    title: "Raise the record that is to be restored",
    how: expect.stringContaining("Open PX 9#1"),
    href: "/positions/PX%209%231",
  });
  const { kind } = (await at("PX 9#1")).settings;
  await app.practice.close();
  await app.practice.standIns();
  expect((await at("PX 9#1")).settings.kind).toBe(kind);
});

test("after the stand-ins started anew, an exercise is broken off and says so; the drive that was put in stands there whole", async () => {
  const { app } = real;
  const { start } = await app.practice.standIns();
  await app.practice.close();
  expect(await state("swap")).toMatchObject({ state: "broken-off" });
  // What was done stays done.
  expect(await state("refusal")).toMatchObject({ state: "done" });
  const anew = await app.practice.standIns();
  expect(anew.start).not.toBe(start);
  const [first, second] = got(await anew.views());
  expect(first!.serial).toBe("PF-100");
  expect(second!.serial).toMatch(/^PG-10\d$/);
  expect(second!.serial).not.toBe("PG-100");
});
