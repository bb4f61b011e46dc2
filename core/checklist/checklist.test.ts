import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { asksValue, leftOut, linesOf, MOST_LINES, whyNotSigned, type Tick } from ".";

const LINES = ["Direction of rotation", "Deceleration from 50 Hz, s:", "Emergency stop"];
const all = (change: Partial<Tick>[] = []): Tick[] =>
  LINES.map((text, i) => ({ text, done: true, value: asksValue(text) ? "1.8" : undefined, ...change[i] }));

test.each([
  ["one\n two \r\n\n three", ["one", "two", "three"]],
  ["", []],
  ["  \n\t\n", []],
])("%j has the lines %j", (typed, lines) => {
  expect(linesOf(typed)).toEqual(lines);
});

test("whatever is typed, a list stays one that can be gone through, and reads back as itself", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 5000 }), (typed) => {
      const lines = linesOf(typed);
      expect(lines.length).toBeLessThanOrEqual(MOST_LINES);
      expect(lines.every((each) => each.length > 0 && each.length <= 200)).toBe(true);
      expect(linesOf(lines.join("\n"))).toEqual(
        lines.map((each) => each.trim()).filter((each) => each !== ""),
      );
    }),
  );
});

describe("signing", () => {
  test("every line ticked, every value given", () => {
    expect(whyNotSigned(LINES, all(), "")).toBeUndefined();
  });
  test.each<[string, Tick[], string, string]>([
    ["a value that is asked for is missing", all([{}, { value: "  " }]), "", "asks for a value"],
    ["a line is left out without a reason", all([{ done: false }]), " ", "One line is left out"],
    ["two lines are", all([{ done: false }, { done: false }]), "", "2 lines are left out"],
    ["a line of a former list", all([{ text: "Colour" }]), "", "changed meanwhile"],
    ["a line too few", all().slice(1), "", "changed meanwhile"],
  ])("refused: %s", (_, ticks, why, words) => {
    expect(whyNotSigned(LINES, ticks, why)?.text).toContain(words);
  });
  test("with a reason lines may be left out, also those that ask for a value; they are named", () => {
    const ticks = all([{}, { done: false, value: undefined }]);
    expect(whyNotSigned(LINES, ticks, "No load today")).toBeUndefined();
    expect(leftOut(ticks)).toEqual(["Deceleration from 50 Hz, s:"]);
  });
  test("an empty list is not signed", () => {
    expect(whyNotSigned([], [], "")?.text).toContain("nothing to sign");
  });
});
