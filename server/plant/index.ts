/** Areas, positions and what is known of them at a glance. */
export { changePosition, createPosition, retirePosition } from "./arrange";
export { orderAreas } from "./areas";
export { wordsOf, type PositionWords } from "./position-words";
export { keepSettings, linkLines, linkRow } from "./link-row";
export { positionOfFormerTag } from "./tags";
export { plantList, takePlantList, plantListCsv, plantListWorkbook } from "./list-file";
export {
  findPosition,
  linkOf,
  listPlaces,
  listTags,
  couldReplace,
  fittedDrive,
  positionsByDefinition,
  tagOf,
  type PositionRow,
} from "./positions";
export { plantLines } from "./overview";
export type { LookFor } from "./look-through";
export { Overviews } from "./overviews";
export { recordColumns, type CurrentAt, type CurrentRecord } from "./current-records";
export { findPlant, listPlants, makePlant, namePlant, setThresholds, thresholdsOf } from "./plants";
export { searchEverything } from "./search";
export { inventoryCsv, inventoryWorkbook } from "./inventory-file";
export { listInventory } from "./inventory";
