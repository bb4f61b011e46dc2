/** Waits until a moment of `performance.now()`, finer than a timer: the pace of the line is what the benchmark measures against. */
export async function until(moment: number): Promise<void> {
  const rest = moment - performance.now();
  if (rest > 2) await new Promise((resolve) => setTimeout(resolve, rest - 1.5));
  while (performance.now() < moment) await new Promise((resolve) => setImmediate(resolve));
}
