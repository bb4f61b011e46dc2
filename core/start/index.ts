/** Starting questions for a new application: asked by what values mean, answered into a draft with reasons. */
export { answersBecome, type Answered, type Answers } from "./answers";
export type { StartQuestion } from "./question";
export { startQuestions, type StartQuestions, type StartSection } from "./questions";
