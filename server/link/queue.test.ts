import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { IMPORTANCE, LinkQueue, MOST_PASSED, type Importance } from "./queue";

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

test("measured values go on beside a reading that never pauses; a stop passes all that is not on the wire", async () => {
  const queue = new LinkQueue();
  const order: string[] = [];
  let asked = 0;
  // As a reading does it: its next question waits as soon as the last one is answered.
  const read = async (): Promise<void> => {
    while (asked++ < 100) await queue.enqueue(IMPORTANCE.reading, async () => void order.push("reading"));
  };
  const reading = [read(), read()];
  const measured = queue.enqueue(IMPORTANCE.measured, async () => {
    order.push("measured");
    void queue.enqueue(IMPORTANCE.stop, async () => void order.push("stop"));
  });
  await measured;
  const at = order.indexOf("measured");
  expect(at).toBeGreaterThan(0);
  expect(at).toBeLessThanOrEqual(MOST_PASSED + 1);
  await Promise.all(reading);
  expect(order[at + 1]).toBe("stop");
});

test("whatever comes: everything is run, a stop before all that waits, and nothing is passed too often", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.constantFrom<Importance>(...Object.values(IMPORTANCE)), { minLength: 1, maxLength: 120 }),
      async (importances) => {
        const queue = new LinkQueue();
        const order: number[] = [];
        await Promise.all(importances.map((each, i) => queue.enqueue(each, async () => void order.push(i))));
        expect([...order].sort((a, b) => a - b)).toEqual(importances.map((_, i) => i));
        // The first one is on the wire before anybody else has come.
        const waited = order.slice(1).map((i) => importances[i]!);
        expect(waited.lastIndexOf(IMPORTANCE.stop)).toBe(
          waited.filter((each) => each === IMPORTANCE.stop).length - 1,
        );
        const kept = waited.filter((each) => each !== IMPORTANCE.stop);
        const first = kept.indexOf(IMPORTANCE.measured);
        expect(first).toBeLessThanOrEqual(2 * MOST_PASSED);
      },
    ),
  );
});
