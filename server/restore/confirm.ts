import type { Result } from "@/core/drive";
import { mayWrite, notLookedAt, wrongDrive, type Looked } from "@/core/restore";
import type { Person } from "@/server/people";
import { operationOf, type RestoreJob } from "./job-state";
import { trouble } from "./troubles";
import { planHash } from "./view";

/** What a person confirms. */
export interface Confirmed {
  seal: string;
  looked?: readonly Looked[];
  /** Who tested for dead voltage, and how. */
  deadVoltage?: string;
}

/** Why a plan is not written as it was confirmed: it is another one, a check says stop, or somebody has not looked. Undefined when it may be. */
export function whyNotWritten(
  { memory }: RestoreJob,
  { seal, looked = [] }: Confirmed,
): Result<never> | undefined {
  if (planHash(memory.plan!) !== seal)
    return trouble("plan-changed", "The plan is not the one you saw any more.", "Look through it again.");
  if (operationOf(memory) === "change" && memory.plan!.writes.length === 0)
    return trouble("not-now", "There is nothing to write.", "Change a value first.");
  if (!mayWrite(memory.checks))
    return trouble(
      "check-stops",
      "One of the checks says stop, so nothing is written.",
      "Its line says what would make it fine.",
    );
  const open = notLookedAt(memory.checks, looked);
  if (open.length > 0)
    return trouble(
      "not-looked-at",
      `Nobody has looked yet: ${open.map((each) => each.title).join(", ")}.`,
      "Look at each, and say so at its line.",
    );
  const wrong = wrongDrive(memory.checks, looked, memory.identity.serial);
  if (!wrong) return undefined;
  return trouble(
    "not-looked-at",
    `The drive that is connected is ${memory.identity.serial}; its number does not end in ${wrong.answer}.`,
    "Read the type plate again. If it is another drive, connect that one; nothing was written.",
  );
}

/** Notes who confirmed, what was looked at and answered; all of it stands on the receipt. */
export function noteConfirmed(
  { memory }: RestoreJob,
  person: Person,
  { looked = [], deadVoltage }: Confirmed,
): void {
  memory.checks = memory.checks.map((each) => {
    if (each.verdict !== "not-told") return each;
    const said = looked.find((one) => one.id === each.id);
    return { ...each, lookedBy: person.name, answer: said?.answer?.trim() || undefined };
  });
  memory.confirmedBy = person.name;
  memory.deadVoltage = deadVoltage?.trim() || undefined;
}
