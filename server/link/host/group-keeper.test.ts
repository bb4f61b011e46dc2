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

test("one goes at once; what comes within a tenth of a second after it, or while it is under way, goes together, in the order it came", async () => {
  const { keeper, statements, clock, timePasses, next } = overStatements();
  const kept = ["a", "b", "c"].map((each) => keeper.add(each));
  expect([clock.now(), statements]).toEqual([0, [["a"]]]);
  await next();
  await kept[0];
  // Not yet: the one before went only just now.
  expect(statements).toHaveLength(1);
  await timePasses();
  expect([clock.now(), statements[1]]).toEqual([100, ["b", "c"]]);
  await next();
  await Promise.all(kept);
  // On a slow line, on which a group takes longer than that, each goes at once.
  const quiet = clock.sleep(500);
  await timePasses();
  await quiet;
  void keeper.add("d");
  expect([clock.now(), statements[2]]).toEqual([600, ["d"]]);
});

test("where somebody waits for it nothing more is gathered, not even for what comes after what is under way", async () => {
  const { keeper, statements, clock, next } = overStatements();
  const first = keeper.add("a");
  expect(statements).toEqual([["a"]]);
  const second = keeper.add("b");
  keeper.hurry();
  await next();
  expect(statements).toEqual([["a"], ["b"]]);
  await next();
  await Promise.all([first, second]);
  const third = keeper.add("x");
  keeper.hurry();
  for (let i = 0; i < 5; i++) await Promise.resolve();
  expect(statements[2]).toEqual(["x"]);
  await next();
  await third;
  // With nothing there, hurry is about nothing: the next is gathered as ever.
  keeper.hurry();
  void keeper.add("c");
  for (let i = 0; i < 5; i++) await Promise.resolve();
  expect([statements.length, clock.now()]).toEqual([3, 0]);
});

test("a row that is refused takes none of the others with it, and says why", async () => {
  const { keeper, statements, next } = overStatements((row) => row === "bad");
  const first = keeper.add("a");
  const outcomes = Promise.allSettled([first, ...["b", "bad", "c"].map((each) => keeper.add(each))]);
  keeper.hurry();
  for (let i = 0; i < 5; i++) await next();
  expect((await outcomes).map((each) => each.status)).toEqual([
    "fulfilled",
    "fulfilled",
    "rejected",
    "fulfilled",
  ]);
  expect(statements).toEqual([["a"], ["b", "bad", "c"], ["b"], ["bad"], ["c"]]);
});
