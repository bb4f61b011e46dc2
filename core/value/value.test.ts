import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  REGISTER_ORDERS,
  checkRange,
  decodeRegisters,
  encodeRegisters,
  floatFromBits,
  floatToBits,
  formatLine,
  formatValue,
  parseValue,
  type ValueType,
} from "@/core/value";
import { rill } from "@/families/testing";

const parameter = (code: string) => rill.byCode.get(code)!;

describe("registers", () => {
  const ranges: Array<[ValueType, number, number]> = [
    ["u16", 0, 65535],
    ["i16", -32768, 32767],
    ["u32", 0, 4294967295],
    ["i32", -2147483648, 2147483647],
    ["bits16", 0, 65535],
    ["float32", 0, 4294967295],
  ];
  test.each(ranges)("%s comes back as it went, in both word orders", (type, min, max) => {
    fc.assert(
      fc.property(fc.integer({ min, max }), fc.constantFrom(...REGISTER_ORDERS), (raw, order) => {
        expect(decodeRegisters(type, encodeRegisters(type, raw, order), order)).toBe(raw);
      }),
    );
  });
  test("text of any Latin-1 comes back, up to its length", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[\x01-\xff]{0,12}$/), (text) => {
        expect(decodeRegisters("text", encodeRegisters("text", text, "high-first", 12))).toBe(text);
      }),
    );
  });
  test("bytes that are no text come back with their zeros", () => {
    expect(encodeRegisters("octets", "0A001B", "high-first", 4)).toEqual([0x0a00, 0x1b00]);
    expect(decodeRegisters("octets", [0x0a00, 0x1b00])).toBe("0A001B00");
  });
  test("known patterns", () => {
    expect(encodeRegisters("i16", -2)).toEqual([0xfffe]);
    expect(encodeRegisters("u32", 70001)).toEqual([1, 4465]);
    expect(encodeRegisters("u32", 70001, "low-first")).toEqual([4465, 1]);
    expect(encodeRegisters("u32", 0x0a0b0c0d, "high-first, bytes-swapped")).toEqual([0x0b0a, 0x0d0c]);
    expect(encodeRegisters("u32", 0x0a0b0c0d, "low-first, bytes-swapped")).toEqual([0x0d0c, 0x0b0a]);
    expect(decodeRegisters("text", [0x6952, 0x6c6c], "high-first, bytes-swapped")).toBe("Rill");
    expect(encodeRegisters("float32", floatToBits(1.5))).toEqual([0x3fc0, 0]);
    expect(encodeRegisters("text", "Kiln", "high-first", 6)).toEqual([0x4b69, 0x6c6e, 0]);
  });
});

describe("what is shown reads back as the same raw value", () => {
  const numeric = rill.parameters.filter(
    (each) => each.type !== "text" && each.type !== "float32" && !each.choices,
  );
  test("for every parameter of the family and any raw value it can hold", () => {
    fc.assert(
      fc.property(fc.constantFrom(...numeric), fc.integer({ min: 0, max: 65535 }), (each, word) => {
        const spread: Record<string, number> = { i16: word - 32768, u32: word * 65537 };
        const raw = spread[each.type] ?? word;
        expect(parseValue(each, formatValue(each, raw).text)).toEqual({ ok: true, raw });
      }),
      { numRuns: 2000 },
    );
  });
  test("for any finite float", () => {
    fc.assert(
      fc.property(fc.float({ noNaN: true, noDefaultInfinity: true }), (value) => {
        const bits = floatToBits(value);
        const parsed = parseValue(parameter("12c"), formatValue(parameter("12c"), bits).text);
        expect(parsed.ok && floatFromBits(Number(parsed.raw))).toBe(Object.is(value, -0) ? 0 : value);
      }),
    );
  });
  test("for every choice, by its number and by its text", () => {
    for (const each of rill.parameters.filter((one) => one.choices)) {
      for (const choice of each.choices!) {
        expect(parseValue(each, String(choice.value))).toEqual({ ok: true, raw: choice.value });
        expect(parseValue(each, choice.text.toUpperCase())).toEqual({ ok: true, raw: choice.value });
      }
    }
  });
});

