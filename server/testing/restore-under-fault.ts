import { expect } from "@jest/globals";
import { settingsOutside, type Stage } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import { findReceipt } from "@/server/restore";
import type { Fault } from "@/simulator/spoken-line";
import type { FaultScenario } from "./fault-scenarios";
import { lookThrough } from "./look-through";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "./plant";

/** Every exchange of every loop, which takes long: `npm run test:long`. */
const LONG = process.env.TEST_LONG !== undefined;

/**
 * A restore with something going wrong at one exchange with the drive after another. Each time the
 * work has to come to its end with the drive holding exactly the record and the ledger saying exactly what happened.
 */
export async function faultAtEveryExchange(fault: Fault, scenario: FaultScenario): Promise<number> {
  return everyExchange(scenario, async (plant, at, serial) => {
    let fired = false;
    const run = await beginRestore(scenario, plant, serial, (exchange) => {
      if (fired || exchange !== at) return undefined;
      fired = true;
      return fault;
    });
    await run.finish();
    await expectRestored(scenario, plant, run.id, serial);
    return fired;
  });
}

/** The same with the program killed at every exchange, and started again. */
export async function killAtEveryExchange(fault: Fault, scenario: FaultScenario): Promise<number> {
  return everyExchange(scenario, async (plant, at, serial) => {
    let fired = false;
    const run = await beginRestore(scenario, plant, serial, (exchange) => {
      if (fired || exchange !== at) return undefined;
      fired = true;
      plant.kill();
      return fault;
    });
    await run.finish();
    if (!fired) return false;
    plant.line.fault = undefined;
    plant.line.plug();
    await plant.restart();
    if (!(await plant.app.restores.shown.detail(run.id))!.open) {
      // The drive was looked at less often than in the restore that nothing happened to: this exchange came after its end, of which all has to hold.
      await expectRestored(scenario, plant, run.id, serial);
      return false;
    }
    await expectTruth(plant, run.id);
    await connectAndRead(plant);
    const detail = (await plant.app.restores.shown.detail(run.id))!;
    const going =
      detail.place.stage === "review"
        ? await confirm(scenario, plant, run.id)
        : await plant.app.restores.goOn(run.id, plant.person);
    if (!going.ok) throw new Error(going.trouble.text);
    await plant.app.restores.settled(run.id);
    if ((await plant.app.restores.shown.detail(run.id))!.place.stage === "review") {
      await confirm(scenario, plant, run.id);
      await plant.app.restores.settled(run.id);
    }
    await expectRestored(scenario, plant, run.id, serial);
    return true;
  });
}

/** Runs once for each exchange that is to be hit; gives how many were. A drive is looked at now and then, so the last may not come. */
async function everyExchange(
  scenario: FaultScenario,
  run: (plant: TestPlant, at: number, serial: string) => Promise<boolean>,
): Promise<number> {
  const plant = await testPlant(scenario.values, scenario.standing);
  const first = await connectAndRead(plant);
  standingId = await recordStanding(plant, first);
  const letGo = async (): Promise<void> => {
    for (const connection of plant.app.bench.list()) await plant.app.bench.letGo(connection.id);
  };
  await letGo();
  const hits = await exchangesToHit(scenario, plant);
  let hit = 0;
  for (const at of hits) {
    await letGo();
    if (await run(plant, at, `NEW-${at}`)) hit += 1;
  }
  await plant.close();
  return hit;
}

/** A restore that nothing happens to tells which exchanges there are, and at which stage each is. */
async function exchangesToHit(scenario: FaultScenario, plant: TestPlant): Promise<number[]> {
  const stages: Stage[] = [];
  let stage: Stage = "read-before";
  const leave = plant.app.events.subscribe((event) => {
    if (event.type === "job") stage = event.view.place.stage;
  });
  const run = await beginRestore(scenario, plant, "UNTOUCHED", (exchange) => {
    stages[exchange] = stage;
    return undefined;
  });
  await run.finish();
  leave();
  await expectRestored(scenario, plant, run.id, "UNTOUCHED");
  return stages.flatMap((at, exchange) => {
    const later = stages.filter((each, i) => each === at && i > exchange).length;
    return LONG || later % (scenario.every[at] ?? 1) === 0 ? [exchange] : [];
  });
}

let standingId: number;

