import { readFileSync } from "node:fs";
import { POSITIONS } from "./large-plant";
import type { Figure } from "./measure";
import { PLACES, signedIn, WAYS } from "./scale";

const CLIENTS = 10;
const THINK_MS = 2000;
const EACH = 12;
/** Parts of a second that the system counts a process's time in (`getconf CLK_TCK`). */
const TICKS = 100;

/** Ten people who look at a page or a list of 2,000 positions, think for 2 s, and look at the next; and what that costs the application's process. */
export async function measureCrowd(base: string, pid: number): Promise<Figure[]> {
  const cookie = await signedIn(base);
  const paths = [
    ...PLACES.map(([, page]) => `/plants/plant${page}`),
    ...WAYS.map(([, way]) => `/api/plants/plant${way}`),
  ];
  const times: number[] = [];
  const before = processorMs(pid);
  const began = performance.now();
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      await pause((THINK_MS * client) / CLIENTS);
      for (let i = 0; i < EACH; i++) {
        const start = performance.now();
        const path = paths[(client + i) % paths.length]!;
        await (await fetch(base + path, { headers: { cookie } })).arrayBuffer();
        times.push(performance.now() - start);
        await pause(THINK_MS);
      }
    }),
  );
  const busy = processorMs(pid) - before;
  times.sort((a, b) => a - b);
  const where = `${POSITIONS} positions`;
  return [
    {
      what: `Ten people, a page or list every ${THINK_MS / 1000} s, 95th of ${times.length}, ${where}`,
      value: times[Math.floor(times.length * 0.95)]!,
      unit: "ms",
      limit: `median ${times[Math.floor(times.length / 2)]!.toFixed(0)} ms; aim 250 ms`,
    },
    {
      what: `Processor time of a request with them, ${where}`,
      value: busy / times.length,
      unit: "ms",
      limit: `all threads; ${((100 * busy) / (performance.now() - began)).toFixed(0)} % of one processor; aim 40 ms`,
    },
  ];
}

/** Time that a process has used in all its threads, ms. */
function processorMs(pid: number): number {
  // Behind the name, which may have blanks: fields 14 and 15 of proc(5) are the 12th and 13th.
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").at(-1)!.split(" ");
  return ((Number(fields[11]) + Number(fields[12])) * 1000) / TICKS;
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
