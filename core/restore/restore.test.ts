import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { brokenRules, definitionFor } from "@/core/definition";
import type { DriveState } from "@/core/drive";
import { refusalOf } from "@/core/protocol/modbus";
import {
  checkRestore,
  countSteps,
  mayWrite,
  needReadBack,
  orderWrites,
  planRestore,
  settleReadBack,
  settleWrite,
  stepsOf,
  USUAL_CHOICES,
  verifyRestore,
  type CheckInput,
  type WriteStep,
} from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { plover, rill } from "@/families/testing";

const factory = () => valuesByCode(factorySet(rill, "R-030"));
const plan = (recorded: Record<string, RawValue>, live: Record<string, RawValue> = {}, choices = {}) =>
  planRestore(
    rill,
    "R-030",
    new Map([...factory(), ...Object.entries(recorded)]),
    new Map([...factory(), ...Object.entries(live)]),
    { ...USUAL_CHOICES, ...choices },
  );
const codes = (list: Array<{ code: string }>) => list.map((each) => each.code);

describe("checks before writing", () => {
  const state: DriveState = {
    running: false,
    tripped: false,
    trip: undefined,
    warnings: [],
    volatile: false,
    permission: true,
  };
  const drive = {
    vendor: "Fennimore",
    family: "Rill",
    definitionId: rill.id,
    rating: "R-030",
    ratingName: "Rill 3 kW",
    supply: "3 × 400 V",
    firmware: "4.4",
    serial: "B",
  };
  const record = {
    number: 7,
    standing: true,
    definitionId: rill.id,
    rating: "R-030",
    ratingName: "Rill 3 kW",
    supply: "3 × 400 V",
    firmware: "4.4",
    serial: "A",
    notRead: false,
    completeness: { expected: 2, present: 2, missing: [], complete: true },
  };
  const usual: CheckInput = { definition: rill, record, drive, state };

  test("everything right: all fine but who is at the machine, which is always asked", () => {
    const checks = checkRestore(usual);
    expect(checks.filter((each) => each.verdict !== "fine")).toMatchObject([
      { id: "beside", verdict: "not-told" },
    ]);
    expect(mayWrite(checks)).toBe(true);
  });
  test.each<[string, Partial<CheckInput>, "stop" | "caution"]>([
    ["family", { record: { ...record, definitionId: "other" } }, "stop"],
    ["rating", { drive: { ...drive, rating: "R-055", ratingName: "Rill 5.5 kW" } }, "stop"],
    ["rating", { drive: { ...drive, rating: undefined, ratingName: "unknown rating 99" } }, "stop"],
    ["supply", { drive: { ...drive, supply: "3 × 230 V" } }, "stop"],
    ["supply", { record: { ...record, supply: "unknown" }, drive: { ...drive, supply: "unknown" } }, "stop"],
    ["stopped", { state: { ...state, running: true } }, "stop"],
    ["firmware", { drive: { ...drive, firmware: "4.6" } }, "caution"],
    [
      "complete",
      { record: { ...record, completeness: { expected: 2, present: 1, missing: ["1r"], complete: false } } },
      "caution",
    ],
    ["self-start", { record: { ...record, startsByItself: ["14g Restart after a trip"] } }, "caution"],
    ["standing", { record: { ...record, standing: false } }, "caution"],
    ["not-read", { record: { ...record, notRead: true } }, "caution"],
    ["trips", { state: { ...state, tripped: true, trip: { number: 3, name: "DC bus too low" } } }, "caution"],
    ["permission", { state: { ...state, permission: false } }, "caution"],
  ])("%s", (id, change, expected) => {
    const checks = checkRestore({ ...usual, ...change });
    const check = checks.find((each) => each.id === id)!;
    expect(check.verdict).toBe(expected);
    expect(check.found).not.toBe("");
    expect(check.remedy).not.toBe("");
    // Who is at the machine is always asked.
    const others = checks.filter((each) => each.id !== "beside");
    expect(others.filter((each) => each.verdict !== "fine").map((each) => each.id)).toEqual([id]);
    expect(mayWrite(checks)).toBe(expected !== "stop");
  });

  test("what a file does not tell of its drive is no match", () => {
    const untold = { rating: undefined, ratingName: "", supply: "", firmware: "", serial: "" };
    const checks = checkRestore({ ...usual, record: { ...record, ...untold, notRead: true } });
    const verdict = (id: string) => checks.find((each) => each.id === id)?.verdict;
    expect(["rating", "supply", "firmware", "not-read"].map(verdict)).toEqual([
      "stop",
      "stop",
      "caution",
      "caution",
    ]);
    expect(mayWrite(checks)).toBe(false);
    expect(checks.map((each) => each.found).join(" ")).not.toMatch(/ of a {2}|recorded was \./);
  });
});

