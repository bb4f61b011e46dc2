import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { layOutFile } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import { NOT_SETTINGS } from "@/core/value";
import { plover, rill, runnel } from "@/families/testing";
import { checkOperation, planProgram, planSwitchOver, verifyProgram, verifySwitchOver } from ".";

const RUNNEL: DriveIdentity = {
  vendor: "Fennimore",
  family: "Runnel",
  definitionId: runnel.id,
  rating: "N-055",
  ratingName: "Runnel 5.5 kW",
  supply: "3 × 400 V",
  firmware: "2.1",
  serial: "FN-1",
};
const IMITATING: DriveIdentity = {
  ...RUNNEL,
  definitionId: rill.id,
  rating: "R-055",
  ratingName: "Rill 5.5 kW",
  really: {
    definitionId: runnel.id,
    family: "Fennimore Runnel",
    rating: "N-055",
    ratingName: "Runnel 5.5 kW",
    firmware: "2.1",
  },
};
const factory = valuesByCode(factorySet(runnel, "N-055"));
const settings = runnel.parameters.filter(
  (each) => !NOT_SETTINGS.has(each.kind) && !each.readOnly && typeof factory.get(each.code) === "number",
);

describe("switching over", () => {
  test("as many settings are lost as somebody has set otherwise than the factory", () => {
    fc.assert(
      fc.property(fc.subarray(settings), (changed) => {
        const live = new Map(factory);
        for (const { code } of changed) live.set(code, Number(live.get(code)) + 1);
        const over = planSwitchOver("imitate", { own: runnel, other: rill, drive: RUNNEL, live });
        expect(over).toMatchObject({
          definitionId: rill.id,
          rating: "R-055",
          lost: changed.length,
          address: 1,
        });
      }),
      { numRuns: 50 },
    );
  });

  test("back to itself: the rating is its own again, told by what it really is", () => {
    const live = valuesByCode(factorySet(rill, "R-055"));
    const over = planSwitchOver("be-itself", { own: runnel, other: rill, drive: IMITATING, live });
    expect(over).toMatchObject({ definitionId: runnel.id, ratingName: "Runnel 5.5 kW", lost: 0 });
  });

  test.each([
    ["it does not imitate", "be-itself", RUNNEL, "It does not imitate anybody."],
    ["it does already", "imitate", IMITATING, "It imitates its predecessor already."],
    [
      "none of its size",
      "imitate",
      { ...RUNNEL, rating: "N-220", ratingName: "Runnel 22 kW" },
      "there is none of its size",
    ],
  ] as const)("why it cannot be done: %s", (_, operation, drive, words) => {
    const why = planSwitchOver(operation, { own: runnel, other: rill, drive, live: factory });
    expect(why).toContain(words);
    const state = {
      running: false,
      tripped: false,
      trip: undefined,
      warnings: [],
      volatile: false,
      permission: true,
    };
    const input = { definition: runnel, drive, state, startsByItself: [], over: why };
    expect(checkOperation(operation, input)[0]).toMatchObject({ verdict: "stop", found: why });
  });

  test("a family that imitates nobody, and one whose other definition is not here", () => {
    const about = { other: rill, drive: RUNNEL, live: factory };
    expect(planSwitchOver("imitate", { ...about, own: plover })).toContain("imitates no other family");
    expect(planSwitchOver("imitate", { ...about, own: runnel, other: undefined })).toContain("is not here");
  });

  test("what is lost is not told where the definition does not say: never fine", () => {
    const { resets: _resets, ...imitates } = runnel.file.imitates!;
    const own = layOutFile({ ...runnel.file, imitates });
    const over = planSwitchOver("imitate", { own, other: rill, drive: RUNNEL, live: factory });
    const state = {
      running: false,
      tripped: false,
      trip: undefined,
      warnings: [],
      volatile: false,
      permission: true,
    };
    const [check] = checkOperation("imitate", {
      definition: own,
      drive: RUNNEL,
      state,
      startsByItself: [],
      over,
    });
    expect(check).toMatchObject({ id: "switch-over", verdict: "not-told" });
  });

  test("verified only where every setting is the factory's, and something was read at all", () => {
    expect(verifySwitchOver(runnel, "N-055", factory)).toMatchObject({ verified: true, alsoChanged: [] });
    expect(verifySwitchOver(runnel, "N-055", new Map())).toMatchObject({ verified: false, equal: 0 });
    fc.assert(
      fc.property(fc.constantFrom(...settings), ({ code }) => {
        const after = new Map(factory).set(code, Number(factory.get(code)) + 1);
        const { verified, alsoChanged } = verifySwitchOver(runnel, "N-055", after);
        expect([verified, alsoChanged.map((each) => each.code)]).toEqual([false, [code]]);
      }),
      { numRuns: 30 },
    );
  });
});

describe("the drive's own program", () => {
  const file = { attachment: 1, name: "a.bin", hash: "0", bytes: 8, identification: 7 };
  const before = new Map([
    ["5F50.02", 0],
    ["6083.00", 100],
  ]);
  const plan = planProgram(plover, before, { file });

  test("put on is verified by what the drive says of it, and by every setting being as before", () => {
    const after = new Map([...before, ["5F50.02", 1], ["5F50.05", 7]]);
    expect(verifyProgram("program-put-on", plover, plan, before, after).verified).toBe(true);
    const other = new Map([...after, ["5F50.05", 8]]);
    expect(verifyProgram("program-put-on", plover, plan, before, other).results).toContainEqual(
      expect.objectContaining({ code: "5F50.05", verdict: "differs" }),
    );
    const moved = new Map([...after, ["6083.00", 200]]);
    expect(verifyProgram("program-put-on", plover, plan, before, moved).verified).toBe(false);
  });

  test("what was not read back, or is told by nothing, proves nothing", () => {
    expect(verifyProgram("program-start", plover, plan, before, before)).toMatchObject({
      verified: false,
      results: [{ code: "5F50.03", verdict: "not-read-back" }],
    });
    const mute = layOutFile({ ...plover.file, program: { ...plover.file.program!, runs: undefined } });
    expect(verifyProgram("program-stop", mute, plan, before, before)).toMatchObject({
      verified: false,
      results: [],
    });
  });
});
