import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { tagFinder } from "./tag-finder";

const at = (tag: string, more: { formerTags?: string[]; serial?: string } = {}) => ({
  tag,
  formerTags: more.formerTags ?? [],
  serial: more.serial,
});

test.each([
  ["ZA-03", "ZA-03"],
  ["drive za 3 [s]", "ZA-03"],
  ["ZA-02 (was ZB-09)", undefined],
  ["ZB-09", "ZA-04"],
  ["Value FR26-4410", "ZA-04"],
  ["ZA-033", undefined],
  ["XZA-03", undefined],
  ["Value", undefined],
  ["", undefined],
])("%j names %s", (text, tag) => {
  const find = tagFinder([
    at("ZA-02"),
    at("ZA-03"),
    at("ZA-04", { formerTags: ["ZB-09"], serial: "FR26-4410" }),
  ]);
  expect(find(text)).toBe(tag);
});

test("a name of fewer than three letters and figures tells nothing", () => {
  const find = tagFinder([at("A1"), at("B-01")]);
  expect([find("A1"), find("b 1")]).toEqual([undefined, "B-01"]);
});

test("a name that two positions have names neither", () => {
  const find = tagFinder([at("ZA-02", { formerTags: ["OLD-1"] }), at("ZA-03", { formerTags: ["OLD-1"] })]);
  expect(find("OLD-1")).toBeUndefined();
  expect(find("ZA-02")).toBe("ZA-02");
});

test("each of 2,000 positions is found by its own tag, and no text is too odd to be asked", () => {
  const tags = Array.from({ length: 2000 }, (_, i) => `BENCH-${i}`);
  const find = tagFinder(tags.map((each) => at(each)));
  fc.assert(fc.property(fc.constantFrom(...tags), (tag) => find(`${tag} set`) === tag));
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 400 }), (text) =>
      [undefined, ...tags].includes(find(text)),
    ),
  );
});
