/** Exercises on stand-in drives, judged by what came about. */
export {
  judgeExercise,
  type Exercise,
  type ExerciseFacts,
  type ExerciseStep,
  type RestoreFact,
  type StepAct,
  type StepView,
} from "./exercise";
export { EXERCISES } from "./exercises";
