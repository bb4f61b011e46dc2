import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { sql } from "drizzle-orm";
import { addressOf, layOutFile } from "@/core/definition";
import { USUAL_CHOICES, type WaitsFor } from "@/core/restore";
import { rill } from "@/families/testing";
import { tables } from "@/server/database";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  FRESH,
  recordStanding,
  recordsOf,
  RECORDED,
  testPlant,
  type TestPlant,
} from "@/server/testing/plant";

let plant: TestPlant;
beforeEach(async () => {
  plant = await testPlant();
});
afterEach(() => plant.close());

/** A restore whose plan waits to be looked through; `then` is done at the machine before it begins. */
async function beginOn(
  fresh = FRESH,
  then: () => void = () => undefined,
): Promise<{ id: number; connectionId: string }> {
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap(fresh);
  const connectionId = await connectAndRead(plant);
  then();
  const started = await plant.app.restores.start(plant.person, 1, {
    positionId: plant.positionId,
    recordId,
    connectionId,
  });
  if (!started.ok) throw new Error(started.trouble.text);
  await plant.app.restores.settled(started.value.id);
  return { id: started.value.id, connectionId };
}

async function confirm(id: number): Promise<void> {
  const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
  if (!confirmed.ok) throw new Error(confirmed.trouble.text);
}

