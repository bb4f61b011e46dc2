import { expect, test } from "@jest/globals";
import { IMPORTANCE, LinkQueue } from "./queue";

test("one question at a time, the most important first, otherwise as they came; a failure holds up nobody", async () => {
  const queue = new LinkQueue();
  const order: string[] = [];
  let atOnce = 0;
  const task = (name: string) => async () => {
    atOnce += 1;
    expect(atOnce).toBe(1);
    await Promise.resolve();
    order.push(name);
    atOnce -= 1;
    if (name === "fails") throw new Error("no");
    return name;
  };
  const all = [
    queue.enqueue(IMPORTANCE.measured, task("first, already under way")),
    queue.enqueue(IMPORTANCE.measured, task("measured")),
    queue.enqueue(IMPORTANCE.reading, task("fails")),
    queue.enqueue(IMPORTANCE.reading, task("reading")),
    queue.enqueue(IMPORTANCE.stop, task("stop")),
    queue.enqueue(IMPORTANCE.restore, task("restore")),
  ];
  const outcomes = await Promise.allSettled(all);
  expect(order).toEqual(["first, already under way", "stop", "restore", "fails", "reading", "measured"]);
  expect(outcomes.map((each) => each.status)).toEqual([
    "fulfilled",
    "fulfilled",
    "rejected",
    "fulfilled",
    "fulfilled",
    "fulfilled",
  ]);
});
