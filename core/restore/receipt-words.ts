import type { Check } from "./check";
import { EXCHANGED_TEXT, type Exchanged } from "./exchanged";

/** How a restore ended, how each parameter came out, and where the values are now: in the words of the receipt, on the screen and on paper. */
export const OUTCOME_WORDS = {
  verified: "Verified",
  "not-verified": "Not verified",
  "given-up": "Ended before it was done",
} as const;

export const RESULT_WORDS = {
  verified: "verified",
  refused: "refused",
  differs: "reads otherwise",
  "not-written": "not written",
  "not-read-back": "not read back",
} as const;

export const PERMANENT_WORDS = {
  yes: "in the permanent memory",
  no: "in the running memory only, gone at a power-off",
  unknown: "not known",
} as const;

/** Who began, confirmed and ended it; one name where it was one person. */
export function byWords({
  byName,
  confirmedBy,
  endedBy,
}: {
  byName: string;
  confirmedBy?: string;
  endedBy?: string;
}): string {
  const others = [
    ...(confirmedBy && confirmedBy !== byName ? [`confirmed by ${confirmedBy}`] : []),
    ...(endedBy && endedBy !== byName ? [`ended by ${endedBy}`] : []),
  ];
  return others.length > 0 ? `begun by ${byName}, ${others.join(", ")}` : byName;
}

/** Who was at the machine, and what was exchanged there, as far as it was said. */
export function besideFacts({
  checks,
  deadVoltage,
  exchanged,
}: {
  checks: readonly Check[];
  deadVoltage?: string;
  exchanged?: readonly Exchanged[];
}): Array<[label: string, fact: string]> {
  const beside = checks.find((each) => each.asks === "name")?.answer;
  const facts: Array<[string, string]> = [];
  if (beside) facts.push(["At the machine", beside]);
  if (deadVoltage) facts.push(["Dead voltage", deadVoltage]);
  if (exchanged) {
    const parts = exchanged.map((each) => EXCHANGED_TEXT[each]).join(", ");
    facts.push(["Exchanged", parts || "nothing, as was said"]);
  }
  return facts;
}

/** Of which drive the record was, as the record says. */
export function wasOf(previous: string, now: string): string {
  if (previous === "") return "a drive whose number its file does not tell";
  return previous === now ? "the same drive" : `drive ${previous}`;
}

/** Who looked, and what was said. */
export function lookedWords({ lookedBy, answer, asks }: Check): string {
  if (asks === "name") return `At the machine: ${answer}, as ${lookedBy} said.`;
  if (asks === "serial-end") return `${lookedBy} gave its serial number from the type plate: …${answer}.`;
  return `${lookedBy} has looked.`;
}
