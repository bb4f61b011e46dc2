import { invertStep, type DraftStep, type NewStep } from "./step";

/** What can be taken back, or done again: the step to add; or who has changed the same value since; or nothing. */
export type Undo =
  | { kind: "step"; step: NewStep }
  | { kind: "changed-since"; step: DraftStep; since: DraftStep }
  | { kind: "none" };

/** Takes the last change of one person back; the others' stay. */
export function undo(steps: readonly DraftStep[], by: string): Undo {
  return takeBack(steps, lastOf(steps, by, "forward"));
}

/** Does again what the same person took back last. After a new change of theirs there is nothing to do again. */
export function redo(steps: readonly DraftStep[], by: string): Undo {
  const last = lastOf(steps, by, "back");
  const newer = last && steps.some((each) => each.by === by && each.n > last.n && each.undoes === undefined);
  return newer ? { kind: "none" } : takeBack(steps, last);
}

function takeBack(steps: readonly DraftStep[], step: DraftStep | undefined): Undo {
  if (!step) return { kind: "none" };
  // What was changed and taken back between does not matter: the value has to be what this step left.
  const since = steps.findLast((each) => each.code === step.code)!;
  return since.after === step.after
    ? { kind: "step", step: invertStep(step) }
    : { kind: "changed-since", step, since };
}

/** The last step of a person that still holds and leads this way. */
function lastOf(steps: readonly DraftStep[], by: string, way: "forward" | "back"): DraftStep | undefined {
  const undone = new Set(steps.map((each) => each.undoes));
  return steps.findLast(
    (each) => each.by === by && !undone.has(each.n) && (depth(steps, each) % 2 === 0) === (way === "forward"),
  );
}

/** 0 for a change, 1 for what takes one back, 2 for what does it again, and so on. */
function depth(steps: readonly DraftStep[], { undoes }: DraftStep): number {
  const undone = undoes === undefined ? undefined : steps.find((each) => each.n === undoes);
  return undone ? depth(steps, undone) + 1 : 0;
}
