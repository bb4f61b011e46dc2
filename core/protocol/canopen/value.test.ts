import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { floatFromBits, floatToBits, type ValueType } from "@/core/value";
import { decodeValue, encodeCommand, encodeValue } from "./command";
import { refusalOfCode } from "./refusal";

describe("a value in a gateway's words", () => {
  test.each<[ValueType, string, number | string | undefined]>([
    ["u8", "255", 255],
    ["u8", "256", undefined],
    ["u8", "-1", undefined],
    ["i8", "-128", -128],
    ["i8", "128", undefined],
    ["i8", "0xFF", -1],
    ["i16", "0x8000", -32768],
    ["i16", "0x18000", undefined],
    ["bits16", "0xFFFF", 65535],
    ["u32", "4294967295", 4294967295],
    ["u32", "4294967296", undefined],
    ["u64", "18446744073709551615", "18446744073709551615"],
    ["i64", "0xFFFFFFFFFFFFFFFF", "-1"],
    ["float32", "1067030938", 1067030938],
    ["float32", "0x3F99999A", 0x3f99999a],
    ["float32", "1.2", floatToBits(1.2)],
    ["float32", "-1.5e3", floatToBits(-1500)],
    ["float32", "NaN", floatToBits(NaN)],
    ["float32", "-inf", floatToBits(-Infinity)],
    ["float32", "+Infinity", floatToBits(Infinity)],
    ["float32", "1.2.3", undefined],
    ["float32", "1,2", undefined],
    ["text", '"a ""b"""', 'a "b"'],
    ["text", "plain", "plain"],
    ["text", "two words", undefined],
    ["text", '"open', undefined],
    ["u16", "seven", undefined],
    ["u16", "", undefined],
  ])("%s %s is %s", (type, text, raw) => {
    expect(decodeValue(type, text)).toBe(raw);
  });
  test("every float keeps its bits, NaN with whatever it carries too", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffffff }), (bits) => {
        expect(decodeValue("float32", encodeValue("float32", bits))).toBe(bits);
      }),
    );
    expect(Number.isNaN(floatFromBits(0x7fc12345))).toBe(true);
    expect(
      encodeCommand(1, 1, 2, { kind: "write", index: 0x2000, sub: 1, type: "float32", raw: 0x7fc12345 }),
    ).toBe("[1] 1 2 w 0x2000 0x01 u32 2143363909");
  });
});

test.each([
  [201, "gateway-silent"],
  [301, "gateway-fault"],
  [303, "busy"],
  [501, "gateway-fault"],
  [602, "gateway-fault"],
  [0x05040004, "other"],
  [0x06040042, "other"],
])("code %s is known", (code, kind) => {
  const refusal = refusalOfCode(code);
  expect(refusal.kind).toBe(kind);
  expect(refusal.text).not.toContain("which the standard does not know");
});
