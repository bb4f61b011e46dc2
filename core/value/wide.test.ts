import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { anyRawOf } from "@/core/testing/raw-of";
import {
  REGISTER_ORDERS,
  checkRange,
  decodeRegisters,
  encodeRegisters,
  formatValue,
  isText,
  parseValue,
  rawBounds,
  rawFromBits,
  VALUE_TYPES,
  type Parameter,
  type RawValue,
} from "@/core/value";
import { definitions } from "@/families/testing";

const SIZED = VALUE_TYPES.filter((each) => !isText(each));

describe("every type, also those that a number would round", () => {
  test.each(SIZED)("%s comes back from its registers as it went, in every order", (type) => {
    fc.assert(
      fc.property(anyRawOf(type), fc.constantFrom(...REGISTER_ORDERS), (raw, order) => {
        expect(decodeRegisters(type, encodeRegisters(type, raw, order), order)).toBe(raw);
      }),
    );
  });
  test.each([
    ["u64", "18446744073709551615", [0xffff, 0xffff, 0xffff, 0xffff]],
    ["i64", "-2", [0xffff, 0xffff, 0xffff, 0xfffe]],
    ["i8", -1, [0xffff]],
    ["u8", 200, [0x00c8]],
    ["i24", -2, [0xffff, 0xfffe]],
    ["u40", "1099511627775", [0x00ff, 0xffff, 0xffff]],
    ["float64", "4609434218613702656", [0x3ff8, 0, 0, 0]],
  ] as const)("%s %s", (type, raw, registers) => {
    expect(encodeRegisters(type, raw)).toEqual(registers);
    expect(decodeRegisters(type, registers)).toBe(raw);
  });
  test("bits above the type's size are cut off", () => {
    expect([rawFromBits("u8", 0x1ffn), rawFromBits("i16", 0x1ffffn), rawFromBits("u64", 1n << 64n)]).toEqual([
      255,
      -1,
      "0",
    ]);
  });
});

describe("what is shown reads back as the same raw value", () => {
  const parameters = definitions.flatMap((definition) =>
    definition.parameters.filter(
      (each) => rawBounds(each.type) !== undefined && !each.choices && each.kind !== "secret",
    ),
  );
  const any: fc.Arbitrary<[Parameter, RawValue]> = fc
    .constantFrom(...parameters)
    .chain((each) => fc.tuple(fc.constant(each), anyRawOf(each.type)));
  test("for any parameter of every family and any raw value it can hold", () => {
    fc.assert(
      fc.property(any, ([parameter, raw]) => {
        expect([parameter.code, parseValue(parameter, formatValue(parameter, raw).text)]).toEqual([
          parameter.code,
          { ok: true, raw },
        ]);
      }),
      { numRuns: 3000 },
    );
  });
  test("a value inside its range is fine, one beyond it is said with its limit", () => {
    const limited = parameters.filter(
      (each) => each.rawMin !== undefined && each.rawMax !== undefined && each.rawStep === undefined,
    );
    fc.assert(
      fc.property(fc.constantFrom(...limited), fc.nat({ max: 1000 }), (parameter, share) => {
        const inside = Math.floor(
          parameter.rawMin! + ((parameter.rawMax! - parameter.rawMin!) * share) / 1000,
        );
        expect([parameter.code, checkRange(parameter, inside)]).toEqual([parameter.code, undefined]);
        const bounds = rawBounds(parameter.type)!;
        if (BigInt(parameter.rawMax!) < bounds.max)
          expect(checkRange(parameter, parameter.rawMax! + 1)).toBeDefined();
        if (BigInt(parameter.rawMin!) > bounds.min)
          expect(checkRange(parameter, parameter.rawMin! - 1)).toBeDefined();
      }),
      { numRuns: 1000 },
    );
  });
});
