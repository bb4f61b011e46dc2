import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { Framing } from "@/core/protocol/channel";
import { channelInHand } from "@/core/testing/channel";
import { decodeRegisters, encodeRegisters } from "@/core/value";
import { lrc } from "./ascii";
import { crc16 } from "./rtu";
import {
  asciiFraming,
  decodeAnswer,
  decodeQuestion,
  encodeAnswer,
  encodeQuestion,
  exchangeMs,
  functionOf,
  ModbusMaster,
  frameCost,
  planReads,
  questionMs,
  refusalOf,
  registersInTime,
  rtuFraming,
  splitFrame,
  tcpFraming,
  type Question,
  type Span,
} from "./index";

const word = fc.integer({ min: 0, max: 65535 });
const questions = fc.oneof(
  fc.record({
    kind: fc.constant("read" as const),
    function: fc.constantFrom(3 as const, 4 as const),
    address: word,
    count: fc.integer({ min: 1, max: 125 }),
  }),
  fc.record({ kind: fc.constant("write-one" as const), address: word, value: word }),
  fc.record({
    kind: fc.constant("write-many" as const),
    address: word,
    values: fc.array(word, { minLength: 1, maxLength: 123 }),
  }),
  fc.record({
    kind: fc.constant("read-file" as const),
    file: fc.integer({ min: 1, max: 65535 }),
    record: fc.integer({ min: 0, max: 9800 }),
    count: fc.integer({ min: 1, max: 121 }),
  }),
  fc.record({
    kind: fc.constant("write-file" as const),
    file: fc.integer({ min: 1, max: 65535 }),
    record: fc.integer({ min: 0, max: 9800 }),
    values: fc.array(word, { minLength: 1, maxLength: 121 }),
  }),
);

describe("protocol data units", () => {
  test("a question is understood as it was asked", () => {
    fc.assert(
      fc.property(questions, (question) => {
        expect(decodeQuestion(encodeQuestion(question))).toEqual(question);
      }),
    );
  });
  test("an answer is understood by its own question only", () => {
    fc.assert(
      fc.property(questions, questions, (question, other) => {
        const answer =
          question.kind === "read" || question.kind === "read-file"
            ? { kind: "registers" as const, values: new Uint16Array(question.count).fill(7) }
            : { kind: "written" as const };
        const pdu = encodeAnswer(question, answer);
        expect(decodeAnswer(question, pdu)).toEqual(answer);
        const shape = (each: Question): string => {
          if (each.kind === "read" || each.kind === "read-file") return [functionOf(each), each.count].join();
          const pdu = encodeQuestion(each);
          return (each.kind === "write-file" ? pdu : pdu.slice(0, 5)).join();
        };
        const sameShape = shape(question) === shape(other);
        if (!sameShape) expect(decodeAnswer(other, pdu).kind).toBe("malformed");
      }),
    );
  });
  test("bytes of the standard's own examples", () => {
    expect([...encodeQuestion({ kind: "read", function: 3, address: 0x6b, count: 3 })]).toEqual([
      3, 0, 0x6b, 0, 3,
    ]);
    expect([...encodeQuestion({ kind: "write-one", address: 1, value: 3 })]).toEqual([6, 0, 1, 0, 3]);
    expect([...encodeQuestion({ kind: "write-many", address: 1, values: [10, 0x102] })]).toEqual([
      16, 0, 1, 0, 2, 4, 0, 10, 1, 2,
    ]);
    expect(decodeAnswer({ kind: "read", function: 3, address: 0, count: 1 }, Uint8Array.of(0x83, 2))).toEqual(
      { kind: "exception", code: 2 },
    );
  });
});

