import type { RawValue } from "@/core/value";

export const VERDICTS = {
  "as-recorded": "as recorded",
  changed: "changed on the drive",
  "back-to-default": "back to default",
  "never-set": "never set",
  "not-read": "not read",
  "not-recorded": "not recorded",
} as const;
export type Verdict = keyof typeof VERDICTS;

/**
 * Default, record and drive in one plain verdict: is the drive as recorded, was it changed,
 * did it fall back to the factory's value, or was it never set at all.
 */
export function verdict(
  standard: RawValue | undefined,
  recorded: RawValue | undefined,
  live: RawValue | undefined,
): Verdict {
  if (live === undefined) return "not-read";
  if (recorded === undefined) return "not-recorded";
  if (live === recorded) return recorded === standard ? "never-set" : "as-recorded";
  return live === standard ? "back-to-default" : "changed";
}
