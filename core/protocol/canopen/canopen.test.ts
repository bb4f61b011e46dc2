import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { channelInHand } from "@/core/testing/channel";
import { anyRawOf } from "@/core/testing/raw-of";
import { floatToBits, VALUE_TYPES, type ValueType } from "@/core/value";
import {
  decodeCommand,
  decodeLine,
  decodeValue,
  encodeCommand,
  encodeValue,
  GatewayMaster,
  refusalOfCode,
  type SdoQuestion,
} from "./index";

const typed = fc.constantFrom(...VALUE_TYPES).chain((type) => fc.tuple(fc.constant(type), anyRawOf(type)));
const plain = (type: ValueType): string => type.replace("bits", "u").replace("float", "u");

describe("lines of the gateway", () => {
  test("a value is written and read back without loss, whatever its type", () => {
    fc.assert(
      fc.property(typed, ([type, raw]) => {
        expect(decodeValue(type, encodeValue(type, raw))).toEqual(raw);
      }),
    );
  });
  test("a command is understood as it was given", () => {
    fc.assert(
      fc.property(
        fc.nat({ max: 9999 }),
        fc.integer({ min: 0, max: 127 }),
        fc.integer({ min: 1, max: 127 }),
        fc.integer({ min: 0, max: 0xffff }),
        fc.integer({ min: 0, max: 0xff }),
        fc.boolean(),
        typed,
        (sequence, net, node, index, sub, writes, [type, raw]) => {
          const question: SdoQuestion = writes
            ? { kind: "write", index, sub, type, raw }
            : { kind: "read", index, sub, type };
          const heard = decodeCommand(encodeCommand(sequence, net, node, question))!;
          expect({ ...heard, question: { ...heard.question, type: plain(heard.question.type) } }).toEqual({
            sequence,
            net,
            node,
            question: { ...question, type: plain(type) },
          });
        },
      ),
    );
  });
  test.each([
    ["[7] 4 r 0x2040 0x01 b", { kind: "read", index: 0x2040, sub: 1, type: "u8" }],
    ["[7] 4 w 0x2040 0x01 b 1", { kind: "write", index: 0x2040, sub: 1, type: "u8", raw: 1 }],
    ["[7] 4 w 0x2040 0x01 b 2", undefined],
  ])("a boolean is one byte that is 0 or 1: %s", (line, question) => {
    expect(decodeCommand(line)?.question).toEqual(question);
  });
  test.each([
    ["[7] OK", { kind: "done", sequence: 7 }],
    ["[7] ERROR: 0x06090011", { kind: "error", sequence: 7, code: 0x06090011 }],
    ["[7] error:103", { kind: "error", sequence: 7, code: 103 }],
    ['[7] "say ""hello"""', { kind: "value", sequence: 7, text: '"say ""hello"""' }],
    ["1 4 BOOT_UP", { kind: "event", net: 1, node: 4, event: "boot-up", text: "BOOT_UP" }],
    ["1 4 EMCY 2310 00 00", { kind: "event", net: 1, node: 4, event: "emergency", text: "EMCY 2310 00 00" }],
    ["4 BOOT_UP", { kind: "event", net: 0, node: 4, event: "boot-up", text: "BOOT_UP" }],
    ["1 4 PDO1 12", { kind: "event", net: 1, node: 4, event: "other", text: "PDO1 12" }],
    ["220 mail.example ESMTP", { kind: "rubbish", text: "220 mail.example ESMTP" }],
  ])("%s", (line, expected) => {
    expect(decodeLine(line)).toEqual(expected);
  });
  test.each([
    ["u8", "12 apples"],
    ["u16", ""],
    ["text", "no quotes"],
    ["float32", "one"],
  ] as const)("%s: %j is no value", (type, text) => {
    expect(decodeValue(type, text)).toBeUndefined();
  });
});

describe("refusals", () => {
  test.each([
    [0x06010002, "read-only"],
    [0x06010001, "write-only"],
    [0x06020000, "no-such-address"],
    [0x06090011, "no-such-address"],
    [0x06090031, "too-high"],
    [0x06090032, "too-low"],
    [0x06070010, "wrong-length"],
    [0x08000021, "locked"],
    [0x08000022, "device-failed"],
    [0x060a0023, "busy"],
    [0x05040000, "gateway-silent"],
    [103, "gateway-silent"],
    [106, "gateway-path"],
    [601, "gateway-fault"],
  ] as const)("code %i is %s, with a remedy", (code, kind) => {
    const refusal = refusalOfCode(code);
    expect(refusal).toMatchObject({ kind, code });
    expect(refusal.text.length).toBeGreaterThan(10);
    expect(refusal.remedy.length).toBeGreaterThan(5);
  });
  test("codes no standard knows are said as they are", () => {
    expect(refusalOfCode(0x0badcafe)).toMatchObject({
      kind: "other",
      text: expect.stringContaining("0x0BADCAFE") as unknown,
    });
    expect(refusalOfCode(999)).toMatchObject({
      kind: "gateway-fault",
      text: expect.stringContaining("999") as unknown,
    });
  });
});

