import type { Definition } from "@/core/definition";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import type { WriteStep } from "./step";

/** The last word on one parameter of a restore. */
export interface ParameterResult {
  code: string;
  from?: RawValue;
  to: RawValue;
  readBack?: RawValue;
  /** "stayed": it was to go with the power, and did not: it was in the permanent memory already. */
  verdict: "verified" | "refused" | "differs" | "not-written" | "not-read-back" | "stayed";
  said?: string;
  /** How often it was sent, where more than once: where every write is permanent each of them counts. */
  times?: number;
}

export interface Verification {
  results: ParameterResult[];
  /** Settings nobody meant to change that are not as before: the drive adjusted them. */
  alsoChanged: Array<{ code: string; from?: RawValue; to?: RawValue }>;
  /** Every planned parameter has been read back as planned, and no other setting has changed. Only then the word "verified" is used. */
  verified: boolean;
}

/** Compares what was read again after writing with what was planned, and with everything that was to stay. */
export function verifyRestore(
  definition: Definition,
  steps: readonly WriteStep[],
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
): Verification {
  const planned = new Set(steps.map((each) => each.code));
  const results = steps.map((step) => resultOf(step, after.get(step.code)));
  const alsoChanged = definition.parameters
    .filter(
      (each) =>
        !planned.has(each.code) &&
        !NOT_SETTINGS.has(each.kind) &&
        before.get(each.code) !== after.get(each.code),
    )
    .map((each) => ({ code: each.code, from: before.get(each.code), to: after.get(each.code) }));
  return {
    results,
    alsoChanged,
    verified: alsoChanged.length === 0 && results.every((each) => each.verdict === "verified"),
  };
}

/** How often a step was sent, where that was more than once. */
export function sentMoreThanOnce({ tries }: WriteStep): Pick<ParameterResult, "times"> {
  return tries > 1 ? { times: tries } : {};
}

function resultOf(step: WriteStep, readBack: RawValue | undefined): ParameterResult {
  const result = {
    code: step.code,
    from: step.from,
    to: step.to,
    readBack,
    said: step.said,
    ...sentMoreThanOnce(step),
  };
  if (readBack === undefined) return { ...result, verdict: "not-read-back" };
  if (readBack === step.to) return { ...result, verdict: "verified" };
  if (step.state === "refused") return { ...result, verdict: "refused" };
  return { ...result, verdict: step.state === "planned" ? "not-written" : "differs" };
}
