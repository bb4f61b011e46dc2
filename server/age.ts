/** Clocks are put right by this much while nobody means anything by it. */
const PUT_RIGHT_MS = 5000;

/**
 * How long ago something was by the clock on the wall, in ms. Where that lies ahead, the clock was set back since, and nobody knows how long ago it was: `Infinity`, so that
 * nothing counts as fresh that may be old.
 */
export function ageMs(at: number, now: number): number {
  const age = now - at;
  if (age >= 0) return age;
  return age > -PUT_RIGHT_MS ? 0 : Infinity;
}
