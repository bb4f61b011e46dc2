import { list, object, oneOf, optional, text, whole, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";

/** Conditions as they are typed, with a semicolon between; all of them must hold. */
const asking = text({ max: 2000 });
const of = oneOf(["standing", "newest"]);
const question = { ask: asking, of: optional(of) };

export const askPlant = endpoint({
  method: "GET",
  path: "/api/plants/:plant/ask",
  does: "Every position of the plant where all conditions hold, and every one where that cannot be told; over the standing records, or the newest.",
  right: "see",
  params: object({ plant: name }),
  query: object(question),
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
