import type { Result } from "@/core/drive";

const SOONEST_MS = 1000;
/** The line is free for so many times as long as one asking took. */
const FREE = 4;
const AFTER_TROUBLE_MS = 3000;

/** When what changes by itself is asked again: soon on a quick line, later on a slow one, so that at most a fifth of its time is taken. */
export function again(last: Result<{ ms: number }> | undefined): number {
  if (!last) return SOONEST_MS;
  return last.ok ? Math.max(SOONEST_MS, FREE * last.value.ms) : AFTER_TROUBLE_MS;
}
