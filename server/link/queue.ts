/** Who goes first on a link: a stop command, then a restore, then a reading, then live measured values. */
export const IMPORTANCE = { stop: 0, restore: 1, reading: 2, measured: 3 } as const;
export type Importance = (typeof IMPORTANCE)[keyof typeof IMPORTANCE];

/** A task that waits lets at most this many more important ones pass, so that measured values go on beside a long reading. */
export const MOST_PASSED = 8;

interface Waiting {
  importance: Importance;
  passed: number;
  run: () => Promise<void>;
}

/**
 * Runs tasks one at a time (or `width` at once, where a gateway can hold several), the most important first and otherwise in the order they came.
 * A stop passes everything that is not on the wire yet; of the rest none waits for ever.
 */
export class LinkQueue {
  private readonly waiting: Waiting[] = [];
  private under = 0;

  constructor(private readonly width = 1) {}

  /** Resolves with what the task gives, once its turn has come. */
  enqueue<T>(importance: Importance, task: () => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      const run = (): Promise<void> => task().then(resolve, reject);
      const at = this.waiting.findIndex((each) => each.importance > importance);
      this.waiting.splice(at < 0 ? this.waiting.length : at, 0, { importance, run, passed: 0 });
      void this.work();
    });
  }

  private async work(): Promise<void> {
    if (this.under >= this.width) return;
    this.under += 1;
    for (let next = this.take(); next; next = this.take()) await next.run();
    this.under -= 1;
  }

  private take(): Waiting | undefined {
    const first = this.waiting[0];
    if (!first || first.importance === IMPORTANCE.stop) return this.waiting.shift();
    const longest = this.waiting.findIndex((each) => each.passed >= MOST_PASSED);
    const [next] = this.waiting.splice(Math.max(longest, 0), 1);
    for (const each of this.waiting) if (each.importance > next!.importance) each.passed += 1;
    return next;
  }
}
