import type { WriteOutcome } from "@/core/drive";
import type { RawValue } from "@/core/value";
import type { PlannedWrite } from "./planned-write";

/**
 * What is known of one write.
 * - planned: not sent yet, or known not to have arrived
 * - sent: on its way; when the program ends here, nobody knows
 * - written: the drive said so, or it was read back
 * - refused: the drive said no
 * - unknown: sent, not answered, not read back yet
 * - other: read back as neither the old nor the new value
 */
export type StepState = "planned" | "sent" | "written" | "refused" | "unknown" | "other";

export interface WriteStep extends PlannedWrite {
  state: StepState;
  /** What the drive or the wire said, in words. */
  said?: string;
  remedy?: string;
  /** Value read back, where it was. */
  readBack?: RawValue;
  tries: number;
}

/** A fresh step for each planned write. */
export function stepsOf(writes: readonly PlannedWrite[]): WriteStep[] {
  return writes.map((each) => ({ ...each, state: "planned", tries: 0 }));
}

/** The step after its write was answered, or was not. */
export function settleWrite(step: WriteStep, outcome: WriteOutcome): WriteStep {
  const { said: _said, remedy: _remedy, ...bare } = step;
  switch (outcome.kind) {
    case "written":
      return { ...bare, state: "written" };
    case "refused":
      return { ...bare, state: "refused", said: outcome.refusal.text, remedy: outcome.refusal.remedy };
    case "unknown":
      return {
        ...bare,
        state: "unknown",
        said: outcome.text,
        remedy: "It is read back before anything else is written.",
      };
  }
}

/**
 * The step after its value was read back. Also for writes the drive had confirmed: a power-off takes back
 * what was not permanent, and then they have to be written again.
 */
export function settleReadBack(step: WriteStep, readBack: RawValue | undefined): WriteStep {
  if (readBack === undefined) return step;
  const { said: _said, remedy: _remedy, ...bare } = step;
  if (readBack === step.to) return { ...bare, readBack, state: "written" };
  if (step.state === "refused") return { ...step, readBack };
  if (readBack === step.from) return { ...bare, readBack, state: "planned" };
  return {
    ...bare,
    readBack,
    state: "other",
    said: "Read back as neither the old nor the new value.",
    remedy: "Write it again, or look at the drive what changed it.",
  };
}

/** Steps whose value has to be read back after a loss of link, power or program. */
export function needReadBack(steps: readonly WriteStep[]): WriteStep[] {
  return steps.filter(
    (each) =>
      each.state === "sent" || each.state === "unknown" || each.state === "written" || each.state === "other",
  );
}

/** How many steps stand where; a step that was sent when the program ended counts as unknown. */
export function countSteps(steps: readonly WriteStep[]): {
  written: number;
  planned: number;
  refused: number;
  unknown: number;
  other: number;
} {
  const counts = { written: 0, planned: 0, refused: 0, unknown: 0, other: 0 };
  for (const { state } of steps) counts[state === "sent" ? "unknown" : state] += 1;
  return counts;
}
