import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { layOutFile } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { hollin, plover, rill, runnel } from "@/families/testing";
import {
  isOfProgram,
  isSwitchOver,
  checkOperation,
  mayWrite,
  OPERATIONS,
  type PlainOperation,
  planOperation,
  verifyOperation,
} from ".";

type Other = PlainOperation;
const OTHERS = OPERATIONS.filter(
  (each): each is Other =>
    each !== "restore" && each !== "change" && !isSwitchOver(each) && !isOfProgram(each),
);
const factory = valuesByCode(factorySet(rill, "R-030"));
const withValues = (values: Record<string, RawValue>): Map<string, RawValue> =>
  new Map([...factory, ...Object.entries(values)]);
const facts = (live: ReadonlyMap<string, RawValue>, permanent?: ReadonlyMap<string, RawValue>) => ({
  definition: rill,
  rating: "R-030",
  live,
  permanent,
});

describe("what will be otherwise", () => {
  test("made permanent, the permanent memory changes; given up, the running one does: the same values, turned round", () => {
    const live = withValues({ "1r": 250, "3m": 340 });
    expect(planOperation("make-permanent", facts(live, factory)).writes).toEqual(
      [
        { code: "3m", from: factory.get("3m"), to: 340 },
        { code: "1r", from: factory.get("1r"), to: 250 },
      ].sort(inOrder),
    );
    expect(planOperation("power-off", facts(live, factory)).writes).toEqual(
      [
        { code: "3m", from: 340, to: factory.get("3m") },
        { code: "1r", from: 250, to: factory.get("1r") },
      ].sort(inOrder),
    );
  });

  test("where the permanent memory was never read, nothing is foreseen, and that is said", () => {
    for (const operation of ["make-permanent", "power-off"] as const)
      expect(planOperation(operation, facts(factory))).toMatchObject({ untold: true, writes: [], equal: 0 });
  });

  test("a factory reset keeps communication only where the definition says so, and foresees nothing of a value whose factory value is not told", () => {
    const address = rill.addressCode!;
    const live = withValues({ "1r": 250, [address]: 17 });
    const codes = (definition: typeof rill) =>
      planOperation("factory-reset", { ...facts(live), definition }).writes.map((each) => each.code);
    expect(codes(rill)).toEqual(expect.arrayContaining(["1r", address]));
    const keeping = layOutFile({
      ...rill.file,
      factoryReset: { ...rill.file.factoryReset!, communication: "kept" },
    });
    expect(codes(keeping)).toEqual(["1r"]);
    const { writes, leftOut } = planOperation("factory-reset", {
      ...facts(new Map([["13g", 3]])),
      definition: layOutFile({
        ...rill.file,
        ratings: rill.file.ratings,
        groups: withoutDefault(rill.file.groups, "13g"),
      }),
    });
    expect([writes, leftOut]).toEqual([[], [{ code: "13g", reason: "no-default", from: 3 }]]);
  });

  test("commands and what the drive measures are in no list; every parameter is counted once", () => {
    for (const definition of [rill, runnel, hollin, plover]) {
      const live = valuesByCode(factorySet(definition, definition.file.ratings[0]!.id));
      for (const operation of OTHERS) {
        const plan = planOperation(operation, { definition, rating: undefined, live, permanent: new Map() });
        const listed = [...plan.writes, ...plan.leftOut].map(
          (each) => definition.byCode.get(each.code)!.kind,
        );
        expect(listed.filter((each) => NOT_SETTINGS.has(each))).toEqual([]);
        expect(plan.writes.length + plan.leftOut.length + plan.equal + plan.rest!).toBe(
          definition.parameters.length,
        );
      }
    }
  });
});

