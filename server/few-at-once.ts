/** More are waiting than is reasonable. */
export class TooManyAtOnce extends Error {}

/**
 * Lets only so many run at once; further ones wait in a line, and beyond that line they are turned away. Hashing a password takes memory and a
 * processor on purpose: a thousand at once would take all of both.
 */
export function fewAtOnce(most: number, mostWaiting: number) {
  let running = 0;
  const waiting: Array<() => void> = [];
  return async function run<T>(work: () => Promise<T>): Promise<T> {
    if (running >= most) {
      if (waiting.length >= mostWaiting) throw new TooManyAtOnce("Too many at once.");
      await new Promise<void>((go) => waiting.push(go));
    } else running += 1;
    try {
      return await work();
    } finally {
      const next = waiting.shift();
      if (next) next();
      else running -= 1;
    }
  };
}
