import type { RawValue } from "@/core/value";
import type { Plan } from "./plan";

/** What one of several plans does with a parameter. */
export type TogetherCell =
  | { does: "write"; from?: RawValue; to: RawValue }
  /** It differs from the record, and is left out. */
  | { does: "leave" }
  /** It is as recorded already; with which value, where that is known. */
  | { does: "nothing"; holds?: RawValue }
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
 * recorded already will be like those that are written; where each gets its own, `holds` says what each holds of the codes that its plan does not write, and without it that is not known.
 */
export function plansTogether(
  plans: ReadonlyArray<Pick<Plan, "writes" | "leftOut"> | undefined>,
  one: boolean,
  holds: ReadonlyArray<Readonly<Record<string, RawValue>> | undefined> = [],
): TogetherRow[] {
  const writes = plans.map((plan) => new Map(plan?.writes.map((each) => [each.code, each])));
  const left = plans.map((plan) => new Set(plan?.leftOut.map((each) => each.code)));
  const codes = new Set(plans.flatMap((plan) => plan?.writes.map((each) => each.code) ?? []));
  return [...codes].map((code) => {
    const cells = plans.map((plan, i): TogetherCell => {
      if (!plan) return undefined;
      const written = writes[i]!.get(code);
      if (written) return { does: "write", from: written.from, to: written.to };
      return left[i]!.has(code) ? { does: "leave" } : { does: "nothing", holds: holds[i]?.[code] };
    });
    const to = new Set(cells.flatMap((each) => after(each) ?? []));
    const known = (cell: TogetherCell): boolean =>
      cell === undefined || after(cell) !== undefined || (one && cell.does === "nothing");
    return { code, cells, alike: to.size === 1 && cells.every(known) };
  });
}

/** What a drive holds afterwards; undefined where that is not known. */
function after(cell: TogetherCell): RawValue | undefined {
  if (cell?.does === "write") return cell.to;
  return cell?.does === "nothing" ? cell.holds : undefined;
}