describe("what a person types", () => {
  test.each([
    ["1r", "5", 500],
    ["1r", "5 s", 500],
    ["1r", "5000ms", 500],
    ["1r", "0,25", 25],
    ["1r", "1 min", 6000],
    ["4f", "0.05 kHz", 5000],
    ["1m", "1500 W", 150],
    ["3m", "3400mA", 340],
    ["8f", "-12.5", -1250],
    ["8f", "−12,5", -1250],
    ["8f", "–12.5 %", -1250],
    ["1m", "1 500 W", 150],
    ["1m", "1\u202f500 W", 150],
    ["1m", "1’500,0 W", 150],
    ["13r", "ramp, t", 3],
    ["13r", "coast", 1],
    ["7t", "0x0005", 5],
    ["7t", "0b101", 5],
    ["1a", "Roller 3", "Roller 3"],
    ["13m", "2850 mΩ", 28500],
  ])("%s: %s is raw %p", (code, typed, raw) => {
    expect(parseValue(parameter(code), typed)).toEqual({ ok: true, raw });
  });
  test.each([
    ["1r", "5 Hz", /cannot be turned into s/],
    ["1r", "fast", /not a number/],
    ["1m", "1.500,0 W", /^"1\.500,0 W" has more than one point or comma\. Type it with none between/],
    ["1m", "1 50 W", /cannot be turned into/],
    ["1m", "1 500’000", /cannot be turned into/],
    ["1r", "5..", /not a number|more than one point/],
    ["1r", "1.005", /steps of 0.01 s: take 1.00 or 1.01/],
    ["1r", "", /Nothing was typed/],
    ["13r", "r", /Type more of it/],
    ["13r", "9", /none of the choices/],
    ["1a", "far too long a name", /At most 16/],
    ["7t", "0x10000", /does not fit in 16 bits/],
    ["4f", "99999", /^4f cannot hold more than 655\.35 Hz\.$/],
    ["4f", "-1", /^4f cannot hold less than 0\.00 Hz\.$/],
    ["8f", "-400", /^8f cannot hold less than -327\.68 /],
  ])("%s: %p is refused, and says why", (code, typed, reason) => {
    const parsed = parseValue(parameter(code), typed);
    expect(parsed.ok).toBe(false);
    expect(!parsed.ok && parsed.reason).toMatch(reason);
  });
});

test("values are written for people", () => {
  expect(formatLine(parameter("4r"), 180)).toBe("1.80 s");
  expect(formatLine(parameter("13r"), 3)).toBe("3 · Ramp, then DC braking");
  expect(formatLine(parameter("13r"), 8)).toBe("8 · not a known choice");
  expect(formatLine(parameter("7t"), 5)).toBe("0x0005 · Input 1, Input 3");
  expect(formatLine(parameter("1y"), -4250)).toBe("-42.50 Hz");
  expect(formatLine(parameter("12c"), floatToBits(0.1))).toBe("0.1");
  expect(formatLine(parameter("9c"), 1640)).toBe("10.0098");
  expect(formatLine(parameter("11a"), "")).toBe("empty");
  expect(formatLine(parameter("11a"), undefined)).toBe("no value");
});

test("ranges, choices and steps", () => {
  expect(checkRange(parameter("4r"), 1)).toBeUndefined();
  expect(checkRange(parameter("4r"), 0)).toBe("4r must be at least 0.01 s.");
  expect(checkRange(parameter("4r"), 360001)).toBe("4r must be at most 3600.00 s.");
  expect(checkRange(parameter("13r"), 4)).toContain("none of the choices");
  expect(checkRange(parameter("12c"), 0x7fc00000)).toContain("not a number");
});
