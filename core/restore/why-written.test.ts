import { expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { whyWritten } from "./why-written";

test.each([
  ["4r", "differs from the record"],
  ["1a", "a text"],
  ["13m", "tuning result"],
  ["1n", "communication, written last"],
])("of %s a plan says: %s", (code, words) => {
  expect(whyWritten(rill.byCode.get(code)!)).toBe(words);
});

test("what follows the rating says so, unless it was found by tuning", () => {
  const rated = rill.parameters.filter((each) => each.ratingDependent);
  expect(rated.length).toBeGreaterThan(0);
  for (const each of rated)
    expect(whyWritten(each)).toBe(each.kind === "tuning" ? "tuning result" : "follows the rating");
});
