/** Positions as they are named and listed. */
export {
  alikeOnALine,
  INVENTORY_SORTS,
  inventoryChoices,
  lookThroughInventory,
  sortInventory,
  type InventorySort,
  type InventoryWanted,
} from "./inventory";
export {
  LIST_FIELD_NAMES,
  LIST_FIELDS,
  readPlantList,
  spokenOtherwise,
  type ListedPosition,
  type ListField,
  type ListLine,
} from "./plant-list";
export { plainTag } from "./plain-tag";
export type { Plant } from "./plant";
export { proposeTag } from "./propose-tag";
export { slugOf } from "./slug";
export { faultOfTag } from "./tag";
export { guessPosition, type Known } from "./guess-position";
export { tagFinder } from "./tag-finder";
export { MOVES, WHEREABOUTS, WHEREABOUTS_WORDS, type Move, type Whereabouts } from "./whereabouts";
