import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { EchoFilter } from "./echo";

const bytes = (...all: number[]): Uint8Array => Uint8Array.from(all);
const QUESTION = bytes(1, 3, 0, 5, 0, 1, 0x94, 0x0b);
const ANSWER = bytes(1, 3, 2, 0, 7, 0xf9, 0x86);

describe("an adapter that repeats what it is given", () => {
  test("is noticed at a reading, in whatever pieces it comes; the answer behind it is left", () => {
    const all = [...QUESTION, ...ANSWER];
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: all.length }), { maxLength: 6 }), (cuts) => {
        const echo = new EchoFilter();
        echo.sent(QUESTION, true);
        const heard: number[] = [];
        let from = 0;
        for (const to of [...cuts, all.length].sort((a, b) => a - b)) {
          heard.push(...echo.filter(Uint8Array.from(all.slice(from, to))));
          from = Math.max(from, to);
        }
        expect(heard).toEqual([...ANSWER]);
        expect(echo.known).toBe(true);
      }),
    );
  });
  test("once known, the echo of a write is not taken for its answer", () => {
    const echo = new EchoFilter();
    echo.sent(QUESTION, true);
    echo.filter(QUESTION);
    const write = bytes(1, 6, 0, 5, 0, 7, 0xd9, 0xc9);
    echo.sent(write, false);
    expect([...echo.filter(write)]).toEqual([]);
    // The drive's own answer, alike byte by byte, is the second that comes.
    expect([...echo.filter(write)]).toEqual([...write]);
  });
  test("a line without echo: an answer passes whole, also to a write that equals it", () => {
    const echo = new EchoFilter();
    echo.sent(QUESTION, true);
    expect([...echo.filter(ANSWER.slice(0, 2))]).toEqual([]);
    expect([...echo.filter(ANSWER.slice(2))]).toEqual([...ANSWER]);
    const write = bytes(1, 6, 0, 5, 0, 7, 0xd9, 0xc9);
    echo.sent(write, false);
    expect([...echo.filter(write)]).toEqual([...write]);
    expect(echo.known).toBe(false);
  });
});
