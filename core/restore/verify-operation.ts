import type { Definition } from "@/core/definition";
import type { RawValue } from "@/core/value";
import type { PlainOperation } from "./operation";
import type { Plan } from "./plan";
import { stepsOf } from "./step";
import { verifyRestore, type Verification } from "./verify";

/**
 * How an operation came out, from what was read before and after it, and from what the drive says of its memories (`volatile`: something is in the
 * running memory alone; undefined: it does not tell). "Verified" only where the drive itself says that nothing is volatile any more (not asked of a
 * factory reset), every value that was foreseen reads as foreseen (or is still there after the power was off, and so was permanent already), and no other setting changed; what nobody could foresee does not stand in the way.
 */
export function verifyOperation(
  operation: PlainOperation,
  definition: Definition,
  plan: Plan,
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
  volatile: boolean | undefined,
): Verification {
  // What reads otherwise than foreseen reads otherwise: nothing was written here value by value.
  const steps = stepsOf(plan.writes).map((each) => ({ ...each, state: "written" as const }));
  const { results: read, alsoChanged } = verifyRestore(definition, steps, before, after);
  // It was off, nothing is volatile, and the value is still there: what the last record of the permanent memory says of it is out of date.
  const outlived = operation === "power-off" && volatile === false;
  const results = read.map((each) =>
    outlived && each.readBack !== undefined && each.readBack === each.from && each.verdict === "differs"
      ? { ...each, verdict: "stayed" as const }
      : each,
  );
  // What a reset is to keep is foreseen: it stays.
  const unforeseeable = new Set(
    plan.leftOut.filter((each) => each.reason !== "kept-by-reset").map((each) => each.code),
  );
  const unforeseen = alsoChanged.filter((each) => !unforeseeable.has(each.code));
  const foreseen = plan.untold && operation === "power-off" ? true : unforeseen.length === 0;
  const settled = operation === "factory-reset" || volatile === false;
  return {
    results,
    alsoChanged,
    verified:
      settled &&
      foreseen &&
      results.every((each) => each.verdict === "verified" || each.verdict === "stayed"),
  };
}
