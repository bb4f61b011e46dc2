import { outcomeWords, progressOf, STAGES, type Stage } from "@/core/restore";
import type { LiveRestore } from "./use-restore";

/** How a step stands whose work is that of one or several stages. What never came about before the end is not ticked. */
export function stateOf({ job }: LiveRestore, ...stages: Stage[]): "done" | "open" | "later" {
  const progress = stages.map((each) => progressOf(job.place, each));
  if (progress.includes("open")) return "open";
  return progress.every((each) => each === "done") ? "done" : "later";
}

/** Whether a stage lies behind, gone through. */
export function past({ job: { place } }: LiveRestore, stage: Stage): boolean {
  return STAGES.indexOf(place.stage) > STAGES.indexOf(stage);
}

/** How it ended, in a few words; nothing while it is open. */
export function endWords({ job, detail }: LiveRestore): string | undefined {
  const { over } = job.place;
  if (over === "ended")
    return job.receiptId ? "Ended before it was done." : "Ended before anything was done to the drive.";
  if (over !== "done" || !job.receiptId) return undefined;
  // Restores of former versions kept no word here; their receipts did.
  if (job.verified === undefined) return "Its receipt says how it ended.";
  if (job.verified)
    return `${outcomeWords({ outcome: "verified", kind: job.kind, leftOut: detail.plan?.leftOut ?? [] })}.`;
  return job.kind === "restore"
    ? "Ended; not everything is as recorded."
    : "Ended; not everything is as foreseen.";
}

/** The same as it stands at its last step. */
export function EndWords({ restore }: { restore: LiveRestore }) {
  const words = endWords(restore);
  return restore.job.verified ? <strong className="text-ink">{words}</strong> : words;
}
