import { defaultFor, type Definition } from "@/core/definition";
import { NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import type { PlainOperation } from "./operation";
import type { Plan } from "./plan";

/** What is known of a drive before something other than a restore is done with it. */
export interface OperationFacts {
  definition: Definition;
  rating: string | undefined;
  /** What it holds now, in its running memory. */
  live: ReadonlyMap<string, RawValue>;
  /** What its permanent memory holds, as far as that was ever read; undefined when it never was. */
  permanent: ReadonlyMap<string, RawValue> | undefined;
}

/**
 * What an operation changes, before it does: of the permanent memory for making permanent, of the running memory for a power-off and a factory reset.
 * It lists, nothing of it is ever written value by value. `untold` where nobody knows which values they are.
 */
export function planOperation(operation: PlainOperation, facts: OperationFacts): Plan {
  const plan: Plan = { writes: [], leftOut: [], equal: 0, needsRestart: false };
  if (operation === "factory-reset") planReset(plan, facts);
  else planMemories(plan, operation, facts);
  plan.rest = facts.definition.parameters.length - plan.writes.length - plan.equal - plan.leftOut.length;
  return plan;
}

function planMemories(
  plan: Plan,
  operation: "make-permanent" | "power-off",
  { definition, live, permanent }: OperationFacts,
): void {
  if (!permanent) {
    plan.untold = true;
    return;
  }
  for (const { code, kind } of definition.parameters) {
    const running = live.get(code);
    const kept = permanent.get(code);
    if (NOT_SETTINGS.has(kind) || running === undefined) continue;
    if (running === kept) plan.equal += 1;
    else if (kept === undefined) plan.leftOut.push({ code, reason: "not-recorded", from: running });
    else if (operation === "power-off") plan.writes.push({ code, from: running, to: kept });
    else plan.writes.push({ code, from: kept, to: running });
  }
}

function planReset(plan: Plan, { definition, rating, live }: OperationFacts): void {
  const { communication, effects } = definition.file.factoryReset ?? {};
  const kept = (kind: Parameter["kind"]): boolean =>
    (kind === "communication" && communication === "kept") ||
    (kind === "safety" && effects?.safety === "kept");
  for (const parameter of definition.parameters) {
    const { code, kind } = parameter;
    const from = live.get(code);
    if (NOT_SETTINGS.has(kind) || parameter.readOnly || from === undefined) continue;
    const to = defaultFor(definition, parameter, rating);
    const reason = kept(kind) ? "kept-by-reset" : notExpected(parameter, to);
    if (reason) plan.leftOut.push({ code, reason, from });
    else if (from === to) plan.equal += 1;
    else plan.writes.push({ code, from, to: to! });
  }
}

function notExpected(
  { kind }: Parameter,
  to: RawValue | undefined,
): Plan["leftOut"][number]["reason"] | undefined {
  if (kind === "safety" || kind === "secret") return kind;
  return to === undefined ? "no-default" : undefined;
}
