import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  mendsOf,
  readinessOf,
  USUAL_THRESHOLDS,
  type MendableLine,
  type NextStep,
  type ReadinessFacts,
  type Reason,
  type ReasonCode,
} from "./index";

const NOW = Date.parse("2026-03-14T22:40:00Z");
const daysAgo = (n: number): number => NOW - n * 24 * 3600 * 1000;
const READY: ReadinessFacts = {
  now: NOW,
  definition: "here",
  newest: {
    number: 7,
    at: daysAgo(30),
    partial: false,
    asStanding: true,
    volatile: false,
    notRead: false,
  },
  standing: { number: 7, missing: 0, rating: "R-030", notRead: false },
  seenAt: daysAgo(30),
  fitted: { rating: "R-030" },
  spares: "equal",
};
const codes = (facts: Partial<ReadinessFacts>, thresholds = USUAL_THRESHOLDS) => {
  const { verdict, reasons } = readinessOf({ ...READY, ...facts }, thresholds);
  return [verdict, ...reasons.map((each) => each.code)];
};

describe("could it be replaced tonight?", () => {
  test("yes, where nothing is missing", () => {
    expect(codes({})).toEqual(["ready"]);
  });
  test.each<[string, Partial<ReadinessFacts>, string[]]>([
    ["no definition", { definition: "none" }, ["no", "no-definition"]],
    ["never recorded", { newest: undefined, standing: undefined }, ["no", "no-record"]],
    ["nobody has raised one", { standing: undefined }, ["no", "no-standing"]],
    ["partial", { standing: { ...READY.standing!, missing: 12 } }, ["no", "partial"]],
    [
      "half restored",
      { openRestore: { id: 3, kind: "restore", byName: "Tomas", begun: true } },
      ["no", "open-restore"],
    ],
    [
      "planned only",
      { openRestore: { id: 3, kind: "restore", byName: "Tomas", begun: false } },
      ["with-care", "open-restore"],
    ],
    [
      "ended on the way, and not recorded since",
      { endedHalfway: { receipt: 4, kind: "restore", byName: "Tomas" } },
      ["with-care", "ended-halfway"],
    ],
    [
      "ended on the way, and another is begun",
      {
        openRestore: { id: 5, kind: "restore", byName: "Tomas", begun: true },
        endedHalfway: { receipt: 4, kind: "restore", byName: "Tomas" },
      },
      ["no", "open-restore"],
    ],
    [
      "changed since",
      {
        newest: {
          ...READY.newest!,
          number: 9,
          at: daysAgo(3),
          partial: false,
          asStanding: false,
          volatile: false,
        },
      },
      ["with-care", "drifted"],
    ],
    [
      "an older record was raised again, and the newest is as it",
      {
        newest: {
          ...READY.newest!,
          number: 9,
          at: daysAgo(3),
          partial: false,
          asStanding: true,
          volatile: false,
        },
      },
      ["ready"],
    ],
    [
      "gone at a power-off",
      {
        newest: {
          ...READY.newest!,
          number: 7,
          at: daysAgo(3),
          partial: false,
          asStanding: true,
          volatile: true,
        },
      },
      ["with-care", "volatile"],
    ],
    [
      "whether it would be gone is not told",
      { newest: { ...READY.newest!, volatile: undefined } },
      ["with-care", "volatile-not-told"],
    ],
    [
      "the newest is partial: no word of a change",
      {
        newest: {
          ...READY.newest!,
          number: 9,
          at: daysAgo(3),
          partial: true,
          asStanding: false,
          volatile: false,
        },
      },
      ["with-care", "newest-partial"],
    ],
    ["no drive is fitted", { fitted: undefined }, ["with-care", "no-drive"]],
    ["its rating is not told", { fitted: { rating: undefined } }, ["with-care", "rating-not-told"]],
    ["not read for long", { seenAt: daysAgo(401) }, ["with-care", "old"]],
    ["read again, unchanged, on the last day", { seenAt: daysAgo(400) }, ["ready"]],
    [
      "it runs on a drive that imitates its predecessor",
      {
        fitted: {
          rating: "R-030",
          really: {
            definitionId: "successor",
            rating: "N-022",
            ratingName: "Runnel 2.2 kW",
            firmware: "2.1",
          },
        },
      },
      ["with-care", "imitates"],
    ],
    [
      "no file of its program is kept",
      { standing: { ...READY.standing!, programNotKept: true } },
      ["with-care", "no-program-file"],
    ],
    [
      "the spare was prepared with a record that stands no more",
      { staleSpare: { serial: "FR-9", record: 5 } },
      ["with-care", "stale-spare"],
    ],
    ["another rating is fitted", { fitted: { rating: "R-055" } }, ["with-care", "other-rating"]],
    ["safe functions unconfirmed", { unconfirmedSafety: 4 }, ["with-care", "safety"]],
    ["no spare", { spares: "none" }, ["with-care", "no-spare"]],
    ["an older spare", { spares: "older" }, ["with-care", "older-spare"]],
    ["a spare of unknown rating", { spares: "not-told" }, ["with-care", "spare-not-told"]],
    [
      "from a file, never compared",
      {
        newest: { ...READY.newest!, notRead: true, volatile: undefined },
        standing: { ...READY.standing!, notRead: true },
        seenAt: undefined,
      },
      ["with-care", "not-read"],
    ],
    [
      "from a file, and the drive was read equal since",
      { standing: { ...READY.standing!, number: 8, notRead: true } },
      ["ready"],
    ],
    [
      "from a file that was brought in after the last reading, and differs from that",
      {
        newest: { ...READY.newest!, asStanding: false },
        standing: { ...READY.standing!, number: 8, notRead: true },
      },
      ["with-care", "drifted"],
    ],
  ])("%s", (_, facts, expected) => {
    expect(codes(facts)).toEqual(expected);
  });
  test("a plant decides after how many days it is old, and whether a spare is asked for", () => {
    const own = { oldAfterDays: 20, spareNeeded: false };
    expect(codes({ spares: "none" }, own)).toEqual(["with-care", "old"]);
  });
  test("the gravest reason stands first, and every reason says what would mend it", () => {
    const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined });
    const facts = fc.record({
      now: fc.constant(NOW),
      definition: fc.constantFrom("here" as const, "none" as const),
      newest: maybe(
        fc.record({
          number: fc.integer({ min: 1, max: 50 }),
          at: fc.integer({ min: 0, max: NOW }),
          partial: fc.boolean(),
          asStanding: fc.boolean(),
          volatile: maybe(fc.boolean()),
          notRead: fc.boolean(),
        }),
      ),
      standing: maybe(
        fc.record({
          number: fc.integer({ min: 1, max: 50 }),
          missing: fc.integer({ min: 0, max: 9 }),
          rating: maybe(fc.constantFrom("R-030", "R-055")),
          notRead: fc.boolean(),
        }),
      ),
      fitted: maybe(fc.record({ rating: maybe(fc.constantFrom("R-030", "R-055")) })),
      spares: fc.constantFrom("equal" as const, "older" as const, "none" as const, "not-told" as const),
      unconfirmedSafety: maybe(fc.integer({ min: 1 })),
      seenAt: maybe(fc.integer({ min: 0, max: NOW })),
    });
    fc.assert(
      fc.property(facts, (given) => {
        const { verdict, reasons } = readinessOf(given, USUAL_THRESHOLDS);
        expect(verdict === "ready").toBe(reasons.length === 0);
        expect(verdict === "no").toBe(reasons[0]?.severity === "missing");
        const graver = reasons.map((each) => (each.severity === "missing" ? 0 : 1));
        expect([...graver].sort()).toEqual(graver);
        for (const each of reasons) expect(each.next.text.length).toBeGreaterThan(5);
        // Without something to restore from, nothing is ever ready or a matter of care.
        if (!given.newest || !given.standing || given.definition === "none") expect(verdict).toBe("no");
        // What is not told is never ready.
        const told = [given.newest?.volatile, given.fitted?.rating, given.standing?.rating];
        if (told.includes(undefined) || given.spares === "not-told") expect(verdict).not.toBe("ready");
      }),
    );
  });
});

