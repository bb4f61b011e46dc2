/** Definitions at hand, and the versions that records were made under. */
export { DefinitionShelf, keepDefinitionVersion } from "./shelf";
