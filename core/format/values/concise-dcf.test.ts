import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { plover } from "@/families/testing";
import { bytesOfRaw, rawOfBytes, readConciseDcf, writeConciseDcf } from "./concise-dcf";

const entry = fc.record({
  address: fc.integer({ min: 0, max: 0xffffff }),
  data: fc.uint8Array({ maxLength: 20 }),
});

test("byte by byte as it lies in the object", () => {
  const bytes = writeConciseDcf([{ address: 0x608300, data: bytesOfRaw("u32", 2000) }]);
  expect(Buffer.from(bytes).toString("hex")).toBe("01000000836000" + "04000000" + "d0070000");
  const read = readConciseDcf(bytes);
  expect(read.ok && rawOfBytes("u32", read.entries[0]!.data)).toBe(2000);
});

test("what is written is read", () => {
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 12 }), (entries) => {
      expect(readConciseDcf(writeConciseDcf(entries))).toEqual({ ok: true, entries });
    }),
  );
});

test("cut off anywhere, or with something behind it, nothing of it is taken; rubbish never throws", () => {
  fc.assert(
    fc.property(fc.array(entry, { minLength: 1, maxLength: 5 }), fc.nat(), (entries, cut) => {
      const bytes = writeConciseDcf(entries);
      expect(readConciseDcf(bytes.slice(0, cut % bytes.length)).ok).toBe(false);
      expect(readConciseDcf(Uint8Array.from([...bytes, 0]))).toMatchObject({
        ok: false,
        text: expect.stringContaining("1 more byte follows"),
      });
    }),
  );
  fc.assert(fc.property(fc.uint8Array({ maxLength: 60 }), (bytes) => void readConciseDcf(bytes)));
  expect(readConciseDcf(Uint8Array.of(0xff, 0xff, 0xff, 0xff))).toMatchObject({ ok: false });
});

test("every type of the family comes back as it was; a number of another size is none", () => {
  const some = new Map(plover.parameters.map((each) => [each.type, each]));
  const raws = {
    text: "Stacker",
    octets: "0AFF",
    u64: "1234567890123",
    i8: -3,
    i16: -300,
    i32: -70000,
  } as const;
  for (const type of some.keys()) {
    const raw = (raws as Record<string, number | string>)[type] ?? 1;
    expect([type, rawOfBytes(type, bytesOfRaw(type, raw))]).toEqual([type, raw]);
  }
  expect(rawOfBytes("u32", Uint8Array.of(1, 2))).toBeUndefined();
});
