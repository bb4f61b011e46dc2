import { describe, expect, test } from "@jest/globals";
import type { DriveState, FittedModule } from "@/core/drive";
import { plover, rill } from "@/families/testing";
import type { CheckInput } from "./check";
import { shared, slots } from "./check-rack";

const SUPPLY: FittedModule = { slot: 1, name: "Supply module", serial: "AP-1-1" };
const AXIS: FittedModule = { slot: 2, name: "Axis module 6 A", serial: "AP-1-2" };
const RESISTOR: FittedModule = { slot: 3, name: "Resistor module" };
const RACK = [SUPPLY, AXIS, RESISTOR];
const READY: DriveState = {
  running: false,
  tripped: false,
  trip: undefined,
  volatile: false,
  permission: undefined,
  warnings: [],
  sharedReady: true,
};

const about = (now: FittedModule[], state: Partial<DriveState> = {}, serial = "AP-1", definition = plover) =>
  ({
    definition,
    record: { modules: RACK, serial: "AP-1" },
    drive: { modules: now, serial },
    state: { ...READY, ...state },
  }) as unknown as CheckInput;

describe("what the axes share", () => {
  test("as recorded, and ready", () => {
    expect(shared(about(RACK))).toMatchObject([
      { verdict: "fine", found: "Supply module, Resistor module; the shared bus is ready" },
    ]);
  });

  test("whether it is ready is not always told", () => {
    expect(shared(about(RACK, { sharedReady: undefined }))[0]!.found).toContain("is not told");
  });

  test("one that is not there stops everything; another one is to be looked at", () => {
    expect(shared(about([SUPPLY, AXIS]))).toMatchObject([
      { verdict: "stop", found: "Slot 3: Resistor module is not there any more. All axes hang on it." },
    ]);
    expect(shared(about([{ ...SUPPLY, serial: "AP-9-1" }, AXIS, RESISTOR]))).toMatchObject([
      { verdict: "caution", found: expect.stringContaining("another one, serial AP-9-1 instead of AP-1-1") },
    ]);
  });

  test("a bus that is not ready is said first, whatever the axes say", () => {
    expect(shared(about(RACK, { sharedReady: false }))).toMatchObject([
      { verdict: "caution", remedy: expect.stringContaining("before you look for the fault in an axis") },
    ]);
    expect(shared(about(RACK, { sharedReady: false, controlOnly: true }))[0]!.found).toContain("as expected");
  });

  test("a family that has none, and a drive that is no rack, are not spoken of", () => {
    expect(shared(about([], {}, "AP-1", rill))).toEqual([]);
    const single = about([]);
    single.record.modules = [];
    expect(shared(single)).toEqual([]);
  });
});

describe("the modules of the axes", () => {
  test("an exchanged one is named with its axis, and that it can be restored alone", () => {
    expect(slots(about([SUPPLY, { ...AXIS, serial: "AP-9-2" }, RESISTOR]))).toMatchObject([
      {
        verdict: "caution",
        found: "Slot 2, Axis module 6 A (axis 1): another one, serial AP-9-2 instead of AP-1-2.",
        remedy: expect.stringContaining("it can be restored alone"),
      },
    ]);
  });

  test("in another rack each is another one, which says nothing; another kind does", () => {
    const renewed = RACK.map((each) => ({ ...each, serial: `AP-2-${each.slot}` }));
    expect(slots(about(renewed, {}, "AP-2"))).toEqual([]);
    const stronger = [SUPPLY, { ...AXIS, name: "Axis module 12 A" }, RESISTOR];
    expect(slots(about(stronger, {}, "AP-2"))).toMatchObject([
      { found: "Slot 2 (axis 1): Axis module 12 A instead of Axis module 6 A.", verdict: "caution" },
    ]);
  });
});
