import type { Clock } from "@/core/protocol/channel";

interface Timer {
  at: number;
  callback: () => void;
}

/**
 * A clock on which waiting takes no time: whenever nothing else is left to do, it moves on to the next moment somebody waits for. What happens on it takes as
 * long as it would on the wall, and is over at once. `idle` does something once everything that is ready now was done.
 */
export class VirtualClock implements Clock {
  private time = 0;
  private timers: Timer[] = [];
  private scheduled = false;

  constructor(private readonly idle: (work: () => void) => void) {}

  now(): number {
    return this.time;
  }

  after(ms: number, callback: () => void): () => void {
    const timer = { at: this.time + Math.max(0, ms), callback };
    // Of two for the same moment the first one is first.
    const later = this.timers.findIndex((each) => each.at > timer.at);
    this.timers.splice(later < 0 ? this.timers.length : later, 0, timer);
    this.schedule();
    return () => {
      this.timers = this.timers.filter((each) => each !== timer);
    };
  }

  sleep(ms: number, signal?: AbortSignal): Promise<void> {
    return new Promise((resolve) => {
      if (signal?.aborted) return resolve();
      const done = (): void => {
        callOff();
        signal?.removeEventListener("abort", done);
        resolve();
      };
      const callOff = this.after(ms, done);
      signal?.addEventListener("abort", done);
    });
  }

  private schedule(): void {
    if (this.scheduled || this.timers.length === 0) return;
    this.scheduled = true;
    this.idle(() => {
      this.scheduled = false;
      const next = this.timers.shift();
      if (next) {
        this.time = next.at;
        next.callback();
      }
      this.schedule();
    });
  }
}
