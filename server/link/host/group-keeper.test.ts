import { expect, test } from "@jest/globals";
import { GroupKeeper } from "./group-keeper";

/** A keeper over statements that a test lets through one after the other. */
function overStatements(refuses: (row: string) => boolean = () => false) {
  const statements: string[][] = [];
  const letThrough: Array<() => void> = [];
  const keeper = new GroupKeeper<string>(async (rows) => {
    statements.push(rows);
    await new Promise<void>((resolve) => letThrough.push(resolve));
    const bad = rows.find(refuses);
    if (bad !== undefined) throw new Error(`no ${bad}`);
  });
  const next = async (): Promise<void> => {
    letThrough.shift()!();
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return { keeper, statements, next };
}

test("one goes at once; what comes while it is under way goes together, in the order it came", async () => {
  const { keeper, statements, next } = overStatements();
  const kept = ["a", "b", "c"].map((each) => keeper.add(each));
  expect(statements).toEqual([["a"]]);
  await next();
  await kept[0];
  expect(statements).toEqual([["a"], ["b", "c"]]);
  await next();
  await Promise.all(kept);
  const late = keeper.add("d");
  expect(statements).toEqual([["a"], ["b", "c"], ["d"]]);
  await next();
  await late;
});

test("a row that is refused takes none of the others with it, and says why", async () => {
  const { keeper, statements, next } = overStatements((row) => row === "bad");
  const first = keeper.add("a");
  const outcomes = Promise.allSettled([first, ...["b", "bad", "c"].map((each) => keeper.add(each))]);
  for (let i = 0; i < 5; i++) await next();
  expect((await outcomes).map((each) => each.status)).toEqual([
    "fulfilled",
    "fulfilled",
    "rejected",
    "fulfilled",
  ]);
  expect(statements).toEqual([["a"], ["b", "bad", "c"], ["b"], ["bad"], ["c"]]);
});
