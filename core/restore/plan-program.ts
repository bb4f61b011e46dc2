import type { Definition } from "@/core/definition";
import { programFacts } from "@/core/program";
import type { RawValue } from "@/core/value";
import type { ProgramOperation } from "./operation";
import type { Plan } from "./plan";
import type { PlannedProgram } from "./planned-program";
import type { ParameterResult, Verification } from "./verify";
import { verifyRestore } from "./verify";

/** What is done with the program of a drive that holds `live`; nothing is written value by value. */
export function planProgram(
  definition: Definition,
  live: ReadonlyMap<string, RawValue>,
  chosen: Pick<PlannedProgram, "file" | "keptAs" | "reason">,
): Plan {
  const { program } = definition.file;
  const { present, enabled, running, identification } = programFacts(definition, live) ?? {};
  return {
    writes: [],
    leftOut: [],
    equal: 0,
    needsRestart: false,
    program: program && {
      disturbs: program.disturbs,
      ...chosen,
      now: { present, enabled, running, identification },
    },
  };
}

/**
 * How it came out, from what was read before and after: what the drive says of its program is as it was to be, and no setting has changed. What the drive does not tell
 * is no proof.
 */
export function verifyProgram(
  operation: ProgramOperation,
  definition: Definition,
  plan: Plan,
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
): Verification {
  const spec = definition.file.program;
  const wanted: Array<[code: string | undefined, to: RawValue]> = {
    "program-put-on": [
      [spec?.present, 1],
      [spec?.identification, plan.program?.file?.identification ?? 0],
    ] satisfies Array<[string | undefined, RawValue]>,
    "program-start": [[spec?.runs, 1]] satisfies Array<[string | undefined, RawValue]>,
    "program-stop": [[spec?.runs, 0]] satisfies Array<[string | undefined, RawValue]>,
    "program-take-off": [[spec?.present, 0]] satisfies Array<[string | undefined, RawValue]>,
  }[operation];
  const results = wanted.flatMap(([code, to]): ParameterResult[] => {
    if (code === undefined) return [];
    const readBack = after.get(code);
    const said = { code, from: before.get(code), to, readBack };
    if (readBack === undefined) return [{ ...said, verdict: "not-read-back" }];
    return [{ ...said, verdict: readBack === to ? "verified" : "differs" }];
  });
  const { alsoChanged } = verifyRestore(definition, [], before, after);
  return {
    results,
    alsoChanged,
    verified:
      results.length > 0 && alsoChanged.length === 0 && results.every((each) => each.verdict === "verified"),
  };
}