describe("a restore onto a replacement", () => {
  test("writes what differs, makes it permanent, reads everything again and says verified", async () => {
    const { id, connectionId } = await beginOn();
    expect(plant.app.bench.find(connectionId)!.view().swappedFor?.serial).toBe("FR-OLD-77");
    const review = (await plant.app.restores.shown.detail(id))!;
    expect(review.place).toEqual({ stage: "review" });
    expect(review.plan!.writes.map((each) => each.code).sort()).toEqual(Object.keys(RECORDED).sort());
    await confirm(id);
    plant.drive.givePermission();
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done).toMatchObject({
      place: { stage: "receipt", over: "done" },
      open: false,
      permanent: "yes",
      counts: { written: 22, planned: 0, refused: 0, unknown: 0, other: 0 },
    });
    const { content } = (await findReceipt(plant.app.db, 1, done.receiptId!))!;
    expect(content).toMatchObject({
      outcome: "verified",
      standing: true,
      previousSerial: "FR-OLD-77",
      alsoChanged: [],
    });
    expect(content.drive.serial).toBe("FR-NEW-01");
    // What it read last is in the ledger already, and the bench says so.
    expect(plant.app.bench.find(connectionId)!.view().kept).toEqual({
      number: done.afterRecord,
      unchanged: false,
      partial: false,
    });
    for (const [code, raw] of Object.entries(RECORDED))
      expect([code, plant.drive.valueOf(code, "permanent")]).toEqual([code, raw]);
    const records = await recordsOf(plant);
    expect(records.map((each) => [each.number, each.origin, each.serial])).toEqual([
      [1, "read", "FR-OLD-77"],
      [2, "before-restore", "FR-NEW-01"],
      [3, "after-restore", "FR-NEW-01"],
    ]);
  });

  test("writes nothing at all onto another rating", async () => {
    const { id } = await beginOn({ rating: "R-055", firmware: "4.4", serial: "FR-BIG-01" });
    const before = plant.line.exchanges;
    plant.drive.givePermission();
    const detail = (await plant.app.restores.shown.detail(id))!;
    expect(detail.checks.find((each) => each.id === "rating")!.verdict).toBe("stop");
    const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
    expect(confirmed.ok).toBe(false);
    expect(plant.drive.volatile).toBe(false);
    expect(plant.line.exchanges).toBeLessThan(before + 5);
  });

  test("waits for the permission without ever trying to write, and waits again after a power-off", async () => {
    const { id } = await beginOn();
    await confirm(id);
    await waitFor(id, "permission");
    expect(plant.drive.axes.trip).toBe(0);
    // Nobody is read or written while it waits; what would hold up its steps may go on.
    expect(plant.app.restores.atWork()).toBe(false);
    plant.drive.powerOff();
    plant.drive.powerOn();
    await waitFor(id, "permission");
    plant.drive.givePermission();
    await plant.app.restores.settled(id);
    expect((await plant.app.restores.shown.detail(id))!.place).toEqual({ stage: "receipt", over: "done" });
    expect(plant.drive.axes.trip).toBe(0);
  });

  test("five confirmations at once, then five times go on: one runner, every value written once", async () => {
    const { id } = await beginOn();
    const seen = await lookThrough(plant, id);
    plant.drive.givePermission();
    let written = 0;
    plant.line.fault = (_, question) => {
      if (question.kind.startsWith("write")) written += 1;
      // The cable is pulled in the middle and stays out until a person has stopped it.
      return written === 10 && !question.kind.startsWith("read") ? "cable-before" : undefined;
    };
    const confirmed = await Promise.all(
      Array.from({ length: 5 }, () => plant.app.restores.confirm(id, plant.person, seen)),
    );
    expect(confirmed.filter((each) => each.ok)).toHaveLength(1);
    expect(plant.app.restores.atWork()).toBe(true);
    await waitFor(id, "drive");
    plant.app.restores.stop(id);
    await plant.app.restores.settled(id);
    plant.line.plug();
    await waitForConnection("connected");
    // A cable pulled and plugged leaves the drive fed: its permission still stands.
    const gone = await Promise.all(
      Array.from({ length: 5 }, () => plant.app.restores.goOn(id, plant.person)),
    );
    expect(gone.filter((each) => each.ok)).toHaveLength(1);
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done).toMatchObject({ place: { over: "done" }, counts: { written: 22 } });
    // One was lost with the cable and sent again; one more makes them permanent.
    expect(written).toBe(22 + 1 + 1);
  });

  test("a second person is told who is at it", async () => {
    const { connectionId } = await beginOn();
    const records = await recordsOf(plant);
    const second = await plant.app.restores.start({ ...plant.person, name: "Tomas Lind" }, 1, {
      positionId: plant.positionId,
      recordId: records[0]!.id,
      connectionId,
    });
    expect(second).toMatchObject({
      ok: false,
      trouble: { text: expect.stringContaining("Ines Varga is at this drive") as unknown },
    });
  });

  test("a drive swapped between reading and writing gets nothing", async () => {
    const { id } = await beginOn();
    const other = plant.swap({ ...FRESH, serial: "FR-NEW-02" });
    other.givePermission();
    await waitForConnection("other-drive");
    const confirmed = await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id));
    expect(confirmed.ok).toBe(false);
    expect(other.volatile).toBe(false);
  });

  test("one action puts back what was there before", async () => {
    const { id } = await beginOn({ ...FRESH, values: { "1r": 777 } });
    let sent = 0;
    plant.line.fault = (_exchange, question) => {
      if (question.kind !== "read" && ++sent === 6) plant.app.restores.stop(id);
      return undefined;
    };
    await confirm(id);
    plant.drive.givePermission();
    await plant.app.restores.settled(id);
    const halted = (await plant.app.restores.shown.detail(id))!;
    expect(halted.place).toMatchObject({ stage: "write", waitsFor: "person" });
    expect(halted.counts.written).toBe(6);
    expect(halted.permanent).toBe("no");
    // What was read of it before the first of them does not count any more.
    const connection = plant.app.bench.find(halted.connectionId!)!;
    expect(connection.view().outdated).toMatchObject({ by: "sent" });
    expect(await plant.app.bench.record(plant.person, connection, plant.positionId)).toMatchObject({
      trouble: { kind: "not-now", remedy: "Read it again, then record it." },
    });
    const back = await plant.app.restores.putBack(id, plant.person);
    if (!back.ok) throw new Error(back.trouble.text);
    await plant.app.restores.settled(back.value.id);
    // Until then the drive's page names how the first one ended.
    const { receiptId } = (await plant.app.restores.shown.detail(id))!;
    expect(receiptId).toBeGreaterThan(0);
    expect(connection.view().unfinished).toBe(receiptId);
    // Its plan is looked through like any other.
    expect(await plant.app.restores.shown.detail(back.value.id)).toMatchObject({
      place: { stage: "review" },
      steps: [],
    });
    await confirm(back.value.id);
    await plant.app.restores.settled(back.value.id);
    const done = (await plant.app.restores.shown.detail(back.value.id))!;
    expect(done).toMatchObject({ place: { stage: "receipt", over: "done" }, recordNumber: 2 });
    expect(plant.drive.valueOf("1r")).toBe(777);
    expect(plant.drive.volatile).toBe(false);
    expect(connection.view()).toMatchObject({ outdated: undefined, unfinished: undefined });
    expect((await plant.app.restores.shown.detail(id))!.place.over).toBe("ended");
  });

  test.each(["heard", "lost"])(
    "an address that was written holds after a restart, and the drive is found there (the restart command %s)",
    async (command) => {
      await plant.close();
      plant = await testPlant({ ...RECORDED, "1n": 11 });
      const first = await connectAndRead(plant, 11);
      const recordId = await recordStanding(plant, first);
      await plant.app.bench.letGo(first);
      plant.swap(FRESH);
      const connectionId = await connectAndRead(plant, 1);
      const started = await plant.app.restores.start(plant.person, 1, {
        positionId: plant.positionId,
        recordId,
        connectionId,
      });
      if (!started.ok) throw new Error(started.trouble.text);
      const { id } = started.value;
      await plant.app.restores.settled(id);
      plant.line.fault = (_exchange, question) =>
        command === "lost" && question.kind === "write-one" && question.address === 65
          ? "cable-before"
          : undefined;
      plant.app.events.subscribe((event) => {
        if (event.type === "connection" && event.view.phase === "lost") plant.line.plug();
      });
      await confirm(id);
      plant.drive.givePermission();
      await plant.app.restores.settled(id);
      const done = (await plant.app.restores.shown.detail(id))!;
      expect(done).toMatchObject({ place: { stage: "receipt", over: "done" }, permanent: "yes" });
      const said = (await findReceipt(plant.app.db, 1, done.receiptId!))!.content.interruptions.join();
      expect(said.includes("Whether the drive restarted is not known")).toBe(command === "lost");
      expect(plant.drive.valueOf("1n", "permanent")).toBe(11);
      const answersAt = command === "heard" ? 11 : 1;
      expect(plant.drive.address).toBe(answersAt);
      expect(plant.app.bench.find(connectionId)!.unit).toBe(answersAt);
    },
  );

  test("a motor that is started while values are written gets no more of them, and a person finds out why", async () => {
    const { id } = await beginOn();
    let sent = 0;
    plant.line.fault = (_exchange, question) => {
      if (question.kind !== "read" && ++sent === 5) plant.drive.start();
      return undefined;
    };
    plant.drive.givePermission();
    await confirm(id);
    await plant.app.restores.settled(id);
    expect(sent).toBe(5);
    const halted = (await plant.app.restores.shown.detail(id))!;
    expect(halted.place).toMatchObject({ stage: "write", waitsFor: "person" });
    expect(halted.place.why).toContain("The shaft began to turn while values were written.");
    expect(halted.place.why).toContain(halted.steps[4]!.code);
    expect(halted.counts).toMatchObject({ written: 5, unknown: 0 });
    // Going on while it turns sends nothing either.
    await plant.app.restores.goOn(id, plant.person);
    await plant.app.restores.settled(id);
    expect(sent).toBe(5);
    plant.drive.stop();
    for (let i = 0; i < 200; i++) plant.drive.tick(1, 0);
    expect(await plant.app.restores.goOn(id, plant.person)).toMatchObject({ ok: true });
    await plant.app.restores.settled(id);
    expect((await plant.app.restores.shown.detail(id))!).toMatchObject({
      place: { over: "done" },
      verified: true,
    });
  });

  test("a run command that stands is a stop, also when the motor does not turn", async () => {
    const { id } = await beginOn(FRESH, () => {
      plant.drive.tripNow(11);
      plant.drive.start();
    });
    const { checks } = (await plant.app.restores.shown.detail(id))!;
    expect(checks.find((each) => each.id === "stopped")!.verdict).toBe("fine");
    expect(checks.find((each) => each.id === "run-command")).toMatchObject({ verdict: "stop" });
    expect(await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id))).toMatchObject({
      ok: false,
      trouble: { kind: "check-stops" },
    });
  });

  test("what the drive changes by itself while others are written is written again before it is permanent", async () => {
    await plant.close();
    plant = await testPlant({ ...RECORDED, "2a": 3, "2c": 90 });
    // The start voltage is as recorded already; writing the kind of load sets it back.
    const { id } = await beginOn({ ...FRESH, values: { "2c": 90 } });
    expect((await plant.app.restores.shown.detail(id))!.plan!.writes.map((each) => each.code)).not.toContain(
      "2c",
    );
    plant.drive.givePermission();
    await confirm(id);
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done).toMatchObject({ place: { over: "done" }, verified: true, permanent: "yes" });
    expect(done.steps.find((each) => each.code === "2c")).toMatchObject({
      state: "written",
      caution: "The drive changed it while others were written.",
    });
    expect(plant.drive.valueOf("2c", "permanent")).toBe(90);
    expect(plant.drive.valueOf("1r", "permanent")).toBe(RECORDED["1r"]);
  });

  test("a setting that changed without being planned prevents the word verified", async () => {
    await plant.close();
    plant = await testPlant({ ...RECORDED, "2a": 3, "2c": 90 });
    const { id } = await beginOn({ ...FRESH, values: { "2c": 90 } });
    await plant.app.restores.choose(id, plant.person, { ...USUAL_CHOICES, leaveOut: ["2c"] });
    plant.drive.givePermission();
    await confirm(id);
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done).toMatchObject({ place: { over: "done" }, verified: false });
    expect((await findReceipt(plant.app.db, 1, done.receiptId!))!.content).toMatchObject({
      outcome: "not-verified",
      alsoChanged: [{ code: "2c", from: 90 }],
    });
  });

  test("a family that does not tell whether values are permanent is told once to make them so, and nobody says that it did", async () => {
    await plant.close();
    const { state } = rill.file;
    const silent = layOutFile({ ...rill.file, state: { ...state, volatile: undefined } });
    const make = { rating: "R-030", firmware: "4.4", serial: "FR-OLD-77" };
    plant = await testPlant(RECORDED, { family: silent, make, line: "tcp" });
    const { id } = await beginOn();
    const command = addressOf(silent.file.makePermanent!.address);
    let given = 0;
    plant.line.fault = (_exchange, question) => {
      if (question.kind !== "read" && question.address === command) given += 1;
      return undefined;
    };
    plant.drive.givePermission();
    await confirm(id);
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done).toMatchObject({ place: { over: "done" }, verified: true, permanent: "unknown" });
    expect(given).toBe(1);
  });

  test("a plan left open too long is made anew from the drive before it is written", async () => {
    const { id } = await beginOn();
    const seen = await lookThrough(plant, id);
    plant.drive.setAtKeypad("2b", 900);
    await plant.app.db.update(tables.job).set({ detail: sql`jsonb_set(detail, '{beforeAt}', '1')` });
    const confirmed = await plant.app.restores.confirm(id, plant.person, seen);
    expect(confirmed).toMatchObject({
      ok: false,
      trouble: { text: expect.stringContaining("read again") as unknown },
    });
    await plant.app.restores.settled(id);
    const again = (await plant.app.restores.shown.detail(id))!;
    expect(again.place.stage).toBe("review");
    expect(again.plan!.writes.map((each) => each.code)).toContain("2b");
    expect(plant.drive.valueOf("2b")).toBe(900);
  });

  test("ended before anything was written leaves no receipt, and the drive free for the next", async () => {
    const { id, connectionId } = await beginOn();
    expect(await plant.app.restores.end(id, plant.person)).toMatchObject({
      ok: true,
      value: { place: { stage: "review", over: "ended" }, open: false, receiptId: undefined },
    });
    const records = await recordsOf(plant);
    expect(
      await plant.app.restores.start(plant.person, 1, {
        positionId: plant.positionId,
        recordId: records[0]!.id,
        connectionId,
      }),
    ).toMatchObject({ ok: true });
  });

  test("a refused value is listed with the drive's reason and can be tried again", async () => {
    await plant.close();
    plant = await testPlant({ ...RECORDED, "15r": 450 });
    const { id } = await beginOn({ ...FRESH, values: { "12g": 900 } });
    await confirm(id);
    plant.drive.givePermission();
    await plant.app.restores.settled(id);
    const detail = (await plant.app.restores.shown.detail(id))!;
    // 45 ohms is below what this rating allows; the plan had said so.
    expect(detail.plan!.writes.find((each) => each.code === "15r")!.caution).toContain("at least");
    const refused = detail.steps.filter((each) => each.state === "refused");
    expect(refused.map((each) => each.code)).toEqual(["15r"]);
    expect(refused[0]!.said).toContain("does not take this value");
    const again = await plant.app.restores.goOn(id, plant.person, [
      detail.steps.findIndex((each) => each.code === "15r"),
    ]);
    expect(again.ok).toBe(true);
    await plant.app.restores.settled(id);
    expect((await plant.app.restores.shown.detail(id))!.place.waitsFor).toBe("person");
    const without = await plant.app.restores.goOn(id, plant.person);
    expect(without.ok).toBe(true);
    await plant.app.restores.settled(id);
    const done = (await plant.app.restores.shown.detail(id))!;
    expect(done.place).toEqual({ stage: "receipt", over: "done" });
    expect((await findReceipt(plant.app.db, 1, done.receiptId!))!.content).toMatchObject({
      outcome: "not-verified",
      permanent: "yes",
    });
  });
});

async function waitFor(id: number, what: WaitsFor): Promise<void> {
  for (;;) {
    if ((await plant.app.restores.shown.detail(id))!.place.waitsFor === what) return;
    await new Promise<void>((resolve) => {
      const leave = plant.app.events.subscribe(() => {
        leave();
        resolve();
      });
    });
  }
}

async function waitForConnection(phase: string): Promise<void> {
  while (plant.app.bench.list()[0]!.phase !== phase) {
    await new Promise<void>((resolve) => {
      const leave = plant.app.events.subscribe(() => {
        leave();
        resolve();
      });
    });
  }
}