describe("framing", () => {
  const framings: Array<[string, Framing]> = [
    ["TCP", tcpFraming],
    ["RTU", rtuFraming],
    ["ASCII", asciiFraming],
  ];
  test.each(framings)("%s finds every frame, however the bytes are cut up", (_name, framing) => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 247 }), questions), { minLength: 1, maxLength: 5 }),
        fc.array(fc.integer({ min: 1, max: 9 })),
        (sent, cuts) => {
          const bytes = Uint8Array.from(
            sent.flatMap(([unit, question], i) => [
              ...framing.encode({ transaction: i, unit, pdu: encodeQuestion(question) }),
            ]),
          );
          const decoder = framing.decoder("questions");
          const got = [];
          for (let at = 0, i = 0; at < bytes.length; i++) {
            const size = cuts[i] ?? bytes.length;
            const decoded = decoder.push(bytes.slice(at, at + size));
            expect(decoded.rubbish).toBe(0);
            got.push(...decoded.frames);
            at += size;
          }
          expect(got.map((each) => [each.unit, decodeQuestion(each.pdu)])).toEqual(sent);
        },
      ),
    );
  });
  test("RTU finds the frame behind noise, and says that there was some", () => {
    const frame = rtuFraming.encode({ unit: 1, pdu: Uint8Array.of(3, 2, 0, 7) });
    const decoded = rtuFraming.decoder("answers").push(Uint8Array.of(0xff, 0x00, 0x13, ...frame));
    expect(decoded.frames).toEqual([{ unit: 1, pdu: Uint8Array.of(3, 2, 0, 7) }]);
    expect(decoded.rubbish).toBe(3);
  });
  test("a damaged check is told from bytes that are no frame at all", () => {
    for (const framing of [rtuFraming, asciiFraming]) {
      const frame = framing.encode({ unit: 1, pdu: Uint8Array.of(3, 2, 0, 7) });
      const damaged = frame.map((byte, i) => (i === 4 ? byte ^ 1 : byte));
      expect(framing.decoder("answers").push(damaged)).toMatchObject({ frames: [], noise: "bad-check" });
      expect(
        framing
          .decoder("answers")
          .push(Uint8Array.of(0x00, 0xe0, 0x1c, 0xfc, 0x80, 0x00, 0xf8, 0x1e, 0x0d, 0x0a)),
      ).toMatchObject({ frames: [], noise: "garbled" });
    }
  });
  test("ASCII as it stands on the line", () => {
    expect(
      new TextDecoder().decode(asciiFraming.encode({ unit: 0x11, pdu: Uint8Array.of(3, 0, 0x6b, 0, 3) })),
    ).toBe(":1103006B00037E\r\n");
    expect(lrc(Uint8Array.of(0x11, 3, 0, 0x6b, 0, 3))).toBe(0x7e);
  });
  test("the check sum of the standard's example", () => {
    expect(crc16(Uint8Array.of(0x02, 0x07))).toBe(0x1241);
  });
});

describe("refusals", () => {
  test.each([1, 2, 3, 4, 5, 6, 8, 10, 11])("code %i is known, with a remedy", (code) => {
    const refusal = refusalOf(code);
    expect(refusal.kind).not.toBe("other");
    expect(refusal.text.length).toBeGreaterThan(10);
    expect(refusal.remedy.length).toBeGreaterThan(5);
    expect(refusal.passing).toBe([5, 6, 11].includes(code));
  });
  test("a code the standard does not know is said as it is", () => {
    expect(refusalOf(99)).toMatchObject({
      kind: "other",
      code: 99,
      text: expect.stringContaining("99") as unknown,
    });
  });
});

