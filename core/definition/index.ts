/** Families as data: the definition model, its validation, look-ups, ratings, firmware ranges. */
export { addressOf, axisShift, objectText } from "./address";
export { checkParameter } from "./check";
export type { Fate } from "./file/signs";
export { isCommandObject, soundsLikeCommand, soundsLikeSecret } from "./commands";
export type { Definition, Fitting, Group } from "./definition";
export { DefinitionError, type DefinitionFault } from "./fault";
export { compareFirmware, firmwareFits } from "./firmware";
export { definitionFor, layOutFile, listFirmware } from "./layout";
export { defaultFor, parameterFor } from "./for-rating";
export { listName } from "./list-name";
export { loadDefinition } from "./load";
export { meantOtherwise } from "./meant-otherwise";
export { EVERYTHING, isEverything, withinScope, type Scope } from "./scope";
export * from "./file";
export { definitionJsonSchema } from "./json-schema";
export { countOf, partsOf, type Part, type Parts } from "./parts";
export { quantityOf, QUANTITIES, type CommonQuantity, type Quantity } from "./quantities";
export { presetsOf, type Preset } from "./presets";
