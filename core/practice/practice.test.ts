import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { EXERCISES, judgeExercise, type ExerciseFacts, type RestoreFact } from "./index";

const by = (id: string) => EXERCISES.find((each) => each.id === id)!;
const begun: ExerciseFacts = {
  tag: "PX-01",
  drive: { serial: "PF-100", powered: true },
  before: "PF-100",
  restores: [],
  mended: false,
  refuses: "4r",
};
const stands: ExerciseFacts = { ...begun, record: 3, standing: 3 };
const swapped: ExerciseFacts = { ...stands, after: "PF-101", drive: { serial: "PF-101", powered: true } };
const restore = (over: Partial<RestoreFact> = {}): RestoreFact => ({
  id: 7,
  serial: "PF-101",
  refused: 0,
  interrupted: false,
  verified: false,
  ...over,
});
const now = (id: string, facts: ExerciseFacts): string | undefined =>
  judgeExercise(by(id), facts).find((each) => each.state === "now")?.title;

describe("an exercise stands where the facts say", () => {
  test.each<[string, string, ExerciseFacts, string | undefined]>([
    ["nothing was done", "swap", begun, "Record the drive that runs"],
    ["recorded, not raised", "swap", { ...begun, record: 3 }, "Raise the record that is to be restored"],
    ["recorded and raised", "swap", stands, "The drive dies"],
    ["another is in its place", "swap", swapped, "Connect the one that stands there now"],
    [
      "the bench still holds the former one",
      "swap",
      { ...swapped, connected: "PF-100" },
      "Connect the one that stands there now",
    ],
    [
      "connected",
      "swap",
      { ...swapped, connected: "PF-101" },
      "Restore the standing record until it says verified",
    ],
    [
      "restored, and ended before it was verified",
      "swap",
      { ...swapped, restores: [restore({ receipt: 4 })] },
      "Restore the standing record until it says verified",
    ],
    [
      "verified, but onto the drive that stood there before",
      "swap",
      { ...swapped, restores: [restore({ serial: "PF-100", verified: true })] },
      "Connect the one that stands there now",
    ],
    ["verified", "swap", { ...swapped, restores: [restore({ verified: true, receipt: 4 })] }, undefined],
    [
      "a refusal was met",
      "refusal",
      { ...swapped, restores: [restore({ refused: 1 })] },
      "Which code does it refuse?",
    ],
    [
      "the wrong code",
      "refusal",
      { ...swapped, restores: [restore({ refused: 1 })], answer: "1r" },
      "Which code does it refuse?",
    ],
    [
      "the right code, typed in another way",
      "refusal",
      { ...swapped, restores: [restore({ refused: 1 })], answer: " 4R" },
      "Have it mended",
    ],
    [
      "mended",
      "refusal",
      { ...swapped, restores: [restore({ refused: 1 })], answer: "4r", mended: true },
      "Write it again, and go on until it says verified",
    ],
    [
      "the power is off",
      "power-cut",
      {
        ...swapped,
        drive: { serial: "PF-101", powered: false },
        restores: [restore({ interrupted: true })],
      },
      "Switch it on again",
    ],
  ])("%s", (_, id, facts, expected) => {
    expect(now(id, facts)).toBe(expected);
  });

  test("a wrong answer is said, and what is found names the record, the drive, the receipt", () => {
    const wrong = judgeExercise(by("refusal"), {
      ...swapped,
      restores: [restore({ refused: 1 })],
      answer: "1r",
    });
    expect(wrong[4]!.how).toMatch(/^1r is not the one/);
    const done = judgeExercise(by("swap"), {
      ...swapped,
      restores: [restore({ verified: true, receipt: 4 })],
    });
    expect(done.map((each) => each.found)).toEqual([
      "Record 3 holds everything of it.",
      "Record 3 is the standing one.",
      "PF-101 is in its place now, as it came from the factory.",
      "PF-101 was recognised at PX-01.",
      "Verified: PF-101 is as recorded. Receipt 4 says so.",
    ]);
  });

  test("whatever the facts: first what is done, then at most one that is open, then what is later", () => {
    const facts = fc.record(
      {
        tag: fc.constant("PX-01"),
        drive: fc.record({ serial: fc.constantFrom("PF-100", "PF-101"), powered: fc.boolean() }),
        before: fc.constant("PF-100"),
        after: fc.option(fc.constantFrom("PF-100", "PF-101"), { nil: undefined }),
        record: fc.option(fc.nat(), { nil: undefined }),
        standing: fc.option(fc.nat(), { nil: undefined }),
        connected: fc.option(fc.constantFrom("PF-100", "PF-101"), { nil: undefined }),
        restores: fc.array(
          fc.record({
            id: fc.nat(),
            serial: fc.constantFrom("PF-100", "PF-101"),
            refused: fc.nat(2),
            interrupted: fc.boolean(),
            verified: fc.boolean(),
          }),
          { maxLength: 3 },
        ),
        refuses: fc.constant("4r"),
        mended: fc.boolean(),
        answer: fc.option(fc.constantFrom("4r", "1r", ""), { nil: undefined }),
      },
      { requiredKeys: ["tag", "drive", "before", "restores", "mended"] },
    );
    fc.assert(
      fc.property(facts, fc.constantFrom(...EXERCISES), (given, exercise) => {
        const states = judgeExercise(exercise, given).map((each) => each.state);
        expect(states.join(" ")).toMatch(/^(done ?)*(now( later)*)?$/);
        // Nothing was put in: no exercise is done.
        if (given.after === undefined) expect(states).toContain("now");
      }),
    );
  });
});
