/** A row that waits for its turn, and whom to tell what came of it. */
interface Waiting<T> {
  row: T;
  done: () => void;
  failed: (error: unknown) => void;
}

/**
 * Keeps rows that come one by one from many readings with as few commits as it can: each goes at once while nothing is under way; what comes meanwhile
 * goes together with the next. `keep` writes several in one statement, so all of them or none. Where several together fail, each is tried alone, so that one reading's fault is its own.
 */
export class GroupKeeper<T> {
  private waiting: Waiting<T>[] = [];
  private busy = false;

  constructor(private readonly keep: (rows: T[]) => Promise<unknown>) {}

  /** Resolves when the row is kept; rejects with why it could not be. */
  add(row: T): Promise<void> {
    return new Promise((done, failed) => {
      this.waiting.push({ row, done, failed });
      if (!this.busy) void this.work();
    });
  }

  private async work(): Promise<void> {
    this.busy = true;
    while (this.waiting.length > 0) {
      const together = this.waiting;
      this.waiting = [];
      await this.keepAll(together);
    }
    this.busy = false;
  }

  private async keepAll(together: Waiting<T>[]): Promise<void> {
    try {
      await this.keep(together.map((each) => each.row));
      for (const { done } of together) done();
    } catch (error) {
      if (together.length === 1) return together[0]!.failed(error);
      for (const each of together) await this.keepAll([each]);
    }
  }
}
