/** Carrying a set over: another rating, another firmware, a successor or predecessor, another family. */
export { checkMapping } from "./check-mapping";
export { carryOver, directionOf, type CarryInput } from "./carry-over";
export { carryAccount, DECIDED_WORDS, type CarryAccount } from "./kept";
export { mappingJsonSchema } from "./json-schema";
export { OUTCOME_TITLES, OUTCOMES, type CarriedValue, type CarryLine, type Outcome } from "./line";
export { mappingFile, REVIEWS, type MappingFile, type Review } from "./mapping";
export { settle, type Decision, type Settled, type SettledLine } from "./settle";
