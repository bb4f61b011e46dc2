import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { rill } from "@/families/testing";
import {
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
      fc.property(
        fc.integer({ min, max }),
        fc.constantFrom("high-first" as const, "low-first" as const),
        (raw, order) => {
          expect(decodeRegisters(type, encodeRegisters(type, raw, order), order)).toBe(raw);
        },
      ),
    );
  });
  test("text of any Latin-1 comes back, up to its length", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[\x01-\xff]{0,12}$/), (text) => {
        expect(decodeRegisters("text", encodeRegisters("text", text, "high-first", 12))).toBe(text);
      }),
    );
  });
  test("known patterns", () => {
    expect(encodeRegisters("i16", -2)).toEqual([0xfffe]);
    expect(encodeRegisters("u32", 70001)).toEqual([1, 4465]);
    expect(encodeRegisters("u32", 70001, "low-first")).toEqual([4465, 1]);
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
        const raw = each.type === "i16" ? word - 32768 : each.type === "u32" ? word * 65537 : word;
        expect(parseValue(each, formatValue(each, raw).text)).toEqual({ ok: true, raw });
      }),
      { numRuns: 2000 },
    );
  });
  test("for any finite float", () => {
    fc.assert(
      fc.property(fc.float({ noNaN: true, noDefaultInfinity: true }), (value) => {
        const bits = floatToBits(value);
        const parsed = parseValue(parameter("C112"), formatValue(parameter("C112"), bits).text);
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
    ["R201", "5", 500],
    ["R201", "5 s", 500],
    ["R201", "5000ms", 500],
    ["R201", "0,25", 25],
    ["R201", "1 min", 6000],
    ["R105", "0.05 kHz", 5000],
    ["M101", "1500 W", 150],
    ["M103", "3400mA", 340],
    ["R109", "-12.5", -1250],
    ["B101", "ramp, t", 3],
    ["B101", "coast", 1],
    ["T107", "0x0005", 5],
    ["T107", "0b101", 5],
    ["G101", "Roller 3", "Roller 3"],
    ["M201", "2850 mΩ", 28500],
  ])("%s: %s is raw %p", (code, typed, raw) => {
    expect(parseValue(parameter(code), typed)).toEqual({ ok: true, raw });
  });
  test.each([
    ["R201", "5 Hz", /cannot be turned into s/],
    ["R201", "fast", /not a number/],
    ["R201", "1.005", /steps of 0.01 s: take 1.00 or 1.01/],
    ["R201", "", /Nothing was typed/],
    ["B101", "r", /Type more of it/],
    ["B101", "9", /none of the choices/],
    ["G101", "far too long a name", /At most 16/],
    ["T107", "0x10000", /does not fit in 16 bits/],
    ["R105", "99999", /so large/],
  ])("%s: %p is refused, and says why", (code, typed, reason) => {
    const parsed = parseValue(parameter(code), typed);
    expect(parsed.ok).toBe(false);
    expect(!parsed.ok && parsed.reason).toMatch(reason);
  });
});

test("values are written for people", () => {
  expect(formatLine(parameter("R204"), 180)).toBe("1.80 s");
  expect(formatLine(parameter("B101"), 3)).toBe("3 · Ramp, then DC braking");
  expect(formatLine(parameter("B101"), 8)).toBe("8 · not a known choice");
  expect(formatLine(parameter("T107"), 5)).toBe("0x0005 · Input 1, Input 3");
  expect(formatLine(parameter("D101"), -4250)).toBe("-42.50 Hz");
  expect(formatLine(parameter("C112"), floatToBits(0.1))).toBe("0.1");
  expect(formatLine(parameter("C109"), 1640)).toBe("10.0098");
  expect(formatLine(parameter("G114"), "")).toBe("empty");
  expect(formatLine(parameter("G114"), undefined)).toBe("no value");
});

test("ranges, choices and steps", () => {
  expect(checkRange(parameter("R204"), 1)).toBeUndefined();
  expect(checkRange(parameter("R204"), 0)).toBe("R204 must be at least 0.01 s.");
  expect(checkRange(parameter("R204"), 360001)).toBe("R204 must be at most 3600.00 s.");
  expect(checkRange(parameter("B101"), 4)).toContain("none of the choices");
  expect(checkRange(parameter("C112"), 0x7fc00000)).toContain("not a number");
});
