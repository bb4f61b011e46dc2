import { list, object, oneOf, optional, text, yesNo, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { moment } from "../views/connection";

const stepAct = oneOf(["trouble", "mend", "answer"]);

export const exerciseView = object({
  id: text(),
  title: text(),
  about: text(),
  /** The position it is done at. */
  tag: text(),
  /** "broken-off": the stand-ins were started anew meanwhile. */
  state: oneOf(["not-begun", "under-way", "done", "broken-off"]),
  begunAt: optional(moment),
  byName: optional(text()),
  steps: list(
    object({
      title: text(),
      how: text(),
      state: oneOf(["done", "now", "later"]),
      found: optional(text()),
      href: optional(text()),
      act: optional(object({ kind: stepAct, words: text() })),
    }),
  ),
});
export type ExerciseView = Of<typeof exerciseView>;

export const makePractice = endpoint({
  method: "POST",
  path: "/api/practice",
  does: "Makes the practice plant, of stand-ins only, or says which it is.",
  right: "plants",
  answer: object({ slug: text() }),
});

export const listExercises = endpoint({
  method: "GET",
  path: "/api/plants/:plant/exercises",
  does: "The exercises of the practice plant and how they stand.",
  right: "cabinet",
  params: object({ plant: name }),
  answer: list(exerciseView),
  troubles: ["lost"],
});

export const beginExercise = endpoint({
  method: "POST",
  path: "/api/plants/:plant/exercises/:exercise/begin",
  does: "Begins an exercise, or begins it anew.",
  right: "cabinet",
  params: object({ plant: name, exercise: name }),
  body: object({ although: optional(yesNo) }),
  answer: list(exerciseView),
  troubles: ["lost", "ask-first"],
});

export const doInExercise = endpoint({
  method: "POST",
  path: "/api/plants/:plant/exercises/:exercise/step",
  does: "Lets come about what an exercise brings, or answers what it asks.",
  right: "cabinet",
  params: object({ plant: name, exercise: name }),
  body: object({ act: stepAct, answer: optional(text({ max: 80 })) }),
  answer: list(exerciseView),
  troubles: ["lost", "not-now"],
});
