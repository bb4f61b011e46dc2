import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { framesOf, MOST_RECORDS, recordsOf, RECORDS_PER_FILE } from "./file-record";
import { answerLength, decodeAnswer, decodeQuestion, encodeAnswer, encodeQuestion } from "./index";

const READ = { kind: "read-file", file: 4, record: 1, count: 2 } as const;
const WRITE = { kind: "write-file", file: 4, record: 7, values: [0x06af, 0x04be, 0x100d] } as const;

describe("bytes of the standard's own examples (clauses 6.14 and 6.15)", () => {
  test("two records of file 4 are read", () => {
    expect([...encodeQuestion(READ)]).toEqual([0x14, 7, 6, 0, 4, 0, 1, 0, 2]);
    const answer = Uint8Array.of(0x14, 6, 5, 6, 0x0d, 0xfe, 0, 0x20);
    expect(decodeAnswer(READ, answer)).toEqual({
      kind: "registers",
      values: Uint16Array.of(0x0dfe, 0x20),
    });
    expect(encodeAnswer(READ, { kind: "registers", values: Uint16Array.of(0x0dfe, 0x20) })).toEqual(answer);
    expect(answerLength(READ)).toBe(answer.length);
  });

  test("three records of file 4 are written; the answer is the question", () => {
    const pdu = [0x15, 13, 6, 0, 4, 0, 7, 0, 3, 0x06, 0xaf, 0x04, 0xbe, 0x10, 0x0d];
    const question = { ...WRITE, values: [...WRITE.values] };
    expect([...encodeQuestion(question)]).toEqual(pdu);
    expect(decodeQuestion(Uint8Array.from(pdu))).toEqual(WRITE);
    expect([...encodeAnswer(question, { kind: "written" })]).toEqual(pdu);
    expect(decodeAnswer(question, Uint8Array.from(pdu))).toEqual({ kind: "written" });
    expect(answerLength(question)).toBe(pdu.length);
  });

  test("an exception carries the function with its highest bit", () => {
    expect(decodeAnswer(READ, Uint8Array.of(0x94, 2))).toEqual({ kind: "exception", code: 2 });
    expect(encodeAnswer({ ...WRITE, values: [1] }, { kind: "exception", code: 4 })).toEqual(
      Uint8Array.of(0x95, 4),
    );
  });
});

describe("what does not fit is never taken", () => {
  test.each<[string, number[]]>([
    ["too few records", [0x14, 4, 3, 6, 0, 1]],
    ["another kind of reference", [0x14, 6, 5, 7, 0, 1, 0, 2]],
    ["a count that lies", [0x14, 8, 5, 6, 0, 1, 0, 2]],
    ["nothing", [0x14]],
  ])("an answer with %s", (_, pdu) => {
    expect(decodeAnswer(READ, Uint8Array.from(pdu)).kind).toBe("malformed");
  });

  test("an echo of other records is no word that these were written", () => {
    const question = { ...WRITE, values: [...WRITE.values] };
    const other = encodeQuestion({ ...question, values: [0x06af, 0x04be, 0x100e] });
    expect(decodeAnswer(question, other).kind).toBe("malformed");
  });

  test.each<[string, number, number[]]>([
    ["a file 0", 2, [0x14, 7, 6, 0, 0, 0, 0, 0, 1]],
    ["records past the end of a file", 2, [0x14, 7, 6, 0, 4, 0x27, 0x0f, 0, 2]],
    ["another kind of reference", 2, [0x15, 9, 5, 0, 4, 0, 0, 0, 1, 0, 0]],
    ["no records", 3, [0x14, 7, 6, 0, 4, 0, 0, 0, 0]],
    ["more records than an answer holds", 3, [0x14, 7, 6, 0, 4, 0, 0, 0, 122]],
    ["a count of bytes that lies", 3, [0x15, 11, 6, 0, 4, 0, 0, 0, 1, 0, 0]],
    ["a count of records that lies", 3, [0x15, 9, 6, 0, 4, 0, 0, 0, 2, 0, 0]],
    ["a cut head", 3, [0x15, 2, 6, 0]],
  ])("a question with %s deserves exception %i", (_, code, pdu) => {
    expect(decodeQuestion(Uint8Array.from(pdu))).toBe(code);
  });
});

test("bytes come out of their records as they went in, in frames that a question holds", () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 1500 }), fc.integer({ min: 1, max: 300 }), (bytes, most) => {
      const questions = recordsOf(9, bytes, most);
      const words = questions.flatMap((each) => each.values);
      const back = words.flatMap((each) => [each >> 8, each & 0xff]);
      expect(back.slice(0, bytes.length)).toEqual([...bytes]);
      expect(words.length).toBe(Math.ceil(bytes.length / 2));
      for (const each of questions) expect(decodeQuestion(encodeQuestion(each))).toEqual(each);
    }),
  );
});

test("what is longer than a file goes on at the beginning of the next", () => {
  const frames = framesOf(9, 0, RECORDS_PER_FILE + 5, MOST_RECORDS);
  expect(frames.filter((each) => each.file === 9).reduce((sum, { count }) => sum + count, 0)).toBe(10_000);
  expect(frames.at(-1)).toEqual({ file: 10, record: 0, count: 5, at: 10_000 });
  expect(framesOf(9, 0, 0, 10)).toEqual([]);
});