describe("read planning", () => {
  const limits = { registersPerRead: 32, readAcrossGaps: true, frameCost: 8.5 };
  const spans = fc
    .array(fc.tuple(fc.integer({ min: 0, max: 6 }), fc.constantFrom(1, 1, 1, 2, 4)), { maxLength: 150 })
    .map((list) => {
      let at = 100;
      return list.map(([gap, registers], i): Span => {
        const span = { code: `P${i}`, address: at + gap * 3, registers };
        at = span.address + registers;
        return span;
      });
    });
  test("reads every value once, whole, within the limits", () => {
    fc.assert(
      fc.property(spans, fc.boolean(), (all, across) => {
        const frames = planReads(all, { ...limits, readAcrossGaps: across });
        expect(frames.flatMap((each) => each.spans)).toEqual(all);
        for (const frame of frames) {
          expect(frame.count).toBeLessThanOrEqual(32);
          for (const span of frame.spans) {
            expect(span.address).toBeGreaterThanOrEqual(frame.address);
            expect(span.address + span.registers).toBeLessThanOrEqual(frame.address + frame.count);
          }
          const used = frame.spans.reduce((sum, each) => sum + each.registers, 0);
          if (!across) expect(used).toBe(frame.count);
        }
      }),
    );
  });
  test("takes the line no longer than any other way to cut them", () => {
    const frameOf = (part: Span[]): number | undefined => {
      const count = part.at(-1)!.address + part.at(-1)!.registers - part[0]!.address;
      return count <= limits.registersPerRead ? limits.frameCost + count : undefined;
    };
    const cheapest = (all: Span[]): number =>
      all.length === 0
        ? 0
        : Math.min(
            ...all.flatMap((_, i) => {
              const first = frameOf(all.slice(0, i + 1));
              return first === undefined ? [] : [first + cheapest(all.slice(i + 1))];
            }),
          );
    fc.assert(
      fc.property(
        spans.map((all) => all.slice(0, 12)),
        (all) => {
          const frames = planReads(all, limits);
          const cost = frames.reduce((sum, { count }) => sum + limits.frameCost + count, 0);
          expect(cost).toBeCloseTo(cheapest(all), 6);
        },
      ),
    );
    // Filled to its limit, the first frame would read eight registers for nothing, and a second one be needed all the same.
    const apart = [
      { code: "A", address: 0, registers: 20 },
      { code: "B", address: 28, registers: 4 },
      { code: "C", address: 32, registers: 10 },
    ];
    expect(planReads(apart, limits).map((each) => each.spans.map((span) => span.code))).toEqual([
      ["A"],
      ["B", "C"],
    ]);
  });
  test("splitting ends at the one bad address", () => {
    fc.assert(
      fc.property(
        spans.filter((all) => all.length > 0),
        fc.nat(),
        (all, pick) => {
          const bad = all[pick % all.length]!;
          const queue = planReads(all, limits);
          const refused: string[] = [];
          const read: string[] = [];
          for (let frame = queue.shift(); frame; frame = queue.shift()) {
            if (!frame.spans.includes(bad)) {
              read.push(...frame.spans.map((each) => each.code));
              continue;
            }
            const halves = splitFrame(frame);
            if (halves) queue.unshift(...halves);
            else refused.push(frame.spans[0]!.code);
          }
          expect(refused).toEqual([bad.code]);
          expect(read).toHaveLength(all.length - 1);
        },
      ),
    );
  });
  test("a gap is worth reading as long as it costs less than a frame", () => {
    expect(frameCost({ baud: 9600, bitsPerCharacter: 11, turnaroundMs: 5 })).toBeCloseTo(12.18, 2);
  });
  test("a frame holds up a stop for 78 ms at most, on the slowest lines for two and a half times a question", () => {
    const at = (baud: number, turnaroundMs: number) => ({ baud, bitsPerCharacter: 11, turnaroundMs });
    expect(registersInTime(at(9600, 5))).toBe(21);
    expect(registersInTime(at(19_200, 6))).toBe(52);
    expect(registersInTime(at(1200, 5))).toBe(15);
    fc.assert(
      fc.property(
        fc.constantFrom(4800, 9600, 19_200, 57_600),
        fc.integer({ min: 0, max: 20 }),
        (baud, ms) => {
          const line = at(baud, ms);
          const longest = Math.max(78, 2.5 * exchangeMs(line, 5, 2));
          const asked = (count: number): number =>
            questionMs(line, { kind: "read", function: 3, address: 0, count });
          const registers = registersInTime(line);
          expect(asked(registers)).toBeLessThan(longest + 0.001);
          expect(asked(registers + 1)).toBeGreaterThan(longest - 0.001);
        },
      ),
    );
  });
  test("time on the wire: 1 register at 9,600 baud", () => {
    // 8 + 7 characters, two gaps of 3.5, 11 bits each, and 5 ms.
    expect(exchangeMs({ baud: 9600, bitsPerCharacter: 11, turnaroundMs: 5 }, 5, 4)).toBeCloseTo(
      (22 * 11 * 1000) / 9600 + 5,
      6,
    );
  });
  test("above 19,200 baud the gap is 1.75 ms, whatever a character takes", () => {
    expect(exchangeMs({ baud: 115_200, bitsPerCharacter: 11, turnaroundMs: 0 }, 5, 4)).toBeCloseTo(
      (15 * 11 * 1000) / 115_200 + 3.5,
      6,
    );
    // A frame costs 13 characters and 3.5 ms, a register two characters of 0.095 ms.
    expect(frameCost({ baud: 115_200, bitsPerCharacter: 11, turnaroundMs: 0 })).toBeCloseTo(24.83, 2);
  });
});

/** A master on a channel and a clock in the test's hand. */
function bench(framing: Framing) {
  const { channel, clock, ...hands } = channelInHand();
  return { master: new ModbusMaster(channel, framing, clock), ...hands };
}

