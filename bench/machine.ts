import { once } from "node:events";
import { Worker } from "node:worker_threads";
import { medianMs, type Figure } from "./measure";

/** Arithmetic and memory as a program does it: numbers are put into objects and taken out again in another order. */
const WORK = `
  let seed = 1;
  const next = () => (seed = (seed * 48271) % 2147483647);
  const all = Array.from({ length: 200_000 }, () => ({ n: next() }));
  for (let round = 0; round < 4; round++) all.sort((a, b) => (a.n ^ round) - (b.n ^ round));
`;

/** How quick the machine is while it measures, since one that is shared is not always alike: the same work in two threads at once. */
export async function measureMachine(when: string): Promise<Figure> {
  const twiceAtOnce = async (): Promise<void> => {
    const threads = [0, 1].map(() => new Worker(WORK, { eval: true, execArgv: [] }));
    await Promise.all(threads.map((each) => once(each, "exit")));
  };
  return {
    what: `The machine itself, ${when}: a fixed piece of work in two threads at once`,
    value: await medianMs(3, twiceAtOnce),
    unit: "ms",
  };
}
