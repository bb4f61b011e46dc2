import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { StandInDrive } from "@/core/stand-in";
import { definitions, rill } from "@/families/testing";
import { acknowledgeLiveWork, addPerson, type Person } from "@/server/people";
import { makePlant } from "@/server/plant";
import { findReceipt, planHash, whyNotLetGo } from "@/server/restore";
import { openItems } from "@/server/shift";
import { answers, lookThrough } from "@/server/testing/look-through";
import {
  connectAndRead,
  FRESH,
  linkTo,
  recordStanding,
  testPlant,
  type TestPlant,
} from "@/server/testing/plant";
import { StandInLine } from "@/simulator/line";

let plant: TestPlant;
let other: Person;
beforeEach(async () => {
  plant = await testPlant();
  const name = "Tom Reid";
  const id = await addPerson(plant.app.db, { name, email: "tom@example.test", password: "for tests only" });
  other = { id, name, sessionId: "session-2" };
  await acknowledgeLiveWork(plant.app.db, other, new Date());
});
afterEach(() => plant.close());

async function begun(): Promise<{ id: number; connectionId: string }> {
  const first = await connectAndRead(plant);
  const recordId = await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  plant.swap(FRESH);
  const connectionId = await connectAndRead(plant);
  const { positionId } = plant;
  const started = await plant.app.restores.start(plant.person, 1, { positionId, recordId, connectionId });
  if (!started.ok) throw new Error(started.trouble.text);
  await plant.app.restores.settled(started.value.id);
  plant.drive.givePermission();
  return { id: started.value.id, connectionId };
}
const receiptOf = async (id: number) =>
  (await findReceipt(plant.app.db, 1, (await plant.app.restores.shown.detail(id))!.receiptId!))!.content;

describe("who did what", () => {
  test("one begins, another confirms: the receipt names both, who was at the machine, and what was exchanged", async () => {
    const { id } = await begun();
    const seen = await lookThrough(plant, id);
    const confirmed = await plant.app.restores.confirm(id, other, {
      ...seen,
      deadVoltage: " I. Varga, two-pole tester, all phases ",
    });
    expect(confirmed.ok).toBe(true);
    await plant.app.restores.settled(id);
    const content = await receiptOf(id);
    expect(content).toMatchObject({
      outcome: "verified",
      byName: "Ines Varga",
      confirmedBy: "Tom Reid",
      deadVoltage: "I. Varga, two-pole tester, all phases",
      exchanged: ["drive"],
    });
    expect(content.endedBy).toBeUndefined();
    expect(content.checks.find((each) => each.id === "beside")).toMatchObject({
      lookedBy: "Tom Reid",
      answer: "Tom Reid",
    });
  });

  test("nobody named at the machine: nothing is written", async () => {
    const { id } = await begun();
    const { seal } = await lookThrough(plant, id);
    expect(
      await plant.app.restores.confirm(id, plant.person, { seal, looked: [{ id: "beside" }] }),
    ).toMatchObject({
      ok: false,
      trouble: { kind: "not-looked-at", text: "Nobody has looked yet: Somebody beside it." },
    });
    expect(plant.drive.volatile).toBe(false);
  });

  test("tuned values are in the plan and nobody says what was exchanged: nothing is written", async () => {
    const { id } = await begun();
    const { checks, plan, identity } = (await plant.app.restores.shown.detail(id))!;
    expect(checks.find((each) => each.id === "exchanged")).toMatchObject({ verdict: "not-told" });
    const looked = answers(checks, identity.serial);
    expect(
      await plant.app.restores.confirm(id, plant.person, { seal: planHash(plan!), looked }),
    ).toMatchObject({
      ok: false,
      trouble: { text: "Nobody has looked yet: What was exchanged." },
    });
  });

  test("ended by another person half-way: the receipt says by whom, and so do the plant and the shift until the drive is recorded", async () => {
    const { id, connectionId } = await begun();
    const reasons = async () => (await plant.app.overviews.window(1, {}, 0, 1)).lines[0]!.reasons;
    const open = async () =>
      (await openItems(plant.app.db, plant.app.overviews, 1)).filter((each) => each.kind === "restore");
    const seen = await lookThrough(plant, id);
    let written = 0;
    plant.line.fault = (_, question) => {
      if (!question.kind.startsWith("read")) written += 1;
      return written === 5 ? "cable-before" : undefined;
    };
    const lost = new Promise<void>((resolve) => {
      const leave = plant.app.events.subscribe((event) => {
        if (event.type !== "job" || event.view.place.waitsFor !== "drive") return;
        leave();
        resolve();
      });
    });
    await plant.app.restores.confirm(id, plant.person, seen);
    await lost;
    plant.app.restores.stop(id);
    await plant.app.restores.settled(id);
    expect((await plant.app.restores.end(id, other)).ok).toBe(true);
    expect(await receiptOf(id)).toMatchObject({
      outcome: "given-up",
      endedBy: "Tom Reid",
      confirmedBy: "Ines Varga",
    });
    const text =
      "The last restore was ended by Tom Reid before it was done, and the drive was not recorded since: what it holds is not told.";
    expect(await reasons()).toContainEqual(expect.objectContaining({ code: "ended-halfway", text }));
    const { receiptId } = (await plant.app.restores.shown.detail(id))!;
    expect(await open()).toEqual([
      expect.objectContaining({
        text: expect.stringContaining(`KL-03 Roller drive 3: ${text}`),
        href: `/receipts/${receiptId}`,
      }),
    ]);

    plant.line.fault = undefined;
    plant.line.plug();
    await plant.app.bench.letGo(connectionId);
    const again = await connectAndRead(plant);
    const kept = await plant.app.bench.record(plant.person, plant.app.bench.find(again)!, plant.positionId);
    expect(kept.ok).toBe(true);
    expect((await reasons()).map((each) => each.code)).not.toContain("ended-halfway");
    expect(await open()).toEqual([]);
  });
});

