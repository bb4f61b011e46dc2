import { expect, test } from "@jest/globals";
import { defaultFor } from "@/core/definition";
import type { Operation } from "@/core/restore";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { operateUnderFault } from "@/server/testing/operation-under-fault";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import type { Fault } from "@/simulator/spoken-line";

/** Every exchange, which takes long: `npm run test:long`. */
const EVERY = process.env.TEST_LONG === undefined ? 9 : 1;

const VALUES: Record<string, RawValue> = { "1r": 250, "14r": 1, "1a": "Roller 3" };
const family = cutDown(rill, Object.keys(VALUES));

/**
 * An operation with something going wrong at one exchange with the drive after another. Each time it comes to its end, and its receipt says what is so:
 * "verified" only where the drive holds what was foreseen, "in the permanent memory" only where it is there.
 */
async function everyExchange(
  operation: Exclude<Operation, "restore">,
  fault: Fault,
  killed: boolean,
): Promise<void> {
  const plant = await testPlant(
    {},
    {
      family,
      make: { rating: "R-030", firmware: "4.4", serial: "FR-1" },
      line: "tcp",
    },
  );
  const outcomes = new Set<string>();
  let hits = 0;
  for (let at = 1; ; at += EVERY) {
    plant.swap({ rating: "R-030", firmware: "4.4", serial: `FR-${at}` });
    const first = await connectAndRead(plant);
    await recordStanding(plant, first);
    for (const [code, raw] of Object.entries(VALUES)) plant.drive.setAtKeypad(code, raw);
    await plant.app.bench.letGo(first);
    const begin = { connectionId: await connectAndRead(plant), operation };
    plant.drive.givePermission();
    const { id, fired } = await operateUnderFault(plant, { begin, fault, killed, at });
    outcomes.add(await expectTruth(plant, operation, id));
    for (const connection of plant.app.bench.list()) await plant.app.bench.letGo(connection.id);
    if (!fired) break;
    hits += 1;
  }
  expect(hits).toBeGreaterThan(20 / EVERY);
  expect(outcomes).toContain("verified");
  await plant.close();
}

async function expectTruth(plant: TestPlant, operation: Operation, id: number): Promise<string> {
  const { drive } = plant;
  const { receiptId, place } = (await plant.app.restores.shown.detail(id))!;
  // A power-off at the wrong moment has given the values up: nothing was left to be done, and nothing is claimed.
  if (place.over === "ended") {
    expect(receiptId).toBeUndefined();
    return "ended";
  }
  expect(place.over).toBe("done");
  const { content } = (await findReceipt(plant.app.db, 1, receiptId!))!;
  const settings = drive.definition.parameters.filter((each) => !NOT_SETTINGS.has(each.kind));
  const volatile = settings.filter(({ code }) => drive.valueOf(code, "permanent") !== drive.valueOf(code));
  if (content.permanent === "yes") expect(volatile.map((each) => each.code)).toEqual([]);
  const holds = (values: Record<string, RawValue | undefined>): boolean =>
    Object.entries(values).every(([code, raw]) => drive.valueOf(code) === raw);
  const factory = Object.fromEntries(
    Object.keys(VALUES).map((code) => [
      code,
      defaultFor(drive.definition, drive.definition.byCode.get(code)!, "R-030"),
    ]),
  );
  if (content.outcome === "verified")
    expect(holds(operation === "make-permanent" ? VALUES : factory)).toBe(true);
  return content.outcome;
}

test.each<[Exclude<Operation, "restore">, Fault, boolean]>([
  ["make-permanent", "cable-after", false],
  ["make-permanent", "power-after", false],
  ["make-permanent", "cable-after", true],
  ["power-off", "cable-after", false],
  ["power-off", "cable-after", true],
  ["factory-reset", "cable-after", false],
  ["factory-reset", "power-after", false],
  ["factory-reset", "cable-after", true],
])(
  "%s with %s at one exchange after another, the program killed: %s",
  async (operation, fault, killed) => {
    await everyExchange(operation, fault, killed);
  },
  600_000,
);
