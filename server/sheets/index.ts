/** What a sheet asks for beside its values: a parameter in full, its history, its value elsewhere, a person's own list. */
export { changedCodes } from "./changed";
export { noteParameter, notesOfParameters, type NewNote } from "./notes";
export { oddWords, type OddWords, type Twin } from "./odd";
export { hiddenColumnsOf, hideColumns } from "./hidden-columns";
export { keepOwnList, ownListOf } from "./own-list";
export { elsewhere } from "./elsewhere";
export { historyOf, parameterView, rangeWords, type LookedAt } from "./parameter";
export { valuesIn } from "./values-in";
