import type { RawValue } from "@/core/value";

/** One change of a draft, as it was made. A draft is the record it began from and its steps, which are only ever added to. */
export interface DraftStep {
  /** Its number in the draft, from 1. */
  n: number;
  code: string;
  /** Undefined where the record has no value of this code. */
  before: RawValue | undefined;
  after: RawValue | undefined;
  reason: string;
  /** The account of who made it. */
  by: string;
  byName: string;
  /** Ms since 1970. */
  at: number;
  /** The step that it takes back. A step that takes back one that took back does it again. */
  undoes?: number;
}

/** What a person wants done; the draft gives it its number. */
export type NewStep = Omit<DraftStep, "n" | "by" | "byName" | "at">;

export type Values = ReadonlyMap<string, RawValue>;

/** The step that takes another back. */
export function invertStep({ n, code, before, after, reason }: DraftStep): NewStep {
  return { code, before: after, after: before, reason, undoes: n };
}

/** The values of a draft: those of its record with every step applied. */
export function draftValues(base: Values, steps: readonly DraftStep[]): Map<string, RawValue> {
  const values = new Map(base);
  for (const { code, after } of steps) {
    if (after === undefined) values.delete(code);
    else values.set(code, after);
  }
  return values;
}

/** A code whose value is otherwise than in the record, with the step that made it so. */
export interface DraftChange {
  code: string;
  from: RawValue | undefined;
  to: RawValue | undefined;
  /** Why, by whom, when: of the step that gave it this value first, where something was taken back since. */
  step: DraftStep;
}

/** What a draft changes, in the order in which it came to be so. */
export function changesOf(base: Values, steps: readonly DraftStep[]): DraftChange[] {
  const last = new Map<string, DraftStep>();
  for (const step of steps) {
    last.delete(step.code);
    last.set(step.code, step);
  }
  return [...last.values()].flatMap((step) => {
    const from = base.get(step.code);
    return from === step.after ? [] : [{ code: step.code, from, to: step.after, step: origin(steps, step) }];
  });
}

/** The step that gave a value first to which a step went back, through whatever was taken back and done again between. */
function origin(steps: readonly DraftStep[], step: DraftStep): DraftStep {
  if (step.undoes === undefined) return step;
  const before = steps.findLast((each) => each.code === step.code && each.n < step.undoes!);
  return before && before.after === step.after ? origin(steps, before) : step;
}