test("what would be mended at once: what wants to be read, and the newest complete reading that nobody raised; never a partial one, a file's, or one of a retired position", () => {
  const reason = (code: ReasonCode, step: NextStep["do"]): Reason => ({
    code,
    severity: "missing",
    text: "",
    next: { text: "", do: step },
  });
  const raise = [reason("no-standing", "raise")];
  const newest = { number: 3, partial: false, notRead: false };
  const lines: MendableLine[] = [
    { tag: "A", verdict: "no", reasons: [reason("no-record", "connect")] },
    { tag: "B", verdict: "no", newest, reasons: raise },
    { tag: "C", verdict: "no", newest: { ...newest, partial: true }, reasons: raise },
    { tag: "D", verdict: "no", newest: { ...newest, notRead: true }, reasons: raise },
    { tag: "E", verdict: "no", newest, reasons: [...raise, reason("volatile", "connect")] },
    { tag: "F", verdict: "with-care", newest, reasons: [reason("drifted", "compare")] },
    { tag: "G", verdict: "ready", newest, reasons: [] },
    { tag: "H", verdict: "no", retired: true, newest, reasons: raise },
  ];
  expect(mendsOf(lines)).toEqual({
    read: ["A", "E"],
    raise: [
      { tag: "B", record: 3 },
      { tag: "E", record: 3 },
    ],
  });
});
