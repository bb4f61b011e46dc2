/** Families as data: the definition model, its validation, look-ups, ratings, firmware ranges. */
export type { Definition, Group } from "./definition";
export { DefinitionError, type DefinitionFault } from "./fault";
export { compareFirmware, firmwareFits } from "./firmware";
export { defaultFor, parameterFor } from "./for-rating";
export { loadDefinition } from "./load";
export * from "./model";
export { definitionSchema } from "./schema";
