/** What is looked at before the first write. */
import type { Check, CheckInput } from "./check";
import { family, firmware, fitted, rating, serial, supply } from "./check-drive";
import { complete, selfStart, standing } from "./check-record";
import { mains, permission, runCommand, stopped, trips } from "./check-state";

export type { Check, CheckInput, RecordFacts } from "./check";

/**
 * Everything that is looked at before the first write. Nothing here is tried out by writing.
 * A single "stop" means that nothing at all is written.
 */
export function checkRestore(input: CheckInput): Check[] {
  return [
    family(input),
    rating(input),
    supply(input),
    firmware(input),
    fitted(input),
    serial(input),
    complete(input),
    standing(input),
    stopped(input),
    runCommand(input),
    selfStart(input),
    mains(input),
    trips(input),
    permission(input),
  ];
}

/** What nobody tells and nobody has looked at; `looked` names the checks that a person has. */
export function notLookedAt(checks: readonly Check[], looked: readonly string[]): Check[] {
  return checks.filter(
    (each) => each.verdict === "not-told" && each.lookedBy === undefined && !looked.includes(each.id),
  );
}

/** Whether the checks allow writing at all, once a person has looked at what is not told. */
export function mayWrite(checks: readonly Check[]): boolean {
  return checks.every((each) => each.verdict !== "stop");
}