describe("another of the same kind on the line", () => {
  test("the plate that is read must be that of the drive that is connected; the other's is refused and nothing written", async () => {
    const { id } = await begun();
    const twin = new StandInDrive(
      rill,
      { rating: "R-030", firmware: "4.4", serial: "FR-TWIN-08", values: { [rill.addressCode!]: 2 } },
      undefined,
      definitions,
    );
    plant.line.add(twin);
    const link = linkTo(plant.line.kind, plant.port);
    expect((await plant.app.bench.connect(plant.person, 1, { link, unit: 2 })).ok).toBe(true);
    const seen = await lookThrough(plant, id);
    const asked = await plant.app.restores.choose(
      id,
      plant.person,
      (await plant.app.restores.shown.detail(id))!.choices,
    );
    if (!asked.ok) throw new Error(asked.trouble.text);
    expect(asked.value.checks.find((each) => each.id === "right-drive")).toMatchObject({
      verdict: "not-told",
      asks: "serial-end",
      found: "Another drive of this family and rating can be reached: FR-TWIN-08.",
    });
    const wrong = [
      ...seen.looked!.filter((each) => each.id !== "right-drive"),
      { id: "right-drive", answer: "N-08" },
    ];
    expect(
      await plant.app.restores.confirm(id, plant.person, { seal: seen.seal, looked: wrong }),
    ).toMatchObject({
      ok: false,
      trouble: {
        kind: "not-looked-at",
        text: "The drive that is connected is FR-NEW-01; its number does not end in N-08.",
      },
    });
    expect(plant.drive.volatile).toBe(false);
    expect((await plant.app.restores.confirm(id, plant.person, await lookThrough(plant, id))).ok).toBe(true);
    await plant.app.restores.settled(id);
    expect((await receiptOf(id)).outcome).toBe("verified");
  });
});

test("one of another plant is neither named nor asked about", async () => {
  const { id } = await begun();
  const elsewhere = await makePlant(plant.app.db, "Other Works");
  const alike = new StandInDrive(
    rill,
    { rating: "R-030", firmware: "4.4", serial: "FR-ELSE-09" },
    undefined,
    definitions,
  );
  const line = new StandInLine({
    id: "elsewhere",
    title: "Elsewhere",
    port: 0,
    baud: 0,
    gateway: false,
    kind: "tcp",
  });
  line.add(alike);
  const port = await line.open();
  try {
    const link = linkTo("tcp", port);
    expect(await plant.app.bench.connect(plant.person, elsewhere.id, { link, unit: 1 })).toMatchObject({
      ok: true,
    });
    const { choices } = (await plant.app.restores.shown.detail(id))!;
    const asked = await plant.app.restores.choose(id, plant.person, choices);
    if (!asked.ok) throw new Error(asked.trouble.text);
    expect(asked.value.checks.find((each) => each.id === "right-drive")).toMatchObject({ verdict: "fine" });
  } finally {
    await line.close();
  }
});

describe("letting go", () => {
  test("one's own drive goes at once; another's, or one with an open restore, is asked about", async () => {
    const own = await connectAndRead(plant);
    const connection = plant.app.bench.find(own)!;
    expect(await whyNotLetGo(plant.app.db, connection, plant.person)).toBeUndefined();
    expect(await whyNotLetGo(plant.app.db, connection, other)).toMatchObject({
      kind: "ask-first",
      text: "Ines Varga connected this drive and may be at work with it.",
    });
    await plant.app.bench.letGo(own);
    const { id, connectionId } = await begun();
    const busy = plant.app.bench.find(connectionId)!;
    expect(await whyNotLetGo(plant.app.db, busy, plant.person)).toMatchObject({
      text: `Restore ${id} by Ines Varga is open for this drive. Without a connection it waits where it stands.`,
    });
  });
});
