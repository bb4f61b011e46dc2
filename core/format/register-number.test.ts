import { expect, test } from "@jest/globals";
import { readRegister } from "@/core/format";

test.each([
  ["12", 12],
  ["0x10", 16],
  ["0X1F", 31],
  ["1Fh", 31],
  ["40001", 0],
  ["40013", 12],
  ["30100", 99],
  ["49999", 9998],
  ["0x9C41", 40001],
  ["40000", 40000],
  ["50001", 50001],
  ["65535", 65535],
])("%s is register %i", (typed, address) => {
  expect(readRegister(typed)).toMatchObject({ ok: true, address });
});
test.each(["", "abc", "-1", "1.5", "65536", "0x1FFFF", "1 2"])(
  "%j is refused, with what is wanted",
  (typed) => {
    expect(readRegister(typed)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/number|end at/) as unknown,
    });
  },
);
test("what is taken otherwise than typed is said", () => {
  expect(readRegister("40001")).toMatchObject({ says: expect.stringContaining("0x9C41") as unknown });
  expect(readRegister("12")).toEqual({ ok: true, address: 12 });
});
