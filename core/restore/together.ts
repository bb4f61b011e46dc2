import type { RawValue } from "@/core/value";
import type { Plan } from "./plan";

/** What one of several plans does with a parameter. */
export type TogetherCell =
  | { does: "write"; from?: RawValue; to: RawValue }
  /** It differs from the record, and is left out. */
  | { does: "leave" }
  /** It is as recorded already. */
  | { does: "nothing" }
  /** There is no plan yet. */
  | undefined;

/** One parameter that at least one of several plans writes, beside each other. */
export interface TogetherRow {
  code: string;
  /** A cell for each plan. */
  cells: TogetherCell[];
  /** Afterwards all of them hold the same value. */
  alike: boolean;
}

/**
 * The plans of several restores under one another, in the order in which the parameters are written; those in which they differ are told apart. Where all get `one` record, a drive that is as
 * recorded already will be like those that are written; where each gets its own, that is not known from its plan.
 */
export function plansTogether(
  plans: ReadonlyArray<Pick<Plan, "writes" | "leftOut"> | undefined>,
  one: boolean,
): TogetherRow[] {
  const writes = plans.map((plan) => new Map(plan?.writes.map((each) => [each.code, each])));
  const left = plans.map((plan) => new Set(plan?.leftOut.map((each) => each.code)));
  const codes = new Set(plans.flatMap((plan) => plan?.writes.map((each) => each.code) ?? []));
  return [...codes].map((code) => {
    const cells = plans.map((plan, i): TogetherCell => {
      if (!plan) return undefined;
      const written = writes[i]!.get(code);
      if (written) return { does: "write", from: written.from, to: written.to };
      return { does: left[i]!.has(code) ? "leave" : "nothing" };
    });
    const to = new Set(cells.flatMap((each) => (each?.does === "write" ? [each.to] : [])));
    const alike =
      to.size === 1 &&
      cells.every((each) => each === undefined || each.does === "write" || (one && each.does === "nothing"));
    return { code, cells, alike };
  });
}
