/** What is looked at before the first write. */
import type { Check, CheckInput, Looked } from "./check";
import { family, firmware, fitted, imitating, rating, serial, supply } from "./check-drive";
import { partAlone } from "./check-part";
import { beside, endsAs, exchanged, rightDrive } from "./check-people";
import { programThere } from "./check-program";
import { shared, slots } from "./check-rack";
import { complete, licences, newer, notRead, ofOther, selfStart, standing } from "./check-record";
import { mains, password, permission, runCommand, stopped, trips } from "./check-state";

export type { Check, CheckInput, Looked, RecordFacts } from "./check";
export { checkChange, type ChangeInput } from "./check-change";
export { checkOperation, type OperationInput } from "./check-operation";
export { unfitFor } from "./unfit";

/**
 * Everything that is looked at before the first write. Nothing here is tried out by writing.
 * A single "stop" means that nothing at all is written.
 */
export function checkRestore(input: CheckInput): Check[] {
  return [
    ...shared(input),
    family(input),
    rating(input),
    ...imitating(input),
    supply(input),
    firmware(input),
    fitted(input),
    ...slots(input),
    serial(input),
    rightDrive(input),
    beside(),
    ...partAlone(input),
    complete(input),
    ...ofOther(input),
    ...notRead(input),
    standing(input),
    ...licences(input),
    newer(input),
    exchanged(input),
    ...programThere(input),
    stopped(input),
    runCommand(input),
    selfStart(input),
    mains(input),
    trips(input),
    permission(input),
    ...password(input),
  ];
}

/** What nobody tells and nobody has looked at or answered yet. */
export function notLookedAt(checks: readonly Check[], looked: readonly Looked[]): Check[] {
  return checks.filter((each) => {
    if (each.verdict !== "not-told" || each.lookedBy !== undefined) return false;
    const said = looked.find((one) => one.id === each.id);
    if (!said || each.asks === "exchanged") return true;
    return each.asks !== undefined && !said.answer?.trim();
  });
}

/** The check whose answer shows that another drive is meant; undefined when there is none. */
export function wrongDrive(
  checks: readonly Check[],
  looked: readonly Looked[],
  serial: string,
): Looked | undefined {
  const asked = checks.find((each) => each.verdict === "not-told" && each.asks === "serial-end");
  const said = asked && looked.find((each) => each.id === asked.id);
  return said && !endsAs(serial, said.answer ?? "") ? said : undefined;
}

/** Whether the checks allow writing at all, once a person has looked at what is not told. */
export function mayWrite(checks: readonly Check[]): boolean {
  return checks.every((each) => each.verdict !== "stop");
}