async function beginRestore(
  scenario: FaultScenario,
  plant: TestPlant,
  serial: string,
  fault: (exchange: number) => Fault | undefined,
): Promise<{ id: number; finish: () => Promise<void> }> {
  // A fault that the last work ended before belongs to it, not to the next: nor does a cable that it left out.
  plant.line.fault = undefined;
  if (!plant.line.plugged) plant.line.plug();
  plant.swap({ ...scenario.standing.make, serial });
  plant.drive.givePermission();
  const connectionId = await connectAndRead(plant);
  const app = plant.app;
  const leave = app.events.subscribe((event) => {
    if (event.type === "connection" && event.view.phase === "lost") {
      plant.line.plug();
      plant.drive.powerOn();
    }
    if (event.type === "job" && event.view.place.waitsFor === "permission") plant.drive.givePermission();
  });
  const started = await app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId: standingId,
    connectionId,
  });
  if (!started.ok) throw new Error(started.trouble.text);
  const { id } = started.value;
  // Counted from when it is begun: the drive is watched meanwhile, and a look at it is none of its exchanges.
  const from = plant.line.exchanges;
  plant.line.fault = (exchange) => fault(exchange - from);
  return {
    id,
    finish: async () => {
      await app.restores.settled(id);
      const alive = await app.restores.shown.detail(id).catch(() => undefined);
      if (alive?.place.stage === "review") {
        await confirm(scenario, plant, id).catch(() => undefined);
        await app.restores.settled(id);
      }
      leave();
    },
  };
}

async function confirm({ part }: FaultScenario, plant: TestPlant, id: number) {
  const { choices } = (await plant.app.restores.shown.detail(id))!;
  if (part && !choices.part) await plant.app.restores.choose(id, plant.person, { ...choices, part });
  for (;;) {
    const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
    // The fault may hit the look at the drive's state just before: a person would press again.
    if (confirmed.ok || !["silent", "lost", "rubbish"].includes(confirmed.trouble.kind)) return confirmed;
  }
}

/** What the page would say right after the program was started again is so in the drive. */
async function expectTruth(plant: TestPlant, id: number): Promise<void> {
  const detail = (await plant.app.restores.shown.detail(id))!;
  expect(detail.open).toBe(true);
  expect(detail.place.waitsFor === "person" || detail.place.stage === "review").toBe(true);
  for (const step of detail.steps) {
    expect(["written", "planned", "unknown"]).toContain(step.state);
    if (step.state === "written")
      expect([step.code, plant.drive.valueOf(step.code)]).toEqual([step.code, step.to]);
    if (step.state === "planned")
      expect([step.code, plant.drive.valueOf(step.code)]).toEqual([step.code, step.from]);
  }
  expect(detail.steps.filter((each) => each.state === "unknown").length).toBeLessThanOrEqual(1);
}

async function expectRestored(
  { values, part }: FaultScenario,
  plant: TestPlant,
  id: number,
  serial: string,
): Promise<void> {
  const { definition } = plant.drive;
  const outside = new Set(part ? settingsOutside(definition, part) : []);
  const meant = Object.entries(values).filter(([code]) => !outside.has(code));
  const detail = (await plant.app.restores.shown.detail(id))!;
  expect({
    place: detail.place,
    counts: detail.counts,
    permanent: detail.permanent,
  }).toEqual({
    place: { stage: "receipt", over: "done" },
    counts: { written: meant.length, planned: 0, refused: 0, unknown: 0, other: 0 },
    permanent: "yes",
  });
  const { content } = (await findReceipt(plant.app.db, 1, detail.receiptId!))!;
  expect(content.outcome).toBe("verified");
  expect(content.drive.serial).toBe(serial);
  expect(content.alsoChanged).toEqual([]);
  if (part) expect(content.outside).toMatchObject({ changed: 0, notRead: 0 });
  const volatile = plant.drive.definition.parameters.filter(
    ({ kind, code }) =>
      !NOT_SETTINGS.has(kind) && plant.drive.valueOf(code, "permanent") !== plant.drive.valueOf(code),
  );
  expect(volatile.map((each) => each.code)).toEqual([]);
  for (const [code, raw] of meant)
    expect([code, plant.drive.valueOf(code, "permanent")]).toEqual([code, raw]);
  // A drive from the factory: what lies outside is still the factory's.
  const factory = valuesByCode(factorySet(definition, plant.drive.make.rating));
  for (const code of outside)
    if (factory.has(code))
      expect([code, plant.drive.valueOf(code, "permanent")]).toEqual([code, factory.get(code)]);
  expect(plant.drive.axes.trip).toBe(0);
}