function bench() {
  const { channel, clock, hear, ...hands } = channelInHand();
  const text = (each: Uint8Array): string => new TextDecoder().decode(each);
  return {
    master: new GatewayMaster(channel, clock, 1),
    say: (line: string) => hear(new TextEncoder().encode(line)),
    asked: () => hands.sent.map(text),
    ...hands,
  };
}
const read: SdoQuestion = { kind: "read", index: 0x6064, sub: 0, type: "i32" };

describe("the master", () => {
  test("several questions under way: each answer finds its own, in whatever order and however cut up", async () => {
    const { master, say, asked } = bench();
    const all = [1, 2, 3].map((node) => master.ask(node, read, 100));
    expect(asked()).toEqual([
      "[1] 1 1 r 0x6064 0x00 i32\r\n",
      "[2] 1 2 r 0x6064 0x00 i32\r\n",
      "[3] 1 3 r 0x6064 0x00 i32\r\n",
    ]);
    say("[3] -33\r\n[1] 11\r");
    say("\n1 2 EMCY 8130\r\n[2] ERROR: 0x0602");
    say("0000\r\n");
    expect(await Promise.all(all)).toMatchObject([
      { kind: "value", raw: 11 },
      { kind: "refused", refusal: { kind: "no-such-address" } },
      { kind: "value", raw: -33 },
    ]);
  });
  test("a gateway that does not let the bits of a real number be asked for is asked for the number, from then on at once", async () => {
    const { master, say, asked, pass } = bench();
    const gain: SdoQuestion = { kind: "read", index: 0x2040, sub: 2, type: "float32" };
    const first = master.ask(1, gain, 100);
    expect(asked().at(-1)).toBe("[1] 1 1 r 0x2040 0x02 u32\r\n");
    say("[1] ERROR: 101\r\n");
    await pass(0);
    expect(asked().at(-1)).toBe("[2] 1 1 r 0x2040 0x02 r32\r\n");
    // A whole number is no bits here.
    say("[2] 5\r\n");
    expect(await first).toEqual({ kind: "value", raw: floatToBits(5) });
    const written = master.ask(1, { ...gain, kind: "write", raw: floatToBits(0.1) }, 100);
    expect(asked().at(-1)).toBe("[3] 1 1 w 0x2040 0x02 r32 0.10000000149011612\r\n");
    say("[3] OK\r\n");
    expect(await written).toEqual({ kind: "written" });
    // What has no digits can only be said by its bits.
    const nan = master.ask(1, { ...gain, kind: "write", raw: floatToBits(NaN) }, 100);
    expect(asked().at(-1)).toMatch(/u32 \d+\r\n$/);
    say("[4] ERROR: 101\r\n");
    expect(await nan).toMatchObject({ kind: "refused", refusal: { code: 101 } });
  });
  test("what the drive refuses is not asked another way; what the gateway understands in no way is said as it was first", async () => {
    const { master, say, asked, pass } = bench();
    const gain: SdoQuestion = { kind: "write", index: 0x2040, sub: 2, type: "float64", raw: "0" };
    const refused = master.ask(1, gain, 100);
    say("[1] ERROR: 0x06090031\r\n");
    expect(await refused).toMatchObject({ kind: "refused", refusal: { kind: "too-high" } });
    expect(asked()).toHaveLength(1);
    const neither = master.ask(1, gain, 100);
    say("[2] ERROR: 100\r\n");
    await pass(0);
    say("[3] ERROR: 101\r\n");
    expect(await neither).toMatchObject({ kind: "refused", refusal: { code: 100 } });
  });
  test("a late answer is nobody's", async () => {
    const { master, say, pass } = bench();
    const first = master.ask(1, read, 100);
    await pass(100);
    expect(await first).toMatchObject({ kind: "silent" });
    const second = master.ask(1, read, 100);
    say("[1] 111\r\n[2] 222\r\n");
    expect(await second).toEqual({ kind: "value", raw: 222 });
  });
  test("silence, another language, a wrong answer and a lost channel are told apart", async () => {
    const { master, say, lose, pass } = bench();
    const other = master.ask(1, read, 100);
    say("HTTP/1.1 400 Bad Request\r\n");
    await pass(100);
    expect(await other).toMatchObject({ kind: "rubbish", noise: "garbled" });
    const wrong = master.ask(1, read, 100);
    say('[2] "text"\r\n');
    // It answers as it should; what it says is no such value, and would not be when asked again.
    expect(await wrong).toMatchObject({ kind: "refused", refusal: { kind: "other", passing: false } });
    const lost = master.ask(1, read, 100);
    lose("pulled");
    expect(await lost).toEqual({ kind: "lost", reason: "pulled" });
  });
  test("a node that starts anew is told at once", () => {
    const { master, say } = bench();
    const events: unknown[] = [];
    master.onEvent = ({ node, event }) => events.push([node, event]);
    say("1 4 BOOT_UP\r\n");
    expect(events).toEqual([[4, "boot-up"]]);
  });
  test("an endless line is rubbish, not memory", async () => {
    const { master, say, pass } = bench();
    const asked = master.ask(1, read, 100);
    say("x".repeat(10_000));
    await pass(100);
    expect(await asked).toMatchObject({ kind: "rubbish" });
  });
});
