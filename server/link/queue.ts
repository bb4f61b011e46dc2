/** Who goes first on a link: a stop command, then a restore, then a reading, then live measured values. */
export const IMPORTANCE = { stop: 0, restore: 1, reading: 2, measured: 3 } as const;
export type Importance = (typeof IMPORTANCE)[keyof typeof IMPORTANCE];

/** Runs tasks one at a time (or `width` at once, where a gateway can hold several), the most important first and otherwise in the order they came. */
export class LinkQueue {
  private readonly waiting: Array<{ importance: number; run: () => Promise<void> }> = [];
  private under = 0;

  constructor(private readonly width = 1) {}

  /** Resolves with what the task gives, once its turn has come. */
  enqueue<T>(importance: Importance, task: () => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      const run = (): Promise<void> => task().then(resolve, reject);
      const at = this.waiting.findIndex((each) => each.importance > importance);
      this.waiting.splice(at < 0 ? this.waiting.length : at, 0, { importance, run });
      void this.work();
    });
  }

  private async work(): Promise<void> {
    if (this.under >= this.width) return;
    this.under += 1;
    for (let next = this.waiting.shift(); next; next = this.waiting.shift()) await next.run();
    this.under -= 1;
  }
}
