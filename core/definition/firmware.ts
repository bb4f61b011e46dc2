import type { FirmwareRange } from "./file";

/** Compares two firmware versions number by number ("3.10" is newer than "3.9"); below zero when a is older. */
export function compareFirmware(a: string, b: string): number {
  const left = a.split(".").map(Number);
  const right = b.split(".").map(Number);
  for (let i = 0; i < Math.max(left.length, right.length); i++) {
    const difference = (left[i] ?? 0) - (right[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}

/** Whether something that is said for a range of firmware holds for a version; no range holds always. */
export function firmwareFits(version: string, range: FirmwareRange | undefined): boolean {
  if (!range) return true;
  return (
    (range.from === undefined || compareFirmware(version, range.from) >= 0) &&
    (range.below === undefined || compareFirmware(version, range.below) < 0)
  );
}
