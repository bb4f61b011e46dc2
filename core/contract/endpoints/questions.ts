import { list, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";

/** Conditions as they are typed, with a semicolon or an "and" between; all of them must hold. */
const asking = text({ max: 2000 });
const of = oneOf(["standing", "newest"]);
const question = { ask: asking, of: optional(of) };

export const askPlant = endpoint({
  method: "GET",
  path: "/api/plants/:plant/ask",
  does: "Every position of the plant where all conditions hold, and every one where that cannot be told; over the standing records, or the newest.",
  right: "see",
  params: object({ plant: name }),
  /** Lines of both parts, or of one; 200 of each when nothing is said. The file has all of them. */
  query: object({
    ...question,
    holds: optional(oneOf(["yes", "unknown"])),
    from: optional(whole({ min: 0, max: 10_000_000 })),
    count: optional(whole({ min: 1, max: 1000 })),
  }),
  answer: object({
    subjects: list(text()),
    asked: whole(),
    yes: whole(),
    unknown: whole(),
    lines: list(
      object({
        tag: text(),
        title: text(),
        area: text(),
        family: text(),
        record: optional(whole()),
        partial: optional(yesNo),
        holds: oneOf(["yes", "unknown"]),
        cells: list(text()),
      }),
    ),
    /** Parameters that the question was about, with where they could be changed in one go. */
    changes: list(
      object({
        definition: text(),
        family: text(),
        code: text(),
        name: text(),
        /** At how many positions; as many of them as are changed in one go. */
        at: whole(),
        positions: list(object({ tag: text(), title: text(), text: text() })),
      }),
    ),
  }),
});
export type AnswerView = Of<typeof askPlant.answer>;

export const answerFile = endpoint({
  method: "GET",
  path: "/api/plants/:plant/ask/:format",
  does: "The answer to a question as a file.",
  right: "see",
  params: object({ plant: name, format: oneOf(["csv", "xlsx"]) }),
  query: object(question),
  sends: "file",
});

export const keepQuestion = endpoint({
  method: "POST",
  path: "/api/plants/:plant/questions",
  does: "Keeps a question under a name, for everybody of the plant; one that had this name is replaced.",
  right: "annotate",
  params: object({ plant: name }),
  body: object({ name: text({ min: 1, max: 80 }), ask: text({ min: 1, max: 2000 }), of }),
});

export const forgetQuestion = endpoint({
  method: "POST",
  path: "/api/plants/:plant/questions/forget",
  does: "Forgets the question of a name.",
  right: "annotate",
  params: object({ plant: name }),
  body: object({ name: text({ min: 1, max: 80 }) }),
});
