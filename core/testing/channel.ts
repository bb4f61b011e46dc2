import type { ByteChannel, Clock } from "@/core/protocol/channel";

/** A channel and a clock in a test's hand: what was sent is seen, what is heard and how time passes is decided. */
export function channelInHand() {
  let now = 0;
  const timers: Array<{ at: number; callback: () => void }> = [];
  let hear: (bytes: Uint8Array) => void = () => undefined;
  let lose: (reason: string) => void = () => undefined;
  const sent: Uint8Array[] = [];
  const channel: ByteChannel = {
    send: (bytes) => {
      sent.push(bytes);
    },
    onBytes: (listener) => {
      hear = listener;
    },
    onClosed: (listener) => {
      lose = listener;
    },
    close: () => undefined,
  };
  const after = (ms: number, callback: () => void): (() => void) => {
    const timer = { at: now + ms, callback };
    timers.push(timer);
    return () => {
      timers.splice(timers.indexOf(timer), 1);
    };
  };
  const clock: Clock = {
    now: () => now,
    after,
    sleep: (ms) =>
      new Promise((resolve) => {
        after(ms, resolve);
      }),
  };
  /** Lets time pass and everything that was waiting for it happen. */
  const pass = async (ms: number): Promise<void> => {
    now += ms;
    for (const timer of timers.filter((each) => each.at <= now)) {
      timers.splice(timers.indexOf(timer), 1);
      timer.callback();
    }
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return {
    channel,
    clock,
    hear: (bytes: Uint8Array) => hear(bytes),
    lose: (reason: string) => lose(reason),
    sent,
    pass,
  };
}
