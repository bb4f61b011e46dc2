/** The practice plant: stand-ins only, with exercises that check themselves. */
export { beginExercise, doInExercise, exerciseViews, type ExerciseParts } from "./exercises";
export { makePracticePlant, practicePlant } from "./make-plant";
export { Practice } from "./practice";
