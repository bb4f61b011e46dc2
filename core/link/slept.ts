/** Two clocks read at one moment: the time of day, and the one that does not run while the computer sleeps. Milliseconds. */
export interface Moment {
  wall: number;
  steady: number;
}

/** A pause shorter than this may be a busy program. */
const NOTICEABLE_MS = 5000;

/**
 * How long the computer slept between two moments, when no more than `expectedMs` should have passed: what the time of day, or the steady clock
 * where that runs on, has gained beyond it. 0 when it did not. A time of day that was set back says nothing.
 */
export function sleptMs(before: Moment, after: Moment, expectedMs: number): number {
  const gap = Math.max(after.wall - before.wall, after.steady - before.steady) - expectedMs;
  return gap > NOTICEABLE_MS ? gap : 0;
}
