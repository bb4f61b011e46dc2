import { expect, test } from "@jest/globals";
import { VirtualClock } from "@/core/rehearse";
import { GroupKeeper } from "./group-keeper";

/** A keeper over statements that a test lets through one after the other, in a time that passes when the test says so. */
function overStatements(refuses: (row: string) => boolean = () => false) {
  const statements: string[][] = [];
  const letThrough: Array<() => void> = [];
  const timers: Array<() => void> = [];
  const clock = new VirtualClock((work) => timers.push(work));
  const keeper = new GroupKeeper<string>(async (rows) => {
    statements.push(rows);
    await new Promise<void>((resolve) => letThrough.push(resolve));
    const bad = rows.find(refuses);
    if (bad !== undefined) throw new Error(`no ${bad}`);
  }, clock);
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return {
    keeper,
    statements,
    clock,
    /** Time goes on to the next moment that something waits for. */
    timePasses: async () => {
      timers.shift()!();
      await settle();
    },
    next: async () => {
      letThrough.shift()!();
      await settle();
    },
  };
}

test("what comes within a fifth of a second goes together, in the order it came; what comes while it is under way, with the next", async () => {
  const { keeper, statements, clock, timePasses, next } = overStatements();
  const kept = ["a", "b", "c"].map((each) => keeper.add(each));
  expect(statements).toEqual([]);
  await timePasses();
  expect([clock.now(), statements]).toEqual([200, [["a", "b", "c"]]]);
  const later = ["d", "e"].map((each) => keeper.add(each));
  await next();
  await Promise.all(kept);
  await timePasses();
  expect([clock.now(), statements[1]]).toEqual([400, ["d", "e"]]);
  await next();
  await Promise.all(later);
});

test("where somebody waits for it nothing more is gathered, not even for what comes after what is under way", async () => {
  const { keeper, statements, clock, next } = overStatements();
  const first = keeper.add("a");
  keeper.hurry();
  for (let i = 0; i < 5; i++) await Promise.resolve();
  expect(statements).toEqual([["a"]]);
  const second = keeper.add("b");
  keeper.hurry();
  await next();
  expect(statements).toEqual([["a"], ["b"]]);
  await next();
  await Promise.all([first, second]);
  // With nothing there, hurry is about nothing: the next is gathered as ever.
  keeper.hurry();
  void keeper.add("c");
  for (let i = 0; i < 5; i++) await Promise.resolve();
  expect([statements.length, clock.now()]).toEqual([2, 0]);
});

test("a row that is refused takes none of the others with it, and says why", async () => {
  const { keeper, statements, timePasses, next } = overStatements((row) => row === "bad");
  const outcomes = Promise.allSettled(["a", "bad", "c"].map((each) => keeper.add(each)));
  await timePasses();
  for (let i = 0; i < 4; i++) await next();
  expect((await outcomes).map((each) => each.status)).toEqual(["fulfilled", "rejected", "fulfilled"]);
  expect(statements).toEqual([["a", "bad", "c"], ["a"], ["bad"], ["c"]]);
});
