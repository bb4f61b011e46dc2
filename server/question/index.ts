/** Questions to the whole plant: answered, kept under a name, as files. */
export { askPlant, codesIn, type OfRecords, type QuestionAnswer, type QuestionLine } from "./ask";
export { answerWindow, type WantedLines } from "./window";
export { answerCsv, answerWorkbook } from "./file";
export { forgetQuestion, keepQuestion, savedQuestions, type SavedQuestion } from "./saved";
export type { Changeable } from "./changeable";
