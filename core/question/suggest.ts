import { quantityOf, QUANTITIES, type CommonQuantity } from "@/core/definition";
import { FACTS } from "./condition";
import { parseCondition } from "./parse";

/** Something that may be typed on: a whole condition, or what it is about. */
export interface Suggestion {
  text: string;
  /** It is a whole condition and can be asked as it stands. */
  whole: boolean;
}

const OTHERS = [...Object.values(FACTS), "firmware", "age", "recorded before", "recorded since", "readiness"];
/** As many as one looks through; typing narrows them. */
const MOST = 12;

/** What may be meant by what is typed so far: while nothing is compared, what one can ask about; then the words that it can be. Codes are offered once two signs of them are typed. */
export function suggest(typed: string, codes: ReadonlySet<string>): Suggestion[] {
  const text = typed.trim().toLowerCase();
  const sign = /^(.*?)\s*(!?=)\s*(.*)$/s.exec(typed.trim());
  if (sign) {
    const [, about = "", op = "", begun = ""] = sign;
    const { title, choices } = choicesOf(about.trim());
    return choices
      .filter((each) => each.toLowerCase().includes(begun.trim().toLowerCase()))
      .map((each) => ({ text: `${title} ${op} ${each}`, whole: true }))
      .filter((each) => parseCondition(each.text, codes).ok);
  }
  if (/[<>]/.test(text)) return [];
  const words = text.split(/[\s,]+/).filter(Boolean);
  const fits = (title: string): boolean => words.every((each) => title.toLowerCase().includes(each));
  const quantities = QUANTITIES.map(quantityOf)
    .filter(({ title }) => fits(title))
    .flatMap(({ title, words: can }) =>
      // What is one of few words is offered whole.
      can && words.length > 0
        ? Object.values(can).map((each) => ({ text: `${title} = ${each}`, whole: true }))
        : [{ text: `${title} ${can ? "=" : ""}`.trim(), whole: false }],
    );
  const others = OTHERS.filter(fits).map((each) => ({ text: each, whole: false }));
  const own =
    text.length < 2
      ? []
      : [...codes]
          .filter((each) => each.toLowerCase().startsWith(text))
          .map((each) => ({ text: each, whole: false }));
  return [...quantities, ...others, ...own].slice(0, MOST);
}

/** What is asked about, as it is called, and the words that it can be. */
function choicesOf(about: string): { title: string; choices: string[] } {
  if (about.toLowerCase() === "readiness") return { title: about, choices: ["yes", "with care", "no"] };
  const found = QUANTITIES.map(quantityOf).find(
    ({ title }: CommonQuantity) => title.toLowerCase() === about.toLowerCase(),
  );
  return { title: found?.title ?? about, choices: Object.values(found?.words ?? {}) };
}
