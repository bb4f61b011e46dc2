import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { decodeKey, encodeKey } from "./index";

const code = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9._-]{0,23}$/);
const key = fc.record(
  {
    code,
    axis: fc.oneof(fc.constant(0), fc.integer({ min: 2, max: 16 })),
    set: fc.integer({ min: 0, max: 16 }),
    option: fc.stringMatching(/^[a-z0-9-]{1,12}$/),
  },
  { requiredKeys: ["code", "axis", "set"] },
);

test("a key and its text are the same", () => {
  fc.assert(fc.property(key, (each) => expect(decodeKey(encodeKey(each))).toEqual(each)));
});

test("no two keys have one text", () => {
  fc.assert(
    fc.property(key, key, (one, other) => {
      if (encodeKey(one) === encodeKey(other)) expect(one).toEqual(other);
    }),
  );
});

test.each([
  ["17r", { code: "17r", axis: 0, set: 0 }],
  ["2:6083.00", { code: "6083.00", axis: 2, set: 0 }],
  ["H.mot.12/3", { code: "H.mot.12", axis: 0, set: 3 }],
  ["N.12@slot-b", { code: "N.12", axis: 0, set: 0, option: "slot-b" }],
])("%s", (text, expected) => {
  expect(decodeKey(text)).toEqual(expected);
});

test.each(["", ":", "1:17r", "0:17r", "17r/0", "17r/", "a:17r", "17r@", "17r/1/2"])(
  "%j is no key",
  (text) => {
    expect(decodeKey(text)).toBeUndefined();
  },
);

test("axis 1 is written like the drive as a whole, as at its keypad", () => {
  expect(encodeKey({ code: "6083.00", axis: 1, set: 0 })).toBe("6083.00");
});
