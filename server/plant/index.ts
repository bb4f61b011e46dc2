/** Areas, positions and what is known of them at a glance. */
export {
  findPosition,
  linkOf,
  listPlaces,
  listTags,
  plantOverview,
  positionsByDefinition,
  twinsOf,
  type PlantArea,
  type PlantLine,
  type PositionRow,
} from "./positions";
export { searchEverything, type Found } from "./search";
export { inventoryCsv, inventoryWorkbook } from "./inventory-file";
export { listInventory } from "./inventory";
