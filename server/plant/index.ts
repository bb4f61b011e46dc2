/** Areas, positions and what is known of them at a glance. */
export {
  findPosition,
  linkOf,
  listPlaces,
  listRecorded,
  listTags,
  positionsByDefinition,
  type PositionRow,
} from "./positions";
export { plantOverview, type PlantArea, type PlantLine } from "./overview";
export { findPlant, listPlants, namePlant, type Plant } from "./plants";
export { searchEverything } from "./search";
export { inventoryCsv, inventoryWorkbook } from "./inventory-file";
export { listInventory } from "./inventory";
