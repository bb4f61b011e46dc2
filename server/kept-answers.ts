import { LRUCache } from "lru-cache";

/**
 * What a list answered to the questions that were asked of it last, kept as long as the list is: whoever turns a page, or opens the same question again, waits for nothing.
 * `most` is the size of all answers that are kept for one list, `sizeOf` that of one; what is larger than all of them is not kept. A failure is not kept either.
 * Gives `(list, question, work)`, which comes to what `work` comes to.
 */
export function keptAnswers<List extends object, Answer extends object>(
  most: number,
  sizeOf: (answer: Answer) => number,
): (list: List, question: string, work: () => Promise<Answer>) => Promise<Answer> {
  const lists = new WeakMap<List, LRUCache<string, Answer>>();
  return async (list, question, work) => {
    const kept =
      lists.get(list) ??
      new LRUCache<string, Answer>({ maxSize: most, sizeCalculation: (answer) => 1 + sizeOf(answer) });
    lists.set(list, kept);
    const answer = kept.get(question) ?? (await work());
    kept.set(question, answer);
    return answer;
  };
}