describe("the plan", () => {
  test("writes only what differs, and says from what to what", () => {
    expect(plan({ "1r": 250, "4r": 180 }, { "4r": 180 }).writes).toEqual([
      { code: "1r", from: 500, to: 250 },
    ]);
  });
  test("takes motor data first and communication last", () => {
    expect(codes(plan({ "6n": 50, "1r": 250, "3m": 340, "13m": 29100, "1n": 11, "1a": "X" }).writes)).toEqual(
      ["3m", "13m", "1a", "1r", "1n", "6n"],
    );
  });
  test("leaves out by choice, and says why", () => {
    const chosen = plan(
      { "1n": 11, "13m": 29100, "3m": 340, "1r": 250, "1b": 1200 },
      {},
      { communication: false, tuning: false, ratingDependent: false, leaveOut: ["1r"] },
    );
    expect(chosen.writes).toEqual([]);
    expect(chosen.leftOut.map((each) => [each.code, each.reason])).toEqual([
      ["1n", "communication"],
      ["1r", "hand"],
      ["1b", "rating"],
      ["3m", "rating"],
      ["13m", "tuning"],
    ]);
  });
  test("never writes what moves by itself, whatever the record holds", () => {
    const all = plan({ "1y": 5, "15y": 99 });
    expect(codes(all.writes)).toEqual([]);
    expect(codes(all.leftOut)).toEqual([]);
  });
  test("says what the record or the drive has not got", () => {
    const recorded = factory();
    recorded.delete("1r");
    const live = factory();
    live.delete("4r");
    expect(
      planRestore(rill, "R-030", recorded, live).leftOut.map((each) => [each.code, each.reason]),
    ).toEqual([
      ["1r", "not-recorded"],
      ["4r", "not-read"],
    ]);
  });
  test("warns of a value outside what this rating allows", () => {
    expect(plan({ "3m": 1100 }).writes[0]!.caution).toMatch(/at most 10.80 A/);
  });
  test("of a rack one axis alone is planned, the rest is listed as outside of it", () => {
    const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
    const live = valuesByCode(factorySet(rack, "P-06"));
    const recorded = new Map([...live, ["2:607D.02", 5_000_000], ["607D.02", 4_000_000]] as const);
    const all = planRestore(rack, "P-06", recorded, live, { ...USUAL_CHOICES, part: { axes: [2] } });
    expect(codes(all.writes)).toEqual(["2:607D.02"]);
    expect(all.leftOut).toEqual([
      { code: "607D.02", reason: "scope", from: live.get("607D.02"), to: 4_000_000 },
    ]);
  });
  test("knows when a restart is needed", () => {
    expect(plan({ "2n": 2 }).needsRestart).toBe(true);
    expect(plan({ "1r": 250 }).needsRestart).toBe(false);
  });
});

