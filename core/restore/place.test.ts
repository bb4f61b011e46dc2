import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { BEGINNING, move, STAGES, progressOf, worksByItself, type Place, type PlaceEvent } from "./place";

const through = (...to: Array<(typeof STAGES)[number]>): Place =>
  to.reduce<Place>((place, each) => move(place, { type: "through", to: each }), BEGINNING);

describe("where a restore stands", () => {
  test("goes through its stages to the receipt, with and without a restart", () => {
    expect(
      move(through("review", "write", "look-again", "make-permanent", "restart", "verify", "receipt"), {
        type: "done",
      }),
    ).toEqual({
      stage: "receipt",
      over: "done",
    });
    expect(through("review", "write", "look-again", "make-permanent", "verify").stage).toBe("verify");
  });
  test("a change on the drive is written, read again and collected for as often as somebody wishes, then left", () => {
    const again = move(through("review", "write", "look-again"), { type: "collect" });
    expect(again.stage).toBe("review");
    const looked = move(move(again, { type: "look" }), { type: "collect" });
    expect(move(looked, { type: "leave" }).stage).toBe("verify");
  });
  test("keeps its stage while it waits, and forgets why when it goes on", () => {
    const waiting = move(through("review", "write"), { type: "wait", for: "motor", why: "The motor turns." });
    expect(waiting).toEqual({ stage: "write", waitsFor: "motor", why: "The motor turns." });
    expect(move(waiting, { type: "resume" })).toEqual({ stage: "write" });
  });
  test.each<[string, Place, PlaceEvent]>([
    ["skip the review of a plan", through("review"), { type: "through", to: "verify" }],
    ["be verified before it is permanent", through("review", "write"), { type: "through", to: "verify" }],
    [
      "be made permanent before it was read again",
      through("review", "write"),
      { type: "through", to: "make-permanent" },
    ],
    ["be written without a look at the plan", BEGINNING, { type: "through", to: "write" }],
    ["write again what was never written", through("review"), { type: "write-again" }],
    [
      "be done without its receipt",
      through("review", "write", "look-again", "make-permanent", "verify"),
      { type: "done" },
    ],
    ["move when it is over", { stage: "receipt", over: "done" }, { type: "resume" }],
    ["be left while it writes", through("review", "write"), { type: "leave" }],
    ["go back to collecting before it was read again", through("review", "write"), { type: "collect" }],
    ["read again while it writes", through("review", "write"), { type: "read-again" }],
  ])("cannot %s", (_what, place, event) => {
    expect(() => move(place, event)).toThrow();
  });
  test("whatever happens, nothing is written without a plan that was looked through", () => {
    const events: fc.Arbitrary<PlaceEvent> = fc.oneof(
      fc.constantFrom<PlaceEvent>(
        { type: "resume" },
        { type: "write-again" },
        { type: "read-again" },
        { type: "done" },
        { type: "end" },
      ),
      fc.record({ type: fc.constant("through" as const), to: fc.constantFrom(...STAGES) }),
      fc.record({
        type: fc.constant("wait" as const),
        for: fc.constantFrom("drive" as const, "person" as const),
      }),
    );
    fc.assert(
      fc.property(fc.array(events, { maxLength: 40 }), (happened) => {
        let place = BEGINNING;
        let seen = false;
        for (const event of happened) {
          let next: Place;
          try {
            next = move(place, event);
          } catch {
            continue;
          }
          if (next.stage === "review") seen = true;
          if (STAGES.indexOf(next.stage) >= STAGES.indexOf("write")) expect(seen).toBe(true);
          if (next.over) expect(worksByItself(next)).toBe(false);
          place = next;
        }
      }),
    );
  });
});

test("what was not gone through before the end is said to have never happened", () => {
  const ended = move(through("review"), { type: "end" });
  expect(STAGES.map((each) => progressOf(ended, each))).toEqual([
    "done",
    ...STAGES.slice(1).map(() => "never"),
  ]);
  expect(progressOf(through("review", "write"), "write")).toBe("open");
  expect(progressOf(through("review", "write"), "verify")).toBe("later");
});
