import type { Definition } from "@/core/definition";
import { answer, codesNeeded, type Answer, type Asked, type Condition } from "@/core/question";

/** A parameter list that records are read by: drives that hold the same are asked once. */
export class AskedList {
  /** What is looked at of a record for each condition, and what that came to before. */
  private readonly asked = new Map<Condition, { codes: string[]; answers: Map<string, Answer> }>();

  constructor(
    readonly definition: Definition | undefined,
    conditions: readonly Condition[],
  ) {
    for (const each of conditions) {
      const codes = definition ? codesNeeded([each], definition) : [];
      this.asked.set(each, { codes, answers: new Map() });
    }
  }

  /** Every code that is looked at. */
  get codes(): string[] {
    return [...this.asked.values()].flatMap((each) => each.codes);
  }

  /** What a condition comes to at a position of the list. */
  answer(condition: Condition, asked: Asked): Answer {
    const known = this.asked.get(condition);
    // Other conditions look at more than values.
    if (!known || (condition.about !== "quantity" && condition.about !== "code"))
      return answer(condition, asked);
    const key = JSON.stringify(known.codes.map((code) => asked.values.get(code)));
    const one = known.answers.get(key) ?? answer(condition, asked);
    known.answers.set(key, one);
    return one;
  }
}
