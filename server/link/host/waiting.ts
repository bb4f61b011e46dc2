/** Those who wait for the next change of something. */
export class Waiting {
  private readonly waiters = new Set<() => void>();

  /** Resolves at the next change, or when the signal is given. */
  next(signal?: AbortSignal): Promise<void> {
    return new Promise((resolve) => {
      const done = (): void => {
        this.waiters.delete(done);
        signal?.removeEventListener("abort", done);
        resolve();
      };
      this.waiters.add(done);
      signal?.addEventListener("abort", done);
    });
  }

  /** There is a change. */
  tell(): void {
    for (const waiter of [...this.waiters]) waiter();
  }
}
