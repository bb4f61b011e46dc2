/** A timer is this late at most, in ms, on a machine that is not overloaded: no more is made good, or a line would hurry after a pause. */
const MOST_LATE_MS = 3;

/**
 * The pace of a line: what an exchange takes on it, finer than a timer. What one wait was late the next is shorter by, so that exchanges take on average what the
 * wire takes, without a processor being kept busy meanwhile.
 */
export class Pace {
  private lateMs = 0;

  /** Waits until a moment of `performance.now()`. */
  async until(moment: number): Promise<void> {
    const due = moment - this.lateMs;
    const rest = due - performance.now();
    if (rest > 0) await new Promise((resolve) => setTimeout(resolve, rest));
    this.lateMs = Math.min(MOST_LATE_MS, Math.max(0, performance.now() - due));
  }
}

/** Waits until a moment of `performance.now()`, to a fraction of a ms: for questions of which several are on their way at once, so that what one is late cannot be made good by the next. */
export async function until(moment: number): Promise<void> {
  const rest = moment - performance.now();
  if (rest > 2) await new Promise((resolve) => setTimeout(resolve, rest - 1.5));
  while (performance.now() < moment) await new Promise((resolve) => setImmediate(resolve));
}
