import { quantityOf } from "@/core/definition";
import type { Verdict } from "@/core/readiness";
import { FACTS, type Condition } from "./condition";

const READY: Record<Verdict, string> = { ready: "yes", "with-care": "with care", no: "no" };

/** A condition as it could be typed; `parseCondition` gives the same condition back. */
export function conditionWords(condition: Condition): string {
  switch (condition.about) {
    case "quantity": {
      const { title, words } = quantityOf(condition.quantity);
      const { op, text } = condition.test;
      return `${title} ${op} ${words?.[text] ?? text}`;
    }
    case "code":
      return `${condition.code} ${condition.test.op} ${condition.test.text}`;
    case "fact":
      return `${FACTS[condition.fact]} ${condition.test.op} ${condition.test.text}`;
    case "firmware":
      return `firmware ${condition.test.op} ${condition.test.text}`;
    case "age":
      return `age ${condition.op} ${condition.days} days`;
    case "date":
      return `recorded ${condition.op} ${condition.day}`;
    case "readiness":
      return `readiness ${condition.op} ${READY[condition.verdict]}`;
    case "either":
      return condition.any.map(conditionWords).join(" or ");
  }
}

/** What a condition is about, as the heading of a column. */
export function subjectWords(condition: Condition): string {
  switch (condition.about) {
    case "quantity":
      return quantityOf(condition.quantity).title;
    case "code":
      return condition.code;
    case "fact":
      return FACTS[condition.fact];
    case "age":
      return "record, days old";
    case "date":
      return "record, taken on";
    case "either":
      return [...new Set(condition.any.map(subjectWords))].join(" or ");
    default:
      return condition.about;
  }
}