describe("the master", () => {
  const ask: Question = { kind: "read", function: 3, address: 10, count: 1 };
  const answer = (value: number) => encodeAnswer(ask, { kind: "registers", values: Uint16Array.of(value) });

  test("a late answer to one question is never taken for the next one's (TCP)", async () => {
    const { master, hear, pass } = bench(tcpFraming);
    const first = master.ask(1, ask, 100);
    await pass(100);
    expect(await first).toMatchObject({ kind: "silent" });
    const second = master.ask(1, ask, 100);
    hear(tcpFraming.encode({ transaction: 1, unit: 1, pdu: answer(111) }));
    hear(tcpFraming.encode({ transaction: 2, unit: 1, pdu: answer(222) }));
    expect(await second).toEqual({ kind: "registers", values: Uint16Array.of(222) });
  });
  test("after a timeout a serial line is drained until quiet before the next question (RTU)", async () => {
    const { master, hear, sent, pass } = bench(rtuFraming);
    const first = master.ask(1, ask, 100);
    await pass(100);
    expect(await first).toMatchObject({ kind: "silent" });
    hear(rtuFraming.encode({ unit: 1, pdu: answer(111) }));
    const second = master.ask(1, ask, 100);
    await pass(5);
    expect(sent).toHaveLength(1);
    await pass(20);
    expect(sent).toHaveLength(2);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(222) }));
    expect(await second).toEqual({ kind: "registers", values: Uint16Array.of(222) });
  });
  test("an answer that comes after its question was asked again is not taken for that of the next one (RTU)", async () => {
    const { master, hear, sent, pass } = bench(rtuFraming);
    const other: Question = { ...ask, address: 11 };
    void master.ask(1, ask, 100);
    await pass(100);
    const again = master.ask(1, ask, 100);
    await pass(0);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(111) }));
    expect(await again).toEqual({ kind: "registers", values: Uint16Array.of(111) });
    const next = master.ask(1, other, 100);
    await pass(60);
    expect(sent).toHaveLength(2);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(111) }));
    await pass(40);
    expect(sent).toHaveLength(3);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(222) }));
    expect(await next).toEqual({ kind: "registers", values: Uint16Array.of(222) });
    // It was waited for once.
    const last = master.ask(1, ask, 100);
    await pass(0);
    expect(sent).toHaveLength(4);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(111) }));
    await last;
  });
  test("that another drive of the line was silent meanwhile does not have it forgotten (RTU)", async () => {
    const { master, sent, pass } = bench(rtuFraming);
    void master.ask(1, ask, 100);
    await pass(100);
    void master.ask(2, ask, 20);
    await pass(20);
    void master.ask(1, { ...ask, address: 11 }, 100);
    await pass(0);
    expect(sent).toHaveLength(2);
    await pass(80);
    expect(sent).toHaveLength(3);
  });
  test("nobody waits for a late answer that can be told from the next one's: of another drive, of another length, of a write", async () => {
    for (const [unit, question] of [
      [2, { ...ask, address: 11 }],
      [1, { ...ask, address: 11, count: 2 }],
      [1, { kind: "write-one", address: 11, value: 5 }],
    ] as Array<[number, Question]>) {
      const { master, sent, pass } = bench(rtuFraming);
      void master.ask(1, ask, 100);
      await pass(100);
      void master.ask(unit, question, 100);
      await pass(0);
      expect(sent).toHaveLength(2);
    }
  });
  test("what does not fit the question goes by, and the answer that does is taken (RTU); where none comes it is said", async () => {
    const { master, hear, pass } = bench(rtuFraming);
    const stale = encodeAnswer({ ...ask, count: 25 }, { kind: "registers", values: new Uint16Array(25) });
    const first = master.ask(1, ask, 100);
    hear(rtuFraming.encode({ unit: 1, pdu: stale }));
    hear(rtuFraming.encode({ unit: 1, pdu: answer(222) }));
    expect(await first).toEqual({ kind: "registers", values: Uint16Array.of(222) });
    const second = master.ask(1, ask, 100);
    hear(rtuFraming.encode({ unit: 1, pdu: stale }));
    await pass(100);
    expect(await second).toEqual({
      kind: "rubbish",
      reason: "The answer does not fit the question: 50 bytes instead of 2.",
      noise: "no-fit",
    });
  });
  test("a line that chatters without end answers with rubbish instead of holding up the queue, and works again when it is quiet", async () => {
    const { master, hear, sent, pass } = bench(rtuFraming);
    const first = master.ask(1, ask, 100);
    await pass(100);
    expect(await first).toMatchObject({ kind: "silent" });
    hear(Uint8Array.of(0x55));
    const second = master.ask(1, ask, 100);
    for (let ms = 0; ms < 120; ms += 10) {
      await pass(10);
      hear(Uint8Array.of(0x55));
    }
    expect(await second).toMatchObject({ kind: "rubbish", noise: "garbled" });
    expect(sent).toHaveLength(1);
    const third = master.ask(1, ask, 100);
    await pass(40);
    expect(sent).toHaveLength(2);
    hear(rtuFraming.encode({ unit: 1, pdu: answer(222) }));
    expect(await third).toEqual({ kind: "registers", values: Uint16Array.of(222) });
  });
  test("whoever answers too late is named, on every framing", async () => {
    for (const framing of [rtuFraming, tcpFraming, asciiFraming]) {
      const { master, hear, pass } = bench(framing);
      const strays: number[] = [];
      master.onStray = (unit) => strays.push(unit);
      void master.ask(7, ask, 100);
      await pass(100);
      hear(framing.encode({ transaction: 1, unit: 7, pdu: answer(1) }));
      void master.ask(8, ask, 100);
      await pass(25);
      hear(framing.encode({ transaction: 1, unit: 9, pdu: answer(1) }));
      expect(strays).toEqual([7, 9]);
    }
  });
  test("silence, rubbish, a refusal and a lost channel are told apart", async () => {
    const { master, hear, lose, pass } = bench(tcpFraming);
    const rubbish = master.ask(1, ask, 100);
    hear(new TextEncoder().encode("HTTP/1.1 400 Bad Request"));
    await pass(100);
    expect(await rubbish).toMatchObject({ kind: "rubbish" });
    const wrongUnit = master.ask(1, ask, 100);
    hear(tcpFraming.encode({ transaction: 2, unit: 9, pdu: answer(1) }));
    await pass(100);
    expect(await wrongUnit).toMatchObject({ kind: "rubbish" });
    const refused = master.ask(1, ask, 100);
    hear(tcpFraming.encode({ transaction: 3, unit: 1, pdu: Uint8Array.of(0x83, 2) }));
    expect(await refused).toMatchObject({ kind: "refused", refusal: { kind: "no-such-address" } });
    const lost = master.ask(1, ask, 100);
    lose("pulled");
    expect(await lost).toEqual({ kind: "lost", reason: "pulled" });
    expect(await master.ask(1, ask, 100)).toEqual({ kind: "lost", reason: "pulled" });
  });
});

