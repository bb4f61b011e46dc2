import { bad, good, type Result, type Trouble } from "@/core/drive";
import type { Clock } from "@/core/protocol/channel";
import type { RawValue } from "@/core/value";
import { IMPORTANCE } from "../queue";
import type { LiveDrive } from "./live-drive";

const NOT_THERE: Trouble = {
  kind: "not-connected",
  text: "The drive is not connected now.",
  remedy: "It is tried again by itself.",
};

/** Some values of a connected drive as they are now, and how long that took in ms; they wait for everything that is more important. */
export async function valuesNow(
  drive: LiveDrive,
  clock: Pick<Clock, "now">,
  codes: readonly string[],
  signal: AbortSignal,
): Promise<Result<{ values: Map<string, RawValue>; ms: number }>> {
  const { definition } = drive;
  if (!drive.connected || !definition) return bad(drive.trouble ?? NOT_THERE);
  const wanted = codes.flatMap((each) => definition.byCode.get(each) ?? []);
  const values = new Map<string, RawValue>();
  const askedAt = clock.now();
  const read = await drive
    .session(IMPORTANCE.measured)
    .read(wanted, (step) => step.values.forEach((raw, code) => values.set(code, raw)), signal);
  if (!read.ok) {
    drive.noteTrouble(read.trouble);
    return read;
  }
  return good({ values, ms: clock.now() - askedAt });
}
