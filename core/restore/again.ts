import type { PlannedWrite } from "./planned-write";
import type { WriteStep } from "./step";

/** What a step says that was not planned: the drive changed the value. */
export const CHANGED_BY_DRIVE = "The drive changed it while others were written.";

/** How often what a drive changed by itself is written again. */
export const MOST_ROUNDS = 2;

/**
 * The steps once a drive was read again after writing. `differs` is what would still have to be written, in its order: what was written and is not there any more, and
 * what the drive changed by itself meanwhile. What it refused, or what a person has seen as it is, is left alone. The same list when nothing is to be
 * written again.
 */
export function stepsAgain(
  steps: readonly WriteStep[],
  differs: readonly PlannedWrite[],
): readonly WriteStep[] {
  const byCode = new Map(steps.map((each) => [each.code, each]));
  const again = differs.filter(({ code }) => (byCode.get(code)?.state ?? "written") === "written");
  if (again.length === 0) return steps;
  const codes = new Set(again.map((each) => each.code));
  return [
    ...steps.filter((each) => !codes.has(each.code)),
    ...again.map((each): WriteStep => ({
      ...each,
      caution: each.caution ?? CHANGED_BY_DRIVE,
      state: "planned",
      tries: 0,
    })),
  ];
}
