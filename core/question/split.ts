import { BY_SIGN, BY_WORD, parseCondition } from "./parse";

const NO_CODES: ReadonlySet<string> = new Set();

/**
 * The conditions of a question as it is typed: with a semicolon or an "and" between them. An "and" that belongs to a word, as in "= ramp and hold", parts nothing:
 * only one with another comparison behind it does.
 */
export function splitConditions(typed: string): string[] {
  return typed
    .split(";")
    .flatMap(atAnd)
    .map((each) => each.trim())
    .filter(Boolean);
}

/** "4r under 2 s": whether a family has that code is not asked here, only whether it looks like one. */
const isAboutCode = (part: string): boolean => /^(?=\S*\d)\S+$/.test(BY_WORD.exec(part)?.[1] ?? "");

function atAnd(text: string): string[] {
  const [first = "", ...others] = text.split(/ and /i);
  const whole = parseCondition(text, NO_CODES);
  if (whole.ok && whole.condition.about === "quantity") return [text];
  const parts = [first];
  for (const part of others) {
    if (BY_SIGN.test(part) || isAboutCode(part) || parseCondition(part, NO_CODES).ok) parts.push(part);
    else parts.push(`${parts.pop()} and ${part}`);
  }
  return parts;
}