describe("the order of writing", () => {
  const pairs = rill.file.rules.map((rule) => [rule.lower, rule.upper] as const);
  const value = fc.integer({ min: 1, max: 900 });
  test("breaks no rule between two parameters at any moment, when start and end break none", () => {
    const state = fc.array(fc.tuple(value, value), { minLength: pairs.length, maxLength: pairs.length }).map(
      (list) =>
        new Map<string, RawValue>(
          list.flatMap(([a, b], i) => [
            [pairs[i]![0], Math.min(a, b)],
            [pairs[i]![1], Math.max(a, b)],
          ]),
        ),
    );
    fc.assert(
      fc.property(state, state, (from, to) => {
        const writes = [...to]
          .filter(([code, raw]) => from.get(code) !== raw)
          .map(([code, raw]) => ({ code, from: from.get(code), to: raw }));
        const now = new Map(from);
        const ordered = orderWrites(rill, writes, from);
        expect(ordered).toHaveLength(writes.length);
        for (const write of ordered) {
          now.set(write.code, write.to);
          expect(brokenRules(rill, now)).toEqual([]);
        }
        expect(now).toEqual(to);
      }),
    );
  });
});

describe("what is known of a write", () => {
  const step = (): WriteStep => stepsOf([{ code: "1r", from: 500, to: 250 }])[0]!;
  test("confirmed, refused, unknown", () => {
    expect(settleWrite(step(), { kind: "written" }).state).toBe("written");
    expect(settleWrite(step(), { kind: "unknown", text: "No answer.", lost: true })).toMatchObject({
      state: "unknown",
      said: "No answer.",
    });
  });
  test.each([1, 2, 3, 4, 5, 6, 8, 10, 11, 77])("exception %i is a refusal with its words", (code) => {
    const settled = settleWrite(step(), { kind: "refused", refusal: refusalOf(code) });
    expect(settled).toMatchObject({
      state: "refused",
      said: refusalOf(code).text,
      remedy: refusalOf(code).remedy,
    });
  });
  test.each<[WriteStep["state"], RawValue | undefined, WriteStep["state"]]>([
    ["unknown", 250, "written"],
    ["unknown", 500, "planned"],
    ["unknown", 77, "other"],
    ["sent", 250, "written"],
    ["sent", 500, "planned"],
    ["written", 250, "written"],
    ["written", 500, "planned"],
    ["refused", 500, "refused"],
    ["refused", 250, "written"],
    ["unknown", undefined, "unknown"],
  ])("%s, read back %p: %s", (before, readBack, after) => {
    expect(settleReadBack({ ...step(), state: before }, readBack).state).toBe(after);
  });
  test("after a loss everything that might be otherwise is read back, and nothing is counted as written that was only sent", () => {
    const states: WriteStep["state"][] = ["planned", "sent", "written", "refused", "unknown", "other"];
    const steps = states.map((state) => ({ ...step(), state }));
    expect(needReadBack(steps).map((each) => each.state)).toEqual(["sent", "written", "unknown", "other"]);
    expect(countSteps(steps)).toEqual({ written: 1, planned: 1, refused: 1, unknown: 2, other: 1 });
  });
});

describe("verifying", () => {
  const steps: WriteStep[] = [
    { code: "1r", from: 500, to: 250, state: "written", tries: 1 },
    { code: "4r", from: 500, to: 180, state: "written", tries: 1 },
  ];
  const before = factory();
  test("verified only when every planned parameter reads back as planned", () => {
    const after = new Map(before).set("1r", 250).set("4r", 180);
    expect(verifyRestore(rill, steps, before, after)).toMatchObject({ verified: true, alsoChanged: [] });
    expect(verifyRestore(rill, steps, before, new Map(after).set("4r", 181)).verified).toBe(false);
    after.delete("4r");
    expect(verifyRestore(rill, steps, before, after).results[1]!.verdict).toBe("not-read-back");
  });
  test("names settings that changed though nobody wrote them", () => {
    const after = new Map(before).set("1r", 250).set("4r", 180).set("1b", 900).set("1y", 3);
    expect(verifyRestore(rill, steps, before, after).alsoChanged).toEqual([
      { code: "1b", from: before.get("1b"), to: 900 },
    ]);
  });
});
