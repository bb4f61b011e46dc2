import { sleptMs } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import type { LookTiming } from "./messages";

/** Looking takes at most a thirtieth of a line's time: what is read meanwhile is waited for. */
const LOOK_SHARE = 30;

interface Watched {
  connected: () => boolean;
  /** One look at a drive that is connected. */
  look: () => Promise<unknown>;
  /** One try to find a drive that was lost. */
  comeBack: () => Promise<void>;
  /** This computer slept for so long: nothing is certain any more. */
  slept: (ms: number) => void;
}

/** Looks at a drive again and again while it is connected, and for it while it is not, until one lets go. */
export class Watch {
  /** How long the last look took, waiting for its turn included. */
  lookMs = 0;
  private wake = new AbortController();

  constructor(
    private readonly parts: { clock: Clock; wall: () => number; timing: LookTiming },
    private readonly ended: AbortSignal,
    private readonly drive: Watched,
  ) {}

  /** The pause that is made just now is over. */
  hurry(): void {
    this.wake.abort();
  }

  async run(): Promise<void> {
    const { timing, clock } = this.parts;
    let retryMs = timing.retryMs;
    while (!this.ended.aborted) {
      this.wake = new AbortController();
      if (this.drive.connected()) {
        retryMs = timing.retryMs;
        await this.once();
      } else {
        await clock.sleep(retryMs, this.ended);
        if (!this.ended.aborted) await this.drive.comeBack();
        retryMs = Math.min(retryMs * 2, timing.longestRetryMs);
      }
    }
  }

  private async once(): Promise<void> {
    const { timing, clock } = this.parts;
    const before = this.moment();
    const pause = Math.max(timing.watchMs, Math.min(LOOK_SHARE * this.lookMs, 5 * timing.watchMs));
    await clock.sleep(pause, this.wake.signal);
    const slept = sleptMs(before, this.moment(), pause);
    if (slept > 0) this.drive.slept(slept);
    if (!this.ended.aborted && this.drive.connected()) await this.drive.look();
  }

  private moment(): { wall: number; steady: number } {
    return { wall: this.parts.wall(), steady: this.parts.clock.now() };
  }
}
