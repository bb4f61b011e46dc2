import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { decodeCommand, encodeCommand } from "@/core/protocol/canopen";
import { plover } from "@/families/testing";
import { crc32, flashStatus, identificationText, lookAtFile, programFacts } from ".";

const spec = plover.file.program!;
const bytesOf = (text: string): Uint8Array => Uint8Array.from(text, (each) => each.charCodeAt(0));

/** A program's file as the family wants it: its mark, its length, and something in it. */
function programOf(body: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(8 + body.length);
  bytes.set(bytesOf("PLVR"));
  new DataView(bytes.buffer).setUint32(4, bytes.length, true);
  bytes.set(body, 8);
  return bytes;
}

test("the check sum is that of the standard", () => {
  expect(crc32(bytesOf("123456789"))).toBe(0xcbf43926);
  expect(crc32(new Uint8Array())).toBe(0);
  expect(identificationText(0xcbf43926)).toBe("CBF43926");
  expect(identificationText(10)).toBe("0000000A");
});

describe("a program's file", () => {
  test("whole and of this family: the drive will give its check sum", () => {
    const bytes = programOf(bytesOf("moves"));
    expect(lookAtFile(spec, bytes)).toEqual({ ok: true, identification: crc32(bytes) });
  });

  test("cut off anywhere, or with something behind it: never taken for whole", () => {
    const bytes = programOf(bytesOf("moves a stacker"));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: bytes.length - 1 }), (length) => {
        expect(lookAtFile(spec, bytes.slice(0, length)).ok).toBe(false);
      }),
    );
    expect(lookAtFile(spec, Uint8Array.from([...bytes, 0]))).toMatchObject({
      ok: false,
      found: `It is not whole: it says that it has ${bytes.length} bytes, and has ${bytes.length + 1}.`,
    });
  });

  test("of another family, empty, or too large: what it is and what to do", () => {
    expect(lookAtFile(spec, bytesOf("PK\u0003\u0004"))).toMatchObject({
      found: 'It is no program of this family: it begins with "PK··" instead of "PLVR".',
    });
    expect(lookAtFile(spec, new Uint8Array()).ok).toBe(false);
    expect(lookAtFile(spec, programOf(new Uint8Array(70_000)))).toMatchObject({
      found: "It has 70008 bytes; the drive takes 65536 at most.",
    });
    expect(lookAtFile({ ...spec, file: undefined }, programOf(bytesOf("x"))).ok).toBe(false);
  });

  test("identified by a number in the file, low byte first", () => {
    const at = { ...spec, file: { ...spec.file!, identification: "at" as const, identificationAt: 8 } };
    expect(lookAtFile(at, programOf(Uint8Array.of(0x78, 0x56, 0x34, 0x12)))).toEqual({
      ok: true,
      identification: 0x12345678,
    });
  });
});

test("present, enabled and running are three things, and what is not told is none of them", () => {
  const values = new Map<string, number>([
    ["5F50.01", 1],
    ["5F50.02", 0],
    ["5F50.05", 4711],
  ]);
  expect(programFacts(plover, values)).toEqual({
    present: false,
    enabled: true,
    running: undefined,
    name: undefined,
    // Without a program in it the number says nothing.
    identification: undefined,
  });
  expect(programFacts({ file: { ...plover.file, program: undefined } }, values)).toBeUndefined();
});

test("the flash status: its bits after CiA 302-3", () => {
  expect(flashStatus(0)).toEqual({ busy: false, code: 0, fault: undefined });
  expect(flashStatus(1)).toEqual({ busy: true, code: 0, fault: undefined });
  expect(flashStatus(2)).toEqual({ busy: false, code: 1, fault: "no valid program is in it" });
  expect(flashStatus(0x7e)).toEqual({ busy: false, code: 63, fault: "it gives the fault 63" });
});

test("a domain goes over the gateway in base64, whatever its length", () => {
  const question = {
    kind: "write",
    index: 0x1f50,
    sub: 1,
    type: "octets",
    raw: "504C5652FF",
    domain: true,
  } as const;
  const line = encodeCommand(7, 1, 4, question);
  expect(line).toBe("[7] 1 4 w 0x1F50 0x01 d UExWUv8=");
  expect(decodeCommand(line)).toEqual({ sequence: 7, net: 1, node: 4, question });
  const large = "AB".repeat(300_000);
  expect(decodeCommand(encodeCommand(1, 1, 1, { ...question, raw: large }))!.question).toMatchObject({
    raw: large,
  });
});
