import { quantityOf, QUANTITIES, type Quantity } from "@/core/definition";
import type { Verdict } from "@/core/readiness";
import { readFigure } from "@/core/value";
import { amountIn } from "./amount";
import { FACTS, type Condition, type Fact, type Operator, type Simple, type Test } from "./condition";
import { dayOf } from "./day";

export type ParsedCondition =
  | { ok: true; condition: Condition }
  /** Why it is none, and what to type instead. */
  | { ok: false; trouble: string; likely: string[] };

const SIGNS: Record<string, Operator> = {
  "<": "<",
  "<=": "<=",
  "≤": "<=",
  ">": ">",
  ">=": ">=",
  "≥": ">=",
  "=": "=",
  "!=": "!=",
  "≠": "!=",
  under: "<",
  below: "<",
  "at most": "<=",
  over: ">",
  above: ">",
  "at least": ">=",
  is: "=",
  "is not": "!=",
  before: "<",
  after: ">",
  since: ">=",
  "up to": "<=",
};
/** What is compared, the sign, and with what. */
export const BY_SIGN = /^(.*?)\s*(<=|>=|!=|≤|≥|≠|<|>|=)\s*(.*)$/s;
/** The same in words. Only where there is no sign: "When the link is lost = trip" is not split at "is". */
export const BY_WORD =
  /^(.*?)\s+(is not|is|under|below|over|above|at most|at least|before|after|since|up to)\s+(.*)$/s;
const READINESS: Record<string, Verdict> = {
  yes: "ready",
  ready: "ready",
  "with care": "with-care",
  no: "no",
};
const AGE = ["age", "record", "age of the record", "recorded"];

/**
 * One condition as a person types it: "deceleration time < 2 s", "brake resistor = yes", "firmware below 4.2", "14r = fitted", "age > 90 days", "recorded before 14 Mar 2026", "readiness = no"; several with "or" between, of which one is enough: "way to stop = coast or ramp".
 * `codes`: every code of the families in the plant, without axis and set. What is no condition says why, and which quantities are likely meant.
 */
export function parseCondition(typed: string, codes: ReadonlySet<string>): ParsedCondition {
  const text = typed.trim().replace(/\s+/g, " ");
  const open = / (and|or)$/i.exec(text);
  if (open) return no(`After "${open[1]}" comes another condition.`);
  const whole = parseSimple(text, codes);
  const parts = text.split(/ or /i);
  // A word of a quantity may have an "or" of its own.
  if (parts.length === 1 || (whole.ok && whole.condition.about === "quantity")) return whole;
  const any: Simple[] = [];
  const first = BY_SIGN.exec(parts[0]!) ?? BY_WORD.exec(parts[0]!);
  for (const [i, part] of parts.entries()) {
    const compares = BY_SIGN.test(part) || BY_WORD.test(part);
    // "= coast or ramp": what is compared, and how, is said once.
    const said = i > 0 && !compares && first ? `${first[1]} ${first[2]} ${part}` : part;
    const parsed = parseSimple(said, codes);
    if (!parsed.ok) return parsed;
    any.push(parsed.condition);
  }
  return { ok: true, condition: { about: "either", any } };
}

type ParsedSimple = Extract<ParsedCondition, { ok: false }> | { ok: true; condition: Simple };

