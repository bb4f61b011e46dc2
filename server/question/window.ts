import { drafts } from "@/core/contract";
import type { QuestionAnswer, QuestionLine } from "./ask";

/** Lines of each part that come with the answer. */
const FIRST = 200;

/** Which lines of an answer are wanted: of those where it holds or of those where it cannot be told, so many from one on. */
export interface WantedLines {
  /** Both parts when absent. */
  holds?: QuestionLine["holds"];
  from?: number;
  count?: number;
}

/** An answer without the lines that are not wanted now: a question may fit every position of a plant. */
export function answerWindow(
  answer: QuestionAnswer,
  { holds, from = 0, count = FIRST }: WantedLines,
): QuestionAnswer {
  const part = (which: QuestionLine["holds"]): QuestionLine[] =>
    holds === undefined || holds === which
      ? answer.lines.filter((each) => each.holds === which).slice(from, from + count)
      : [];
  return {
    ...answer,
    lines: [...part("yes"), ...part("unknown")],
    changes: answer.changes.map(({ positions, ...each }) => ({
      ...each,
      positions: positions.slice(0, drafts.DRAFTED_AT_ONCE),
    })),
  };
}
