import fc from "fast-check";
import { isFloat, isWide, rawBounds, type RawValue, type ValueType } from "@/core/value";

const WHOLE_OF = { float32: "u32", float64: "u64" } as const;

/** Any raw value of a type: every whole number it can hold, every pattern of a float's bits, up to 20 characters of Latin-1, up to 10 bytes. */
export function anyRawOf(type: ValueType): fc.Arbitrary<RawValue> {
  if (type === "text")
    return fc.string({
      unit: fc.integer({ min: 32, max: 255 }).map((code) => String.fromCharCode(code)),
      maxLength: 20,
    });
  if (type === "octets")
    return fc
      .array(fc.nat(255), { maxLength: 10 })
      .map((bytes) => Buffer.from(bytes).toString("hex").toUpperCase());
  const { min, max } = rawBounds(isFloat(type) ? WHOLE_OF[type] : type)!;
  return fc.bigInt({ min, max }).map((value) => (isWide(type) ? value.toString() : Number(value)));
}
