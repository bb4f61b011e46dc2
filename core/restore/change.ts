import { parameterFor, type Definition, type Scope } from "@/core/definition";
import { faultsOf, whyNotDrafted } from "@/core/draft";
import type { RawValue } from "@/core/value";
import { orderWrites } from "./order";
import type { Plan } from "./plan";
import type { PlannedWrite } from "./planned-write";
import type { WriteStep } from "./step";
import { verifyRestore, type Verification } from "./verify";

/** One value that was sent to a drive in the course of a change on it, and what came of that. */
export interface SentChange extends WriteStep {
  /** Ms since 1970. */
  at: number;
  /** Who had it written, and why it is so. */
  byName: string;
  reason: string;
}

/**
 * What has to be written so that a drive holds what somebody wishes, among what it holds now (`live`): only what is otherwise, in an order in which no rule is broken on the
 * way. What is outside of its range or against a rule is a caution, since it was kept on purpose. What is no setting is never among them.
 */
export function planChange(
  definition: Definition,
  rating: string | undefined,
  wishes: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
): Plan {
  const afterwards = new Map([...live, ...wishes]);
  const writes: PlannedWrite[] = [];
  let equal = 0;
  for (const [code, to] of wishes) {
    if (whyNotDrafted(definition, code) !== undefined) continue;
    const from = live.get(code);
    if (from === to) {
      equal += 1;
      continue;
    }
    const caution = faultsOf(definition, rating, afterwards, code, to).join(" ");
    writes.push({ code, from, to, ...(caution ? { caution } : {}) });
  }
  return {
    writes: orderWrites(definition, writes, live),
    leftOut: [],
    equal,
    needsRestart: writes.some(({ code }) => definition.byCode.get(code)!.effect === "after-restart"),
  };
}

/** Which of these the drive takes only while its motor stands, by code and name. */
export function onlyStanding(
  definition: Definition,
  rating: string | undefined,
  writes: readonly PlannedWrite[],
): string[] {
  return writes.flatMap(({ code }) => {
    const parameter = parameterFor(definition, definition.byCode.get(code)!, rating);
    return parameter.effect === "stopped-only" ? [`${code} ${parameter.name}`] : [];
  });
}

/** Which of these the drive takes only once a password was given to it, by code, name and level. */
export function behindPassword(definition: Definition, writes: readonly PlannedWrite[]): string[] {
  return writes.flatMap(({ code }) => {
    const { name, passwordLevel } = definition.byCode.get(code)!;
    return passwordLevel > 0 ? [`${code} ${name} (level ${passwordLevel})`] : [];
  });
}

/** Codes that are read again once these were written: themselves, and what the family says that they change. */
export function touchedBy(definition: Definition, codes: readonly string[]): Set<string> {
  const touched = new Set(codes);
  const bases = new Set(codes.map((code) => definition.byCode.get(code)?.base));
  for (const { code, changes } of definition.file.couplings ?? [])
    if (bases.has(code))
      for (const each of definition.parameters) if (changes.includes(each.base)) touched.add(each.code);
  return touched;
}

/** The whole groups, of their axes and sets, in which these codes are: what is read together. */
export function scopeAround(definition: Definition, codes: ReadonlySet<string>): Scope {
  const around = definition.groups.filter(({ parameters }) => parameters.some(({ code }) => codes.has(code)));
  return {
    groups: [...new Set(around.map((each) => each.base))],
    axes: [...new Set(around.map((each) => each.axis))],
    sets: [...new Set(around.map((each) => each.set))],
  };
}

/**
 * What was changed in all, a step for each parameter: from what it was in the beginning to what was wished last. What was sent and is to be as it was before stays among them,
 * since it was written.
 */
export function changedInAll(sent: readonly WriteStep[]): WriteStep[] {
  const all = new Map<string, WriteStep>();
  for (const { code, from, to, caution, state, tries, said, remedy, readBack } of sent) {
    const first = all.get(code);
    all.set(code, {
      code,
      from: first ? first.from : from,
      to,
      caution,
      state,
      tries: (first?.tries ?? 0) + tries,
      said,
      remedy,
      readBack,
    });
  }
  return [...all.values()];
}

/**
 * Compares what was read again once a drive was left with what was changed on it. What the family says that the changed values change was to be expected; any other setting that
 * is not as before prevents the word "verified".
 */
export function verifyChange(
  definition: Definition,
  steps: readonly WriteStep[],
  before: ReadonlyMap<string, RawValue>,
  after: ReadonlyMap<string, RawValue>,
): Verification {
  const verification = verifyRestore(definition, steps, before, after);
  const foreseen = touchedBy(
    definition,
    steps.map((each) => each.code),
  );
  return {
    ...verification,
    verified:
      verification.results.every((each) => each.verdict === "verified") &&
      verification.alsoChanged.every((each) => foreseen.has(each.code)),
  };
}
