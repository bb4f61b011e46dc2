import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor } from "@/core/definition";
import {
  EXCHANGED,
  notLookedAt,
  ownersOf,
  planRestore,
  USUAL_CHOICES,
  wrongDrive,
  type Check,
} from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { definitions, plover } from "@/families/testing";
import type { CheckInput } from "./check";
import { beside, exchanged, rightDrive } from "./check/check-people";
import { newer } from "./check/check-record";

const input = (given: object): CheckInput => given as CheckInput;
const drive = { serial: "FR-2419-07" };

describe("the right drive", () => {
  test("alone on its line it needs no proof; with another alike its type plate is read", () => {
    expect(rightDrive(input({ drive, alike: [] }))).toMatchObject({ verdict: "fine" });
    const asked = rightDrive(input({ drive, alike: ["FR-2419-08 (KL-04)", "FR-1 (address 3 of Kiln)"] }));
    expect(asked).toMatchObject({ verdict: "not-told", asks: "serial-end" });
    expect(asked.found).toContain("FR-2419-08 (KL-04), FR-1 (address 3 of Kiln)");
  });
  test("a family that tells no serial number is looked at; what its plate says proves nothing", () => {
    const asked = rightDrive(input({ drive: { ...drive, placed: true }, alike: ["X"] }));
    expect(asked.verdict).toBe("not-told");
    expect(asked.asks).toBeUndefined();
  });
  test.each([
    ["1907", true],
    ["19-07", true],
    ["2419 07", true],
    ["fr-2419-07", true],
    ["1908", false],
    ["07", false],
    ["--07", false],
    ["4-07", false],
    ["9-07", true],
    ["", false],
  ])("%j from the plate of FR-2419-07: %s", (answer, fits) => {
    const checks = [rightDrive(input({ drive, alike: ["X"] }))];
    expect(wrongDrive(checks, [{ id: "right-drive", answer }], drive.serial) === undefined).toBe(fits);
  });
  test("a serial number shorter than four characters is given whole", () => {
    const checks = [rightDrive(input({ drive: { serial: "A7" }, alike: ["X"] }))];
    expect(wrongDrive(checks, [{ id: "right-drive", answer: "a7" }], "A7")).toBeUndefined();
    expect(wrongDrive(checks, [{ id: "right-drive", answer: "7" }], "A7")).toBeDefined();
  });
});

describe("what a person has to say", () => {
  const asked =
    (...checks: Check[]) =>
    (looked: Array<{ id: string; answer?: string }>) =>
      notLookedAt(checks, looked).map((each) => each.id);
  test("a name is a name, not a tick", () => {
    const open = asked(beside());
    expect(open([])).toEqual(["beside"]);
    expect(open([{ id: "beside" }])).toEqual(["beside"]);
    expect(open([{ id: "beside", answer: "  " }])).toEqual(["beside"]);
    expect(open([{ id: "beside", answer: "Tom Reid" }])).toEqual([]);
  });
  test("what was exchanged is chosen, since it changes the plan; saying it in passing is not enough", () => {
    const open = asked(exchanged(input({ exchange: { matters: true } })));
    expect(open([{ id: "exchanged", answer: "nothing" }])).toEqual(["exchanged"]);
    expect(exchanged(input({ exchange: { matters: true, said: [] } }))).toMatchObject({
      verdict: "fine",
      found: "Nothing was exchanged.",
    });
    expect(exchanged(input({ exchange: { matters: true, said: ["drive", "motor"] } }))).toMatchObject({
      verdict: "caution",
      found: "The drive, the motor were exchanged. What was found out on the former part is left out.",
    });
    expect(exchanged(input({ exchange: { matters: false } })).verdict).toBe("fine");
  });
});

describe("after a part was exchanged", () => {
  const servo = definitionFor(plover, { firmware: "2.6", axes: 1, options: [] });
  const live = valuesByCode(factorySet(servo, "P-06"));
  const recorded = new Map([
    ...live,
    ["6410.03", 415],
    ["607C.00", 1234],
    ["2011.05", 240],
    ["6083.00", 777],
  ]);
  const written = (...parts: Array<(typeof EXCHANGED)[number]>) =>
    planRestore(servo, "P-06", recorded, live, { ...USUAL_CHOICES, exchanged: parts })
      .writes.map((each) => each.code)
      .sort();
  test("the drive alone: commutation angle, home and inertia come back with the rest", () => {
    expect(written("drive", "power-part")).toEqual(["2011.05", "607C.00", "6083.00", "6410.03"]);
  });
  test("a new motor takes the commutation angle with it, a new encoder the home too, new mechanics home and inertia", () => {
    expect(written("motor")).toEqual(["2011.05", "607C.00", "6083.00"]);
    expect(written("encoder")).toEqual(["2011.05", "6083.00"]);
    expect(written("mechanics")).toEqual(["6083.00", "6410.03"]);
  });
  test("each is listed with its reason", () => {
    const { leftOut } = planRestore(servo, "P-06", recorded, live, {
      ...USUAL_CHOICES,
      exchanged: ["encoder"],
    });
    expect(leftOut.filter((each) => each.reason === "exchanged").map((each) => each.code)).toEqual(
      expect.arrayContaining(["6410.03", "607C.00"]),
    );
  });
  test("in no family a value that belongs to an exchanged part is written", () => {
    const parts = fc.subarray([...EXCHANGED], { minLength: 1 });
    fc.assert(
      fc.property(fc.constantFrom(...definitions), parts, (definition, said) => {
        const from = new Map(definition.parameters.map((each) => [each.code, 1]));
        const to = new Map(definition.parameters.map((each) => [each.code, 2]));
        const rating = [...definition.ratings.keys()][0];
        const { writes } = planRestore(definition, rating, to, from, { ...USUAL_CHOICES, exchanged: said });
        for (const { code } of writes)
          expect(ownersOf(definition.byCode.get(code)!).some((each) => said.includes(each))).toBe(false);
      }),
      { numRuns: 40 },
    );
  });
});

describe("a standing record that is not the newest", () => {
  const record = (changed?: string[]) =>
    input({ record: { newer: changed && { number: 9, takenBy: "Ines Varga", changed } } });
  test("what somebody changed since is said before it is taken back", () => {
    expect(newer(record(["2b Deceleration"]))).toMatchObject({
      verdict: "caution",
      found: "Record 9 by Ines Varga is newer and has 1 setting otherwise: 2b Deceleration.",
    });
  });
  test("none newer, or one with the same settings, is nothing to note", () => {
    expect(newer(record()).verdict).toBe("fine");
    expect(newer(record([]))).toMatchObject({
      verdict: "fine",
      found: "Record 9 is newer, and has the same settings",
    });
  });
});
