import { identificationText } from "@/core/program";
import { counted } from "@/core/words";
import type { Check } from "./check";
import { EXCHANGED_TEXT, type Exchanged } from "./exchanged";
import { isOfProgram, isSwitchOver, OPERATION_WORDS, type Operation } from "./operation";
import { outsideWords, partWords, type Outside, type RestoredPart } from "./part";
import type { PlannedProgram } from "./planned-program";

/** How a restore ended, how each parameter came out, and where the values are now: in the words of the receipt, on the screen and on paper. */
export const OUTCOME_WORDS = {
  verified: "Verified",
  "not-verified": "Not verified",
  "given-up": "Ended before it was done",
} as const;

/** How it ended, with what it left out. Example: "Verified, 1 left out". */
export function outcomeWords({
  outcome,
  kind,
  leftOut,
}: {
  outcome: keyof typeof OUTCOME_WORDS;
  kind: Operation;
  leftOut: readonly unknown[];
}): string {
  const left = kind === "restore" && outcome === "verified" && leftOut.length > 0;
  return left ? `${OUTCOME_WORDS.verified}, ${leftOut.length} left out` : OUTCOME_WORDS[outcome];
}

/** What is said behind a record that lacked some of the drive's settings: ", partial: 82 settings are not in it". */
export const lacksWords = ({ recordLacks }: { recordLacks?: number }): string =>
  recordLacks ? `, partial: ${counted(recordLacks, "setting is", "settings are")} not in it` : "";

export const RESULT_WORDS = {
  verified: "verified",
  refused: "refused",
  differs: "reads otherwise",
  "not-written": "not written",
  "not-read-back": "not read back",
  stayed: "was permanent already",
} as const;

export const PERMANENT_WORDS = {
  yes: "in the permanent memory",
  no: "in the running memory only, gone at a power-off",
  unknown: "not known",
} as const;

/** What the columns of a receipt's values are called: what stood before, and what was to be. */
export const RECEIPT_HEADS: Record<Operation, [before: string, meant: string]> = {
  restore: ["Before", "Written"],
  change: ["Before", "Written"],
  "make-permanent": ["In the permanent memory before", "Made permanent"],
  "power-off": ["Given up", "In the permanent memory"],
  "factory-reset": ["Before", "The factory's"],
  imitate: ["The factory's", "Expected"],
  "be-itself": ["The factory's", "Expected"],
  "program-put-on": ["Before", "Expected"],
  "program-start": ["Before", "Expected"],
  "program-stop": ["Before", "Expected"],
  "program-take-off": ["Before", "Expected"],
};

/** What a receipt is about, in one sentence. */
export function receiptAbout({
  kind,
  results,
  equal,
  leftOut,
  untold,
}: {
  kind: Operation;
  results: ReadonlyArray<{ verdict: string }>;
  equal: number;
  leftOut: readonly unknown[];
  untold?: boolean;
}): string {
  const good = results.filter((each) => each.verdict === "verified").length;
  const rest = leftOut.length > 0 ? `; ${leftOut.length} left out` : "";
  if (kind === "restore")
    return `${good} of ${results.length} parameters written, read back and equal; ${equal} were already as recorded${rest}.`;
  if (kind === "change")
    return `${good} of ${counted(results.length, "parameter")} changed on the drive, read back and equal.`;
  const did = OPERATION_WORDS[kind].did;
  if (isOfProgram(kind))
    return `${did}: ${good} of ${results.length} things that the drive says of its program are as they were to be.`;
  if (isSwitchOver(kind)) return `${did}. ${equal} settings read again, each at the factory's value.`;
  if (untold) return `${did}. Which values it was about was not known beforehand.`;
  const unforeseen = leftOut.length > 0 ? `; of ${leftOut.length} nothing was foreseen` : "";
  const stayed = results.filter((each) => each.verdict === "stayed").length;
  return `${did}: ${good} of ${results.length - stayed} values read as foreseen; ${equal + stayed} stayed as they were${unforeseen}.`;
}

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

/** Which part alone it was, and that the rest was left as it was; nothing where it was the whole drive. */
export function partFacts({
  part,
  outside,
}: {
  part?: RestoredPart;
  outside?: Outside;
}): Array<[label: string, fact: string]> {
  if (!part) return [];
  const rest = outside ? outsideWords(outside) : "whether anything outside has changed was not read";
  return [["Only", `${partWords(part)}; ${rest}`]];
}

/** Of the drive's own program: which file went on, what was in it before, and what is kept of that. */
export function ofProgramFacts({
  program,
}: {
  program?: PlannedProgram;
}): Array<[label: string, fact: string]> {
  if (!program) return [];
  const { file, now, keptAs, reason } = program;
  const facts: Array<[string, string]> = [];
  if (file) facts.push(["File put on", `${file.name}, ${identificationText(file.identification)}`]);
  if (now.identification !== undefined)
    facts.push(["In it before", `the program ${identificationText(now.identification)}`]);
  else if (now.present === false) facts.push(["In it before", "no program"]);
  if (keptAs) facts.push(["Kept of that", keptAs]);
  if (reason) facts.push(["Why no file is kept", reason]);
  return facts;
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
