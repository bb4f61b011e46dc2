import type { Clock } from "@/core/protocol/channel";

/** A row that waits for its turn, and whom to tell what came of it. */
interface Waiting<T> {
  row: T;
  done: () => void;
  failed: (error: unknown) => void;
}

/** One statement in such a time, in ms: more than what was read in it is not lost when the program is killed. */
const GATHER_MS = 100;

/**
 * Keeps rows that come one by one from many readings with as few commits as it can: each goes at once where none went shortly before; what comes on its heels, or
 * while a statement is under way, goes together with the next. `keep` writes several in one statement, so all of them or none. Where several together fail, each is tried alone, so that one reading's fault is its own.
 */
export class GroupKeeper<T> {
  private waiting: Waiting<T>[] = [];
  private busy = false;
  private hurried = false;
  private gathering = new AbortController();
  private lastAt = -Infinity;

  constructor(
    private readonly keep: (rows: T[]) => Promise<unknown>,
    private readonly clock: Clock,
  ) {}

  /** Resolves when the row is kept; rejects with why it could not be. */
  add(row: T): Promise<void> {
    return new Promise((done, failed) => {
      this.waiting.push({ row, done, failed });
      if (!this.busy) void this.work();
    });
  }

  /** Somebody waits for what came so far: no more is gathered before it goes. */
  hurry(): void {
    this.hurried = this.waiting.length > 0;
    this.gathering.abort();
  }

  private async work(): Promise<void> {
    this.busy = true;
    while (this.waiting.length > 0) {
      this.gathering = new AbortController();
      const rest = this.lastAt + GATHER_MS - this.clock.now();
      if (rest > 0 && !this.hurried) await this.clock.sleep(rest, this.gathering.signal);
      this.hurried = false;
      this.lastAt = this.clock.now();
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