describe("lines as they are", () => {
  const rtu = (unit: number, ...pdu: number[]) =>
    rtuFraming.encode({ transaction: 0, unit, pdu: Uint8Array.from(pdu) });
  test("a function that is not known is found by its check bytes, so that it can be refused", () => {
    const decoder = rtuFraming.decoder("questions");
    expect(decoder.push(rtu(7, 0x2b, 0x0e, 1, 0)).frames.map((each) => [...each.pdu])).toEqual([
      [0x2b, 0x0e, 1, 0],
    ]);
    expect(decodeQuestion(Uint8Array.of(0x2b, 0x0e, 1, 0))).toBe(1);
  });
  test.each([
    ["no register", [3, 0, 5, 0, 0]],
    ["126 registers", [3, 0, 5, 0, 126]],
    ["a byte count that does not fit", [16, 0, 5, 0, 1, 4, 0, 1]],
    ["124 registers written", [16, 0, 5, 0, 124, 248, ...Array.from({ length: 248 }, () => 0)]],
    ["a question cut short", [6, 0, 5]],
  ])("%s is exception 3", (_, pdu) => {
    expect(decodeQuestion(Uint8Array.from(pdu))).toBe(3);
  });
  test("a megabyte of rubbish is gone through once, and the frame behind it is found", () => {
    const decoder = rtuFraming.decoder("answers");
    const rubbish = Uint8Array.from({ length: 1_000_000 }, (_, i) => (i * 7919) & 0xff);
    const first = decoder.push(rubbish);
    expect(first.rubbish).toBeGreaterThan(999_000);
    // What is held of it at its end may begin like a frame; it does not hide the next for longer than a frame.
    const frames = Array.from({ length: 300 }, () => decoder.push(rtu(1, 3, 2, 0, 7)).frames).flat();
    expect(frames.length).toBeGreaterThan(240);
    expect([...frames.at(-1)!.pdu]).toEqual([3, 2, 0, 7]);
  });
  test("ASCII: a colon begins a frame, whatever was open before", () => {
    const whole = asciiFraming.encode({ transaction: 0, unit: 1, pdu: Uint8Array.of(3, 2, 0, 7) });
    const cut = whole.slice(0, 7);
    const decoded = asciiFraming.decoder("answers").push(Uint8Array.from([...cut, ...whole]));
    expect(decoded.frames.map((each) => [...each.pdu])).toEqual([[3, 2, 0, 7]]);
    expect(decoded.rubbish).toBe(7);
  });
  test("a negative value of 8 bits fills its register", () => {
    expect(encodeRegisters("i8", -1)).toEqual([0xffff]);
    expect(encodeRegisters("i8", 5)).toEqual([5]);
    expect(encodeRegisters("u8", 255)).toEqual([255]);
    expect(decodeRegisters("i8", [0x00ff])).toBe(-1);
  });
});
