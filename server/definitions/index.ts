/** Definitions at hand, and the versions that records were made under. */
export { listKey } from "./list-key";
export { DefinitionShelf, keepDefinitionVersion, type ImportNote } from "./shelf";
export { listVersions } from "./versions";