function parseSimple(text: string, codes: ReadonlySet<string>): ParsedSimple {
  const found = BY_SIGN.exec(text) ?? BY_WORD.exec(text);
  if (!found) {
    const likely = likelyQuantities(text);
    return no(
      text === ""
        ? "Nothing was typed. Type what, then <, >, = or !=, then how much."
        : `In "${text}" nothing is compared: type <, >, = or != and how much, as in "deceleration time < 2 s".`,
      likely,
    );
  }
  const [, left = "", sign = "", right = ""] = found;
  const subject = left.trim().toLowerCase();
  const test: Test = { op: SIGNS[sign]!, text: right.trim() };
  if (test.text === "") return no(`After "${left.trim()} ${sign}" comes how much, or what.`);
  if (subject === "firmware") return firmware(test);
  if (subject === "readiness" || subject === "ready tonight") return readiness(test);
  const day = subject === "taken" || AGE.includes(subject) ? dateOf(test) : undefined;
  if (day) return day;
  if (AGE.includes(subject)) return age(test);
  const fact = (Object.keys(FACTS) as Fact[]).find((each) => each === subject || FACTS[each] === subject);
  if (fact) {
    return test.op === "=" || test.op === "!="
      ? { ok: true, condition: { about: "fact", fact, test } }
      : no(`${FACTS[fact]} is no number: ask with = or !=.`);
  }
  const code = [...codes].find((each) => each.toLowerCase() === subject);
  if (code !== undefined) {
    const read = test.op === "=" || test.op === "!=" ? undefined : readFigure(test.text);
    if (read && "reason" in read) return no(`${read.reason} Only = and != compare with a word.`);
    return { ok: true, condition: { about: "code", code, test } };
  }
  const exact = QUANTITIES.find(
    (each) => quantityOf(each).title.toLowerCase() === subject || each === subject,
  );
  const likely = exact ? [exact] : matching(subject);
  if (likely.length === 1) return quantity(likely[0]!, test);
  // "brake resistor = yes": of several, one alone can be compared with that.
  const able = likely.map((each) => quantity(each, test)).filter((each) => each.ok);
  if (able.length === 1) return able[0]!;
  return no(
    likely.length === 0
      ? `"${left.trim()}" is no common quantity, no code of a family here, and none of ${Object.values(FACTS).join(", ")}, firmware, age, readiness.`
      : `"${left.trim()}" may mean several things.`,
    likely.map((each) => quantityOf(each).title),
  );
}

function quantity(which: Quantity, test: Test): ParsedSimple {
  const { title, unit, words } = quantityOf(which);
  if (words) {
    if (test.op !== "=" && test.op !== "!=") return no(`${title} is no number: ask with = or !=.`);
    const wanted = test.text.toLowerCase();
    const word = Object.keys(words).find((each) => each === wanted || words[each]!.toLowerCase() === wanted);
    if (word === undefined)
      return no(
        `${title} is never "${test.text}". It is one of: ${Object.values(words).join(", ")}.`,
        Object.values(words).map((each) => `${title} ${test.op} ${each}`),
      );
    return { ok: true, condition: { about: "quantity", quantity: which, test: { ...test, text: word } } };
  }
  if (!amountIn(test.text, unit))
    return no(
      `"${test.text}" is no amount${unit ? ` in ${unit}` : ""}: type a number${unit ? `, as in "2 ${unit}"` : ""}.`,
    );
  return { ok: true, condition: { about: "quantity", quantity: which, test } };
}

function firmware(test: Test): ParsedSimple {
  return /^\d+(\.\d+)*$/.test(test.text)
    ? { ok: true, condition: { about: "firmware", test } }
    : no(`"${test.text}" is no firmware version: type numbers with dots between, as in "4.2".`);
}

function readiness({ op, text }: Test): ParsedSimple {
  const verdict = READINESS[text.toLowerCase()];
  return verdict && (op === "=" || op === "!=")
    ? { ok: true, condition: { about: "readiness", op, verdict } }
    : no("Readiness is yes, with care or no: ask with = or !=.");
}

function dateOf({ op, text }: Test): ParsedSimple | undefined {
  const day = dayOf(text);
  return day === undefined ? undefined : { ok: true, condition: { about: "date", op, day } };
}

function age({ op, text }: Test): ParsedSimple {
  const found = /^(\d{1,5})\s*(d|days?|weeks?|months?|years?)?$/i.exec(text);
  if (!found)
    return no(
      `"${text}" is no time: type days, weeks, months or years, as in "age > 90 days", or a day, as in "recorded before 2026-03-14".`,
    );
  const each = { d: 1, w: 7, m: 30, y: 365 }[(found[2] ?? "d")[0]!.toLowerCase()]!;
  return { ok: true, condition: { about: "age", op, days: Number(found[1]) * each } };
}

/** Quantities whose title has every word that was typed. */
function matching(subject: string): Quantity[] {
  const words = subject.split(/[\s,]+/).filter(Boolean);
  return words.length === 0
    ? []
    : QUANTITIES.filter((each) => {
        const title = quantityOf(each).title.toLowerCase();
        return words.every((word) => title.includes(word));
      });
}

const likelyQuantities = (text: string): string[] =>
  matching(text.toLowerCase())
    .slice(0, 5)
    .map((each) => quantityOf(each).title);

const no = (trouble: string, likely: string[] = []): Extract<ParsedCondition, { ok: false }> => ({
  ok: false,
  trouble,
  likely: likely.slice(0, 6),
});
