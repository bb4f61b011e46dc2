/** Runs something several times after a warm-up and gives the median of its times in ms. */
export async function medianMs(runs: number, work: () => unknown | Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let i = -1; i < runs; i++) {
    const start = performance.now();
    await work();
    if (i >= 0) times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)]!;
}

/** One line of the table: what was measured, and beside it what physics or the aim allow. */
export interface Figure {
  what: string;
  value: number;
  unit: string;
  limit?: string;
}
