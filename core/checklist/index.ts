export { missingLicences, readLicences, type Licence, type ReadLicences } from "./licence";
/** A position's own short lists: what no parameter holds, looked at before switching on, and the acceptance before a machine is handed back. */
export const CHECKLISTS = ["before-on", "acceptance"] as const;
export type Checklist = (typeof CHECKLISTS)[number];

export const CHECKLIST_TITLES: Record<Checklist, string> = {
  "before-on": "Before switching on",
  acceptance: "Acceptance",
};

/** What stands signed beside a receipt: a list that was gone through, or that the drive was compared once more after a controller's start. */
export type Signed = Checklist | "controller-start";
export const SIGNED_TITLES: Record<Signed, string> = {
  ...CHECKLIST_TITLES,
  "controller-start": "After the controller's start",
};

/** As many lines as one goes through standing at a machine. */
export const MOST_LINES = 40;
const LONGEST_LINE = 200;

/** One line as somebody went through it. */
export interface Tick {
  text: string;
  done: boolean;
  /** What was found, where the line asks for it. */
  value?: string;
}

/** The lines of a list as it was typed, one a row; empty rows are nothing. */
export function linesOf(typed: string): string[] {
  return typed
    .split(/\r?\n/)
    .map((each) => each.trim().slice(0, LONGEST_LINE))
    .filter((each) => each !== "")
    .slice(0, MOST_LINES);
}

/** Whether a line asks for a value: it ends with a colon. "Deceleration from 50 Hz, s:" does. */
export const asksValue = (line: string): boolean => line.endsWith(":");

/** Why a list cannot be signed: it is another one now, or something is missing in it. */
export interface NotSigned {
  kind: "changed" | "incomplete";
  text: string;
}

/**
 * Why a list cannot be signed as it was gone through; undefined when it can. Each line of the list is ticked or left out by name, a line that asks for a value has one where it is
 * ticked, and where lines are left out somebody says why.
 */
export function whyNotSigned(
  lines: readonly string[],
  ticks: readonly Tick[],
  why: string,
): NotSigned | undefined {
  const incomplete = (text: string): NotSigned => ({ kind: "incomplete", text });
  if (lines.length === 0) return incomplete("There is nothing to sign: this list is empty.");
  if (ticks.length !== lines.length || lines.some((line, i) => ticks[i]?.text !== line))
    return { kind: "changed", text: "The list was changed meanwhile." };
  const empty = ticks.find((each) => each.done && asksValue(each.text) && !each.value?.trim());
  if (empty) return incomplete(`“${empty.text}” asks for a value.`);
  const left = leftOut(ticks);
  if (left.length > 0 && why.trim() === "")
    return incomplete(`${left.length === 1 ? "One line is" : `${left.length} lines are`} left out: say why.`);
  return undefined;
}

/** Lines that were left out. */
export const leftOut = (ticks: readonly Tick[]): string[] =>
  ticks.filter((each) => !each.done).map((each) => each.text);