describe("how it came out", () => {
  const live = withValues({ "1r": 250 });
  const plan = planOperation("power-off", facts(live, factory));
  const verify = (after: ReadonlyMap<string, RawValue>, volatile: boolean | undefined) =>
    verifyOperation("power-off", rill, plan, live, after, volatile);

  test("verified only where the drive itself says that nothing is volatile", () => {
    expect(verify(factory, false).verified).toBe(true);
    expect(verify(factory, true).verified).toBe(false);
    expect(verify(factory, undefined).verified).toBe(false);
  });
  test("a value that reads otherwise than foreseen, or one that nobody foresaw, takes the word away", () => {
    expect(verify(withValues({ "1r": 260 }), false)).toMatchObject({
      verified: false,
      results: [{ verdict: "differs", readBack: 260 }],
    });
    expect(verify(withValues({ "2r": 77 }), false)).toMatchObject({
      verified: false,
      alsoChanged: [{ code: "2r", to: 77 }],
    });
  });
  test("a value that outlived the power-off was permanent already; while something is volatile nobody can say so", () => {
    expect(verify(live, false)).toMatchObject({
      verified: true,
      results: [{ code: "1r", verdict: "stayed" }],
    });
    expect(verify(live, true)).toMatchObject({ verified: false, results: [{ verdict: "differs" }] });
  });
  test("what nobody could foresee is told afterwards, and does not stand in the way", () => {
    const untold = planOperation("power-off", facts(live));
    expect(verifyOperation("power-off", rill, untold, live, factory, false)).toMatchObject({
      verified: true,
      alsoChanged: [{ code: "1r", from: 250 }],
    });
    // Made permanent, a drive holds what it held: a value that changed meanwhile is nobody's wish.
    expect(verifyOperation("make-permanent", rill, untold, live, factory, false).verified).toBe(false);
  });
  test("what a reset was to keep and did not keep takes the word away; what nobody could foresee does not", () => {
    const held = valuesByCode(factorySet(plover, "P-06"));
    const after = (code: string, raw: RawValue) => new Map([...held, [code, raw]] as const);
    const reset = planOperation("factory-reset", {
      definition: plover,
      rating: "P-06",
      live: held,
      permanent: undefined,
    });
    const verified = (values: ReadonlyMap<string, RawValue>) =>
      verifyOperation("factory-reset", plover, reset, held, values, false).verified;
    const kept = reset.leftOut.filter((each) => each.reason === "kept-by-reset").map((each) => each.code);
    expect(kept.map((code) => plover.byCode.get(code)!.kind)).toEqual(
      expect.arrayContaining(["communication", "safety"]),
    );
    expect(verified(held)).toBe(true);
    for (const code of kept) expect([code, verified(after(code, 77))]).toEqual([code, false]);
    const open = reset.leftOut.find((each) => each.reason === "no-default");
    if (open) expect(verified(after(open.code, 77))).toBe(true);
  });
  test("never verified while any foreseen value reads otherwise, whatever happens to the others", () => {
    const codes = ["1r", "2r", "3m", "14r"];
    fc.assert(
      fc.property(fc.dictionary(fc.constantFrom(...codes), fc.integer({ min: 0, max: 60_000 })), (values) => {
        const after = withValues(values);
        const { verified } = verify(after, false);
        const stayed = (code: string): boolean => code === "1r" && after.get(code) === 250;
        expect(verified).toBe(codes.every((code) => after.get(code) === factory.get(code) || stayed(code)));
      }),
    );
  });
});

const DRIVE = { serial: "FR-1", rating: "R-030" } as DriveIdentity;
const RESTING = {
  running: false,
  runCommand: false,
  tripped: false,
  warnings: [],
  volatile: true,
  permission: true,
} as unknown as DriveState;
const check = (
  operation: Other,
  more: Partial<Parameters<typeof checkOperation>[1]> = {},
  definition = rill,
) => checkOperation(operation, { definition, drive: DRIVE, state: RESTING, startsByItself: [], ...more });
const verdict = (checks: ReturnType<typeof check>, id: string) =>
  checks.find((each) => each.id === id)?.verdict;

describe("what is looked at first", () => {
  test("a turning motor or a standing run command stops all of them", () => {
    for (const operation of OTHERS)
      for (const state of [
        { ...RESTING, running: true },
        { ...RESTING, runCommand: true },
      ])
        expect(mayWrite(check(operation, { state }))).toBe(false);
    for (const operation of OTHERS) expect(mayWrite(check(operation))).toBe(true);
  });
  test("nothing volatile: nothing to make permanent or to give up; not told is not nothing", () => {
    const at = (volatile: boolean | undefined) => ({ state: { ...RESTING, volatile } });
    expect(verdict(check("power-off", at(false)), "volatile")).toBe("stop");
    expect(verdict(check("make-permanent", at(undefined)), "volatile")).toBe("not-told");
    expect(verdict(check("make-permanent", {}, runnel), "volatile")).toBe("stop");
  });
  test("values with which the shaft starts at the next power-up are a caution, and not told where nobody looked", () => {
    expect(verdict(check("power-off", { startsByItself: ["14g Start"] }), "self-start")).toBe("caution");
    const unknown = layOutFile({ ...rill.file, startsByItself: undefined });
    expect(verdict(check("factory-reset", {}, unknown), "self-start")).toBe("not-told");
  });
  test("switched off again too soon: the seconds that are left are said", () => {
    const least = rill.file.powerOff!.notMoreOftenS!;
    const found = check("power-off", { lastOffS: least - 30 }).find((each) => each.id === "often");
    expect(found).toMatchObject({ verdict: "caution", remedy: expect.stringContaining("30 s") });
    expect(verdict(check("power-off", { lastOffS: least }), "often")).toBe("fine");
    // The clock was set back: nobody knows how long ago it was.
    expect(verdict(check("power-off", { lastOffS: Infinity }), "often")).toBe("not-told");
  });
  test("a definition that does not say how the drive is asked stops it before anything is sent", () => {
    const mute = layOutFile({ ...rill.file, factoryReset: undefined, makePermanent: undefined });
    expect(mayWrite(check("factory-reset", {}, mute))).toBe(false);
    expect(mayWrite(check("make-permanent", {}, mute))).toBe(false);
  });
});

function inOrder(a: { code: string }, b: { code: string }): number {
  const at = ({ code }: { code: string }): number => rill.parameters.findIndex((each) => each.code === code);
  return at(a) - at(b);
}

type Groups = (typeof rill)["file"]["groups"];
function withoutDefault(groups: Groups, code: string): Groups {
  return groups.map((group) => ({
    ...group,
    groups: group.groups && withoutDefault(group.groups, code),
    parameters: group.parameters?.map((each) =>
      each.code === code ? { ...each, default: undefined } : each,
    ),
  }));
}
