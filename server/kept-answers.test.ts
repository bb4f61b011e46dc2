import { expect, test } from "@jest/globals";
import { keptAnswers } from "./kept-answers";

function counted(most = 10) {
  let worked = 0;
  const ask = keptAnswers<number[], number[]>(most, (answer) => answer.length);
  const above = (list: number[], least: number): Promise<number[]> =>
    ask(list, `above ${least}`, async () => {
      worked += 1;
      return list.filter((each) => each > least);
    });
  return { above, ask, worked: () => worked };
}

test("the same question to the same list is worked out once; another question, or another list alike, is its own", async () => {
  const { above, worked } = counted();
  const list = [1, 2, 3];
  expect([await above(list, 1), await above(list, 1)]).toEqual([
    [2, 3],
    [2, 3],
  ]);
  expect(worked()).toBe(1);
  expect(await above(list, 2)).toEqual([3]);
  expect(await above([...list, 4], 1)).toEqual([2, 3, 4]);
  expect(worked()).toBe(3);
});

test("those that were asked longest ago go first, and what is larger than all that is kept is given and not kept", async () => {
  const { above, worked } = counted(4);
  const list = [1, 2, 3, 4];
  for (const least of [2, 3, 3, 2]) await above(list, least);
  expect(worked()).toBe(3);
  expect(await above(list, 0)).toEqual(list);
  expect(await above(list, 0)).toEqual(list);
  expect(worked()).toBe(5);
});

test("a failure is told and not kept", async () => {
  const { ask } = counted();
  const list = [1];
  await expect(ask(list, "what", () => Promise.reject(new Error("The database is gone.")))).rejects.toThrow(
    "The database is gone.",
  );
  expect(await ask(list, "what", async () => [7])).toEqual([7]);
});
