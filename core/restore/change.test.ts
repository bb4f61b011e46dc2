import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { layOutFile, withinScope } from "@/core/definition";
import type { DriveState } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import { NEVER_WRITTEN, type RawValue } from "@/core/value";
import { hollin, plover, rill, runnel } from "@/families/testing";
import {
  behindPassword,
  changedInAll,
  checkChange,
  mayWrite,
  notLookedAt,
  onlyStanding,
  planChange,
  scopeAround,
  touchedBy,
  verifyChange,
  type ChangeInput,
  type WriteStep,
} from ".";

const factory = valuesByCode(factorySet(rill, "R-030"));
/** The same family, with one parameter behind a password. */
const locked = layOutFile(
  JSON.parse(JSON.stringify(rill.file), (_key, each) =>
    each?.code === "4r" && each.address !== undefined ? { ...each, passwordLevel: 2 } : each,
  ),
);
const wishes = (values: Record<string, RawValue>): Map<string, RawValue> => new Map(Object.entries(values));
const step = (code: string, from: RawValue, to: RawValue, more: Partial<WriteStep> = {}): WriteStep => ({
  code,
  from,
  to,
  state: "written",
  tries: 1,
  ...more,
});

describe("what is to be written", () => {
  test("only what is otherwise in the drive; what it holds already is counted", () => {
    const live = new Map(factory).set("1r", 700);
    const { writes, equal } = planChange(rill, "R-030", wishes({ "1r": 700, "4r": 300 }), live);
    expect(writes).toEqual([{ code: "4r", from: factory.get("4r"), to: 300 }]);
    expect(equal).toBe(1);
  });

  test("a rising lower value waits for the upper one, so that the drive refuses neither on the way", () => {
    const live = new Map(factory).set("3f", 500).set("4f", 4000);
    const rising = planChange(rill, "R-030", wishes({ "3f": 5000, "4f": 6000 }), live);
    expect(rising.writes.map((each) => each.code)).toEqual(["4f", "3f"]);
    // Among all that is wished the rule holds: nothing is out of order.
    expect(rising.writes.every((each) => each.caution === undefined)).toBe(true);
  });

  test("against a rule with what the drive holds beside it, and outside of its range: said, for it may be meant so", () => {
    const live = new Map(factory).set("4f", 4000);
    const against = planChange(rill, "R-030", wishes({ "3f": 5000 }), live);
    expect(against.writes[0]!.caution).toContain("The lowest frequency must not be above the highest.");
    expect(planChange(rill, "R-030", wishes({ "13a": 2000 }), factory).writes[0]!.caution).toMatch(/90/);
  });

  test("whatever is wished: nothing that is no setting is among it, and written as planned the drive holds what was wished", () => {
    for (const family of [rill, runnel, hollin]) {
      const { id: rating } = family.file.ratings[0]!;
      const live = valuesByCode(factorySet(family, rating));
      const codes = family.parameters.map((each) => each.code);
      fc.assert(
        fc.property(fc.dictionary(fc.constantFrom(...codes), fc.integer({ min: 0, max: 400 })), (wished) => {
          const { writes } = planChange(family, rating, wishes(wished), live);
          for (const { code, from, to } of writes) {
            const parameter = family.byCode.get(code)!;
            expect(parameter.readOnly || NEVER_WRITTEN.has(parameter.kind)).toBe(false);
            expect([from, to]).toEqual([live.get(code), wished[code]]);
            expect(from).not.toBe(to);
          }
          expect(new Set(writes.map((each) => each.code)).size).toBe(writes.length);
        }),
        { numRuns: 60 },
      );
    }
  });

  test("what the drive takes only while its motor stands is named", () => {
    const { writes } = planChange(rill, "R-030", wishes({ "13a": 800, "1r": 700 }), factory);
    expect(onlyStanding(rill, "R-030", writes)).toEqual(["13a Undervoltage level"]);
  });
});

test("whatever is written of whichever axis or set, what is read again holds it, and not the whole drive", () => {
  for (const family of [rill, runnel, hollin, plover]) {
    const codes = family.parameters.map((each) => each.code);
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...codes), { minLength: 1, maxLength: 3 }), (some) => {
        const read = withinScope(family, scopeAround(family, new Set(some))).map((each) => each.code);
        expect(read).toEqual(expect.arrayContaining(some));
        expect(read.length).toBeLessThan(codes.length);
      }),
      { numRuns: 40 },
    );
  }
});

describe("what is looked at first", () => {
  const STANDS = {
    running: false,
    runCommand: false,
    tripped: false,
    warnings: [],
    permission: true,
  } as unknown;
  const input = (state: object, more: Partial<ChangeInput> = {}): ChangeInput => ({
    definition: rill,
    drive: { serial: "FR-1" } as ChangeInput["drive"],
    state: { ...(STANDS as DriveState), ...state },
    onlyStanding: [],
    behindPassword: [],
    startsByItself: [],
    ...more,
  });
  const open = (given: ChangeInput) => notLookedAt(checkChange(given), []).map((each) => each.id);

  test("a motor that stands asks for nobody's look but at the machine; one that turns does", () => {
    expect(open(input({}))).toEqual(["beside"]);
    expect(open(input({ running: true, runCommand: true }))).toEqual(["beside", "turning"]);
    expect(mayWrite(checkChange(input({ running: true, runCommand: true })))).toBe(true);
  });

  test("a motor that turns stops what is taken only while it stands; a command to run that stands stops all", () => {
    expect(
      mayWrite(checkChange(input({ running: true }, { onlyStanding: ["13a Undervoltage level"] }))),
    ).toBe(false);
    expect(mayWrite(checkChange(input({ runCommand: true })))).toBe(false);
  });

  test("what is taken only after a password: which, at which level, and that nobody can tell whether it was given", () => {
    const { writes } = planChange(locked, "R-030", wishes({ "1r": 700, "4r": 300 }), factory);
    expect(behindPassword(locked, writes)).toEqual(["4r Deceleration time (level 2)"]);
    const asked = input({}, { behindPassword: behindPassword(locked, writes) });
    expect(open(asked)).toEqual(["beside", "password"]);
  });

  test("whether it turns is not told: a person looks", () => {
    expect(open(input({ running: undefined }))).toContain("stopped");
  });
});

describe("how it came out", () => {
  test("a parameter that was written several times is told once: from what it was to what it became", () => {
    expect(
      changedInAll([
        step("1r", 500, 700),
        step("4r", 180, 300),
        step("1r", 700, 750, { state: "refused", said: "No." }),
      ]),
    ).toEqual([
      expect.objectContaining({ code: "1r", from: 500, to: 750, state: "refused", said: "No.", tries: 2 }),
      expect.objectContaining({ code: "4r", from: 180, to: 300, tries: 1 }),
    ]);
  });

  test("what the family says that a value changes was to be expected; any other setting that changed prevents the word", () => {
    const code = "2a";
    expect([...touchedBy(rill, [code])].sort()).toEqual(["1r", "2a", "2c"]);
    const steps = [step(code, factory.get(code)!, 2)];
    const after = new Map(factory).set(code, 2).set("1r", 123);
    expect(verifyChange(rill, steps, factory, after)).toMatchObject({
      verified: true,
      alsoChanged: [{ code: "1r", to: 123 }],
    });
    expect(verifyChange(rill, steps, factory, new Map(after).set("4r", 1)).verified).toBe(false);
    expect(verifyChange(rill, steps, factory, new Map(after).set(code, 1)).verified).toBe(false);
  });
});
