/** The drive's own program as its file is kept with a position. */
export { chosenProgram } from "./chosen";
export { contentOf, keptPrograms, type KeptProgram } from "./kept";
export { keepFromDrive } from "./read-back";
