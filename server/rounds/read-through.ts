import type { Bench } from "@/server/bench";
import type { Events } from "@/server/events";

/** A reading that took longer would never come to its end. */
const LONGEST_MS = 30 * 60 * 1000;

/** Waits until a connection is read through, or until it is clear that it will not be: it was let go or lost, the reading was stopped, or the signal is given. */
export function readThrough(
  { bench, events }: { bench: Bench; events: Events },
  id: string,
  signal: AbortSignal,
): Promise<"done" | "not"> {
  const state = (): "done" | "not" | undefined => {
    const connection = bench.find(id);
    if (!connection || connection.phase !== "connected" || signal.aborted) return "not";
    const phase = connection.reading?.phase;
    if (phase === "done") return "done";
    return phase === "stopped" ? "not" : undefined;
  };
  return new Promise((resolve) => {
    const settle = (): void => {
      const now = state();
      if (now === undefined) return;
      leave();
      clearTimeout(timer);
      signal.removeEventListener("abort", settle);
      resolve(now);
    };
    const leave = events.subscribe(settle);
    const timer = setTimeout(() => {
      leave();
      resolve("not");
    }, LONGEST_MS);
    timer.unref();
    signal.addEventListener("abort", settle);
    settle();
  });
}
